import { isLostConnection } from './lost-connection';

const withCode = (code: string): Error => Object.assign(new Error('It failed.'), { code });

describe('a lost connection', () => {
  it('is told from what is wrong with a request, however deep a driver wraps it', () => {
    for (const code of ['57P01', '57P03', '08006', '53300', 'ECONNREFUSED', 'ECONNRESET'])
      expect(isLostConnection(new Error('Failed query', { cause: withCode(code) })))
        .withContext(code)
        .toBeTrue();
    expect(isLostConnection(new AggregateError([withCode('ECONNREFUSED')], 'All failed'))).toBeTrue();
    expect(isLostConnection(new Error('Connection terminated unexpectedly'))).toBeTrue();
  });

  it('is not what a statement was refused for', () => {
    for (const code of ['23505', '42P01', '40001', '22001', '57014'])
      expect(isLostConnection(new Error('Failed query', { cause: withCode(code) })))
        .withContext(code)
        .toBeFalse();
    expect(isLostConnection('away')).toBeFalse();
  });
});
