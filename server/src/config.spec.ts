import { DEFAULT_PORT, readConfig } from './config';
import { StartError } from './start-error';

describe('the command line', () => {
  it('has defaults', () => {
    const config = readConfig(['demo'], {});
    expect([config.port, config.dataFolder, config.publicDelivery]).toEqual([
      DEFAULT_PORT,
      'data/demo',
      true,
    ]);
  });

  it('takes port and folder', () => {
    const config = readConfig(['start', '--port', '8080', '--data', '/tmp/x'], {
      DATABASE_URL: 'postgres://x',
    });
    expect([config.port, config.dataFolder, config.databaseUrl]).toEqual([8080, '/tmp/x', 'postgres://x']);
    expect(config.publicDelivery).toBeFalse();
  });

  it('takes the origins of other sites, and nothing that is none', () => {
    const origins = (text: string) => readConfig(['start'], { TOVLET_CORS_ORIGINS: text }).corsOrigins;
    expect(origins('https://a.example, http://b.example:8080')).toEqual([
      'https://a.example',
      'http://b.example:8080',
    ]);
    expect([origins(''), origins('*')]).toEqual([[], ['*']]);
    for (const wrong of ['a.example', 'https://a.example/', 'https://a.example/x'])
      expect(() => origins(wrong))
        .withContext(wrong)
        .toThrowError(StartError);
  });

  it('refuses what it does not know or would do harm', () => {
    const wrong = [
      ['serve'],
      ['demo', '--port', 'x'],
      ['demo', '--port', '70000'],
      ['demo', '--colour'],
      ['start', '--fresh'],
    ];
    for (const argv of wrong)
      expect(() => readConfig(argv, {}))
        .withContext(argv.join(' '))
        .toThrowError(StartError);
  });
});
