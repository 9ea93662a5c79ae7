import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FilesPlanAnswer } from '@tovlet/core/contracts/studio/model-files';
import { listen, type Listening } from '../../http/listen';
import { StartError } from '../../start-error';
import { eachWithWorkspace } from '../../testing/workspace';
import { runModelCommand } from './run';

describe('./tovlet model', () => {
  const workspace = eachWithWorkspace();
  let folder: string;
  let server: Listening;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'tovlet-files-'));
    server = await listen(workspace().app, 0);
  });
  afterEach(async () => {
    await server.drain();
    rmSync(folder, { recursive: true, force: true });
  });

  /** Runs a command; what it printed comes with how it ended. */
  const model = async (...argv: readonly string[]): Promise<{ code: number; lines: readonly string[] }> => {
    const lines: string[] = [];
    const code = await runModelCommand(argv, {}, (line) => lines.push(line));
    return { code, lines };
  };
  const there = (): readonly string[] => ['--server', `http://localhost:${server.port}`];
  const edit = (path: string, from: string, to: string): void => {
    const own = join(folder, path);
    const text = readFileSync(own, 'utf8');
    expect(text).toContain(from);
    writeFileSync(own, text.replace(from, to));
  };
  const hut = 'field-groups/hut_facts.json';

  it('writes, checks, compares, rehearses and brings in, and tells programs how it ended', async () => {
    expect((await model('export', folder, ...there())).code).toBe(0);
    expect((await model('check', folder)).code).toBe(0);
    expect((await model('diff', folder, ...there())).code).toBe(0);
    edit(hut, '"label": "Altitude"', '"label": "Height"');
    const compared = await model('diff', folder, ...there());
    expect([compared.code, compared.lines]).toEqual([
      1,
      ['Changes of the workspace:', '  Changed label of “Altitude”'],
    ]);
    expect((await model('rehearse', folder, ...there())).code).toBe(0);
    expect((await model('import', folder, ...there())).code).toBe(0);
    expect((await model('diff', folder, ...there())).code).toBe(0);
  });

  it('writes only what changed, and takes away the files of what is gone', async () => {
    await model('export', folder, ...there());
    writeFileSync(join(folder, 'README.md'), 'mine');
    writeFileSync(join(folder, 'content-types', 'gone.json'), '{}');
    const { lines } = await model('export', folder, ...there(), '--json');
    expect(JSON.parse(lines[0] ?? '')).toEqual(jasmine.objectContaining({ written: 0, removed: 1 }));
    expect(readdirSync(folder)).toContain('README.md');
  });

  it('compares two folders without a workspace', async () => {
    await model('export', folder, ...there());
    const other = mkdtempSync(join(tmpdir(), 'tovlet-files-'));
    await model('export', other, ...there());
    expect((await model('diff', folder, other)).code).toBe(0);
    edit(hut, '"label": "Altitude"', '"label": "Height"');
    const { code, lines } = await model('diff', other, folder);
    expect([code, lines[1]]).toEqual([1, '  Changed label of “Altitude”']);
    rmSync(other, { recursive: true });
  });

  it('fails where files are wrong, and says where', async () => {
    await model('export', folder, ...there());
    edit(hut, '"kind": "number"', '"kind": "numbr"');
    const { code, lines } = await model('check', folder);
    expect([code, lines.some((line) => line.startsWith(`error: ${hut}: /fields/`))]).toEqual([1, true]);
    const brought = await model('import', folder, ...there());
    expect([brought.code, brought.lines.at(-1)]).toEqual([1, 'Nothing was brought in.']);
  });

  it('brings in a part alone', async () => {
    await model('export', folder, ...there());
    edit(hut, '"label": "Altitude"', '"label": "Height"');
    edit('content-types/hut.json', '"singular": "Hut"', '"singular": "Cabin"');
    const { code, lines } = await model('import', folder, ...there(), '--only', 'content-types/', '--json');
    const answer: FilesPlanAnswer = JSON.parse(lines[0] ?? '');
    expect([code, answer.changes.length]).toEqual([0, 1]);
    expect((await model('diff', folder, ...there())).lines).toContain('  Changed label of “Altitude”');
  });

  it('says what it takes, and what cannot be reached', async () => {
    const refused = (argv: readonly string[], words: RegExp) =>
      expectAsync(model(...argv)).toBeRejectedWithError(StartError, words);
    await refused(['turn'], /tovlet model export/);
    await refused(['constructor'], /tovlet model export/);
    await refused(['export'], /Use: .\/tovlet model export FOLDER/);
    await refused(['check', join(folder, 'nowhere')], /There is no folder/);
    await refused(['check', folder], /no files of a model/);
    await refused(['export', folder, '--server', 'http://localhost:9'], /No Tovlet answers/);
    await refused(['export', folder, '--data', folder], /There is no workspace in/);
    await refused(['import', folder, ...there(), '--prefer', 'mine'], /files or workspace/);
    await refused(['import', folder, ...there(), '--whole', '--only', 'templates/'], /--whole removes/);
  });
});
