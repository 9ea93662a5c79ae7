import { eachWithWorkspace } from '../../testing/workspace';

describe('the list of a type on the site', () => {
  const workspace = eachWithWorkspace();
  const page = async (path = '/site/huts/'): Promise<string> => (await workspace().get<string>(path)).body;
  const setField = async (field: string, patch: object): Promise<void> => {
    const developer = await workspace().signIn();
    const change = { kind: 'set_field', field, patch } as const;
    const { status, body } = await workspace().change(developer, change);
    expect(status).withContext(JSON.stringify(body)).toBe(200);
  };

  it('has a card for each entry: its picture, its title, and what lists show', async () => {
    const editor = await workspace().signIn(1);
    const picture = (await workspace().upload(editor)).body.id;
    await workspace().createHut(editor, { f_picture: picture }, { title: 'Larch <Hut>' });
    await setField('f_altitude', { listColumn: true });
    const html = await page();
    expect(html).toContain('<h2><a href="/site/huts/larch-hut">Larch &lt;Hut&gt;</a></h2>');
    expect(html).toContain(`<div class="card-picture"><img src="/media/${picture}/`);
    expect(html).toMatch(/<dt>Altitude<\/dt><dd>2\s?080\s?m<\/dd>/);
    // The index has the same, one level further down.
    expect(await page('/site/')).toContain('<h3><a href="/site/huts/larch-hut">');
  });

  it('shows nothing that is hidden, for developers or missing', async () => {
    const editor = await workspace().signIn(1);
    await workspace().createHut(editor, { f_email: 'quartz@velmark.example' });
    await setField('f_email', { listColumn: true });
    expect(await page()).toContain('quartz@');
    await setField('f_email', {
      shownWhen: { kind: 'field', field: 'f_altitude', operator: 'less', value: 10 },
    });
    expect(await page()).not.toContain('quartz@');
    await setField('f_email', { shownWhen: null });
    expect(await page()).toContain('quartz@');
    await setField('f_email', { editors: 'nothing' });
    const html = await page();
    expect(html).not.toContain('Email');
    expect(html).not.toContain('card-picture');
  });
});
