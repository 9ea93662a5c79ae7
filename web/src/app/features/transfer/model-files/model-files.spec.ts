import { provideRouter } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import type { FilesPlanAnswer } from '@tovlet/core/contracts/studio/model-files';
import { strToU8, zipSync } from 'fflate';
import { Screen } from '../../../../testing/screen';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  signInAs,
  until,
  type TestServer,
} from '../../../../testing/workbench';
import { filesFrom, packed, pathInModel, UnreadableFiles } from './file-pack';
import { ModelFilesPage } from './model-files-page';

const nothing: FilesPlanAnswer = {
  revision: 3,
  base: 2,
  changes: [],
  beside: [],
  conflicts: [],
  problems: [],
  rehearsals: [],
};

const archive = (files: Readonly<Record<string, string>>, name = 'site.zip'): File => {
  const bytes = zipSync(
    Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])),
  );
  return new File([new Uint8Array(bytes)], name, { type: 'application/zip' });
};

describe('files of a model that are chosen', () => {
  it('are found wherever their folder stands', () => {
    expect(pathInModel('site/model/content-types/hut.json')).toBe('content-types/hut.json');
    expect(pathInModel('site/tovlet.json')).toBe('tovlet.json');
    expect(pathInModel('site/other/hut.json')).toBeNull();
    expect(pathInModel('schemas/x.schema.json')).toBeNull();
  });

  it('come out of an archive as they went in', async () => {
    const files = { 'content-types/hut.json': '{"label":"Hütte"}', 'tovlet.json': '{}' };
    const blob = packed(files);
    expect(await filesFrom([new File([blob], 'model.zip')])).toEqual(files);
    const deeper = archive({ 'site/content-types/hut.json': '{}', 'site/README.md': 'mine' });
    expect(await filesFrom([deeper])).toEqual({ 'content-types/hut.json': '{}' });
  });

  it('are refused in words where they are none, or too large', async () => {
    const refused = (chosen: readonly File[], words: RegExp) =>
      expectAsync(filesFrom(chosen)).toBeRejectedWithError(UnreadableFiles, words);
    await refused([new File(['no archive'], 'model.zip')], /no ZIP file/);
    await refused([archive({ 'notes.txt': 'mine' })], /no files of a model/);
    await refused([archive({ 'content-types/hut.json': ' '.repeat(5 * 1024 * 1024) })], /So large/);
  });
});

describe('the model as files', () => {
  let server: TestServer;
  let screen: Screen<ModelFilesPage>;
  beforeEach(async () => {
    server = setUpWorkbench();
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    await server.loadModel(documentOf(hutGroup(altitude)));
    await signInAs(server, 'developer');
    screen = await Screen.of(ModelFilesPage);
    await screen.drawn();
  });
  afterEach(() => screen.leave());

  const choose = (file: File): void => {
    const [input] = screen.all<HTMLInputElement>('input[type=file]');
    const given = new DataTransfer();
    given.items.add(file);
    if (input) input.files = given.files;
    input?.dispatchEvent(new Event('change'));
  };
  const planned = async (answer: FilesPlanAnswer, look?: (body: unknown) => void): Promise<void> => {
    await until(() => {
      const [request] = server.http.match({ method: 'POST', url: '/api/studio/model-files/plan' });
      look?.(request?.request.body);
      request?.flush(answer);
      return request !== undefined;
    });
    await screen.drawn();
  };
  const chooseSite = (): void => choose(archive({ 'content-types/hut.json': '{}' }));

  it('show what would change before anything does, and are brought in as they were planned', async () => {
    chooseSite();
    const report = {
      total: 24,
      counts: { kept: 20, converted: 0, reduced: 0, undecided: 0, lost: 4 },
      losses: {},
      samples: [],
    };
    await planned({
      ...nothing,
      changes: ['Changed label of “Altitude”'],
      beside: [{ kind: 'template', what: 'changed', id: 't_hut', name: 'Hut page' }],
      rehearsals: [
        { field: 'f_altitude', label: 'Altitude', report, values: 24 },
        { field: 'f_gone', label: 'Opened', report: null, values: 7 },
      ],
    });
    expect(screen.text).toContain('written here at revision 2');
    expect(screen.text).toContain('Changes the template “Hut page”');
    expect(screen.text).toContain('7 values go with the field');
    await screen.press('Bring 2 changes in');
    await until(() => {
      const [request] = server.http.match({ method: 'POST', url: '/api/studio/model-files' });
      if (!request) return false;
      expect(request.request.body).toEqual({
        files: { 'content-types/hut.json': '{}' },
        isWhole: false,
        prefer: null,
        revision: 3,
      });
      request.flush({ ...nothing, changes: ['Changed label of “Altitude”'] });
      return true;
    });
    await until(() => screen.text.includes('Brought in.'));
  });

  it('ask whose word holds where both sides changed the same', async () => {
    chooseSite();
    const conflict = {
      target: 'f_altitude',
      property: 'label',
      files: 'To “Height”',
      workspace: 'To “Level”',
    };
    await planned({ ...nothing, conflicts: [conflict] });
    expect(screen.text).toContain('Say first whose word holds');
    await screen.press('The files');
    await planned({ ...nothing, changes: ['Changed label'], conflicts: [conflict] }, (body) => {
      if (body) expect(body).toEqual(jasmine.objectContaining({ prefer: 'files' }));
    });
    expect(screen.button('Bring 1 change in').hasAttribute('disabled')).toBeFalse();
  });

  it('say what is wrong in them, and are not brought in', async () => {
    chooseSite();
    const problem = {
      severity: 'error',
      file: 'content-types/hut.json',
      at: '/key',
      message: 'A key is missing',
    } as const;
    await planned({ ...nothing, changes: ['Removed something'], problems: [problem] });
    expect(screen.text).toContain('content-types/hut.json/key');
    expect(screen.text).toContain('Mend the files first.');
    expect(screen.button('Bring 1 change in').hasAttribute('disabled')).toBeTrue();
  });

  it('say that a file is none of theirs', async () => {
    choose(new File(['no archive'], 'model.zip'));
    await until(() => screen.text.includes('no ZIP file'));
  });
});
