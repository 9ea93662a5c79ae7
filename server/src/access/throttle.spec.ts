import { counted } from '@tovlet/core/locale/counts';
import { RetryLater } from '../http/problem';
import { eachWithWorkspace } from '../testing/workspace';
import { Throttle, type Bound } from './throttle';

describe('tries', () => {
  const workspace = eachWithWorkspace();
  const throttle = (): Throttle => new Throttle(workspace().services.database);
  const spend = async (bound: Bound, key: string, times = 1): Promise<RetryLater | null> => {
    for (let time = 0; time < times; time += 1) {
      try {
        await throttle().spend(bound, key);
      } catch (error) {
        if (error instanceof RetryLater && time === times - 1) return error;
        throw error;
      }
    }
    return null;
  };

  const bounds: readonly (readonly [Bound, number, number])[] = [
    ['sign_in', 5, 300],
    ['sign_in_by_address', 60, 900],
    ['secret', 20, 3600],
    ['secret_by_person', 10, 600],
  ];
  for (const [bound, tries, seconds] of bounds)
    it(`of the kind ${bound} are ${tries}, then closed for ${seconds} seconds`, async () => {
      expect(await spend(bound, 'somebody', tries)).toBeNull();
      const refused = await spend(bound, 'somebody');
      expect(refused?.kind).toBe('too_many_tries');
      expect(refused?.seconds).toBeGreaterThan(seconds - 10);
      expect(refused?.seconds).toBeLessThanOrEqual(seconds);
      expect(refused?.detail).toBe(
        `Too many tries. Try again in ${counted(refused?.seconds ?? 0, 'second', 'seconds')}.`,
      );
    });

  it('are counted for each key and each kind apart, by all processes together', async () => {
    await spend('sign_in', 'somebody', 5);
    expect(await spend('sign_in', 'somebody else')).toBeNull();
    expect(await spend('secret', 'somebody')).toBeNull();
    expect(await spend('sign_in', 'somebody')).not.toBeNull();
  });

  it('are counted once for keys that differ beyond 300 characters, and forgotten together', async () => {
    const long = 'a'.repeat(300);
    await spend('sign_in', `${long}1`, 5);
    expect(await spend('sign_in', `${long}2`)).not.toBeNull();
    expect(await spend('sign_in', `${'a'.repeat(299)}b`)).toBeNull();
    await throttle().forget('sign_in', `${long}3`);
    expect(await spend('sign_in', `${long}1`)).toBeNull();
  });

  it('are forgotten after one that was right', async () => {
    await spend('sign_in', 'somebody', 5);
    await throttle().forget('sign_in', 'somebody');
    expect(await spend('sign_in', 'somebody', 5)).toBeNull();
  });

  it('fail as the database does, and are not counted as too many', async () => {
    const { database } = workspace().services;
    const away = new Throttle(database);
    spyOn(database, 'transaction').and.rejectWith(new Error('away'));
    spyOn(database, 'insert').and.throwError('away');
    await expectAsync(away.spend('sign_in', 'somebody')).toBeRejectedWithError('away');
  });
});
