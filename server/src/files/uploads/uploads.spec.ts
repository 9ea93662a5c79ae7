import { UPLOADS_PATH, type TakenAnswer } from '@tovlet/core/contracts/studio';
import { drawPicture, eachWithWorkspace, type Refusal } from '../../testing/workspace';

const TUS = { 'tus-resumable': '1.0.0' };
const encoded = (text: string): string => Buffer.from(text).toString('base64');

describe('files that come in pieces', () => {
  const workspace = eachWithWorkspace();
  let editor: string;
  let bytes: Uint8Array;
  beforeEach(async () => {
    editor = await workspace().signIn(1);
    bytes = await drawPicture('#1F5F55', 60, 40);
  });
  const request = (method: string, path: string, headers: Record<string, string>, cookie = editor) =>
    workspace().request(path, { method, headers: { ...TUS, cookie, ...headers } });
  const begin = async (size = bytes.length, name = 'larch.png', cookie = editor) => {
    const headers = { 'upload-length': String(size), 'upload-metadata': `filename ${encoded(name)}` };
    const { status, headers: answered } = await request('POST', UPLOADS_PATH, headers, cookie);
    return { status, id: answered.get('location')?.split('/').at(-1) ?? '' };
  };
  const send = (id: string, from: number, to: number, cookie = editor) =>
    workspace().request(`${UPLOADS_PATH}/${id}`, {
      method: 'PATCH',
      headers: {
        ...TUS,
        cookie,
        'upload-offset': String(from),
        'content-type': 'application/offset+octet-stream',
      },
      body: Uint8Array.from(bytes.slice(from, to)),
    });
  const take = (upload: string, more: object = {}, cookie = editor) =>
    workspace().send<TakenAnswer & Refusal>('POST', '/api/studio/media/taken', { upload, ...more }, cookie);
  const offset = async (id: string, cookie = editor): Promise<string | null> =>
    (
      await workspace().app.request(`${UPLOADS_PATH}/${id}`, { method: 'HEAD', headers: { ...TUS, cookie } })
    ).headers.get('upload-offset');

  it('go on where they were broken off, and are taken once they are complete', async () => {
    const { status, id } = await begin();
    expect(status).toBe(201);
    expect((await send(id, 0, 50)).status).toBe(204);
    expect(await offset(id)).toBe('50');
    expect((await take(id)).status).toBe(422);
    expect((await send(id, 0, 50)).status).toBe(409);
    expect((await send(id, 50, bytes.length)).status).toBe(204);
    const { status: taken, body } = await take(id);
    expect([taken, body.medium.filename, body.medium.width, body.known]).toEqual([
      201,
      'larch.png',
      60,
      false,
    ]);
    // Taken once; what was uploaded is not kept twice.
    expect((await take(id)).status).toBe(404);
  });

  it('are taken once by two who take the same at the same time', async () => {
    const upload = await workspace().uploadInPieces(editor, bytes, 'one.png');
    const answers = await Promise.all([take(upload), take(upload)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 404]);
  });

  it('are known again when the very same file comes twice, also out of the bin', async () => {
    const first = await take(await workspace().uploadInPieces(editor, bytes, 'one.png'));
    const again = await take(await workspace().uploadInPieces(editor, bytes, 'two.png'));
    expect([again.body.known, again.body.medium.id]).toEqual([true, first.body.medium.id]);
    const { id, version } = again.body.medium;
    await workspace().send('DELETE', `/api/studio/media/${id}?version=${version}`, undefined, editor);
    const back = await take(await workspace().uploadInPieces(editor, bytes, 'three.png'));
    expect([back.body.known, back.body.medium.id]).toEqual([true, id]);
  });

  it('of others are for nobody else to see, go on with, end or take', async () => {
    const { id } = await begin();
    await send(id, 0, bytes.length);
    const other = await workspace().signIn(2);
    expect(await offset(id, other)).toBeNull();
    expect((await send(id, 0, 10, other)).status).toBe(404);
    expect((await request('DELETE', `${UPLOADS_PATH}/${id}`, {}, other)).status).toBe(404);
    expect((await take(id, {}, other)).status).toBe(404);
    // Nobody says by what they send whose it is.
    const mine = `filename ${encoded('x')},person ${encoded('p_demo_developer')}`;
    const forged = await request('POST', UPLOADS_PATH, { 'upload-length': '1', 'upload-metadata': mine });
    const forgedId = forged.headers.get('location')?.split('/').at(-1) ?? '';
    expect(await offset(forgedId)).toBe('0');
    expect((await take(id)).status).toBe(201);
  });

  it('are for editors, of this site, of a bounded size, and read back by nobody', async () => {
    expect((await begin(bytes.length, 'a.png', await workspace().signIn(3))).status).toBe(403);
    expect((await begin(bytes.length, 'a.png', '')).status).toBe(401);
    expect((await begin(3_000_000_000)).status).toBe(413);
    const foreign = await request('POST', UPLOADS_PATH, {
      'upload-length': '1',
      'sec-fetch-site': 'cross-site',
    });
    expect(foreign.status).toBe(403);
    const { id } = await begin();
    await send(id, 0, bytes.length);
    expect((await request('GET', `${UPLOADS_PATH}/${id}`, {})).status).toBe(405);
    for (const strange of ['..%2F..%2Fmedia', 'x', 'f'.repeat(32)])
      expect((await take(decodeURIComponent(strange))).status).toBe(404);
  });

  it('that are refused can be taken no more than before, and say why', async () => {
    bytes = new TextEncoder().encode('<svg onload="alert(1)"></svg>');
    const { id } = await begin(bytes.length, 'drawing.svg');
    await send(id, 0, bytes.length);
    const { status, body } = await take(id);
    expect([status, body.detail]).toEqual([415, jasmine.stringContaining('not of a kind that is taken')]);
  });

  it('have names that can be shown and saved, whatever they were called', async () => {
    const names: readonly (readonly [string, RegExp])[] = [
      ['../../etc/pass\u0007wd.png', /^[^/\\\p{Cc}]+\.png$/u],
      ['C:\\huts\\larch.png', /larch\.png$/],
      ['\u202Egnp.exe', /^gnp\.exe$/],
      ['La\u0308rche.png', /^Lärche\.png$/],
      ['  ...  ', /^file\.png$/],
      [`${'x'.repeat(400)}.png`, /^x{116}\.png$/],
      ['🏔️ ridge.png', /ridge\.png$/],
    ];
    for (const [index, [name, wanted]] of names.entries()) {
      bytes = await drawPicture('#1F5F55', 61 + index, 40);
      const { body } = await take(await workspace().uploadInPieces(editor, bytes, name));
      expect(body.medium.filename).withContext(name).toMatch(wanted);
    }
  });
});
