import { hashPassword, passwordMatches } from './passwords';

describe('passwords', () => {
  it('are hashed as recommended, each time otherwise', async () => {
    const [one, other] = [
      await hashPassword('four paws on the roof'),
      await hashPassword('four paws on the roof'),
    ];
    expect(one).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(one).not.toBe(other);
  });

  it('match their own hash alone', async () => {
    const stored = await hashPassword('four paws on the roof');
    expect(await passwordMatches(stored, 'four paws on the roof')).toBeTrue();
    expect(await passwordMatches(stored, 'four paws on the root')).toBeFalse();
  });

  it('never match where there is no account, not even what stands in for one', async () => {
    expect(await passwordMatches(null, 'nobody has this password')).toBeFalse();
    expect(await passwordMatches(null, '')).toBeFalse();
  });
});
