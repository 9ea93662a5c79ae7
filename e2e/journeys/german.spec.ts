import { de } from '@tovlet/core/messages/catalogues/de';
import { expect, test, type Desk } from '../support/journey';

test.use({ locale: 'de-DE' });

/** Screens that a German reader comes to, with a word that says they are there. */
const SCREENS: readonly (readonly [path: string, word: string])[] = [
  ['/model', 'Reichweite'],
  ['/model/groups/g_hut?field=f_altitude', 'Blatt'],
  ['/model/groups/g_hut?view=rules', 'Gilt für alle|Regel'],
  ['/model/groups/g_hut?view=uses', 'Verwendungen'],
  ['/model/types/t_hut', 'Formular'],
  ['/model/field-types', 'Feldtypen'],
  ['/model/taxonomies/y_area', 'Begriffe'],
  ['/content/hut', 'Geändert'],
  ['/content/hut/new', 'Entwurf'],
  ['/media', 'Hochladen'],
  ['/templates/hut', 'Bausteine'],
  ['/delivery', 'Auslieferung|Erkunden'],
  ['/delivery/tokens', 'Token erstellen'],
  ['/people', 'Leute'],
  ['/settings', 'Einstellungen'],
  ['/settings/backups', 'Sicherungen'],
  ['/transfer', 'Datei'],
  ['/transfer/model-files', 'Das Modell als Dateien'],
];

/** Texts on the screen that have German and are said in English all the same. */
async function englishOn({ page }: Desk): Promise<readonly string[]> {
  // What the demo calls its own things may be called as Tovlet calls some of its.
  const model = await (await page.request.get('/api/studio/model')).text();
  const said = await page.evaluate(() => {
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const texts: string[] = [];
    while (walker.nextNode()) {
      const around = walker.currentNode.parentElement;
      if (!around?.closest('script, style, code, [translate="no"]'))
        texts.push(walker.currentNode.textContent ?? '');
    }
    for (const name of ['aria-label', 'placeholder', 'title'])
      for (const element of document.querySelectorAll(`[${name}]`))
        texts.push(element.getAttribute(name) ?? '');
    return texts.map((text) => text.replace(/\s+/g, ' ').trim());
  });
  const english = Object.entries(de).filter(([text, german]) => text !== german && !text.includes('{'));
  const known = new Map(english);
  const german = new Set(Object.values(de));
  return [...new Set(said)].filter(
    (text) => known.has(text) && !german.has(text) && !model.includes(JSON.stringify(text)),
  );
}

test('a German reader is spoken to in German, on every screen', async ({ desk, page }) => {
  test.setTimeout(180_000);
  await page.goto('/model');
  await expect(page.getByText('Das ist die Vorführung.')).toBeVisible();
  await page.getByRole('button', { name: 'Ilse Varnholt' }).click();
  await expect(page.getByRole('button', { name: 'Sie: Ilse Varnholt' })).toBeVisible();
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  for (const [path, word] of SCREENS) {
    await page.goto(path);
    await expect(page.locator('body').getByText(new RegExp(word)).first()).toBeVisible();
    expect.soft(await englishOn(desk), path).toEqual([]);
  }
});

test('the language is chosen per person, and kept on every device', async ({ desk, page, browser, demo }) => {
  await desk.page.goto('/model');
  await page.getByRole('button', { name: 'Tobrin Kestling' }).click();
  await page.getByRole('button', { name: 'Sie: Tobrin Kestling' }).click();
  await page.getByRole('menuitem', { name: 'English' }).click();
  await expect(page.getByRole('button', { name: 'You: Tobrin Kestling' })).toBeVisible();
  const elsewhere = await browser.newContext({ baseURL: demo.address, locale: 'de-DE' });
  const other = await elsewhere.newPage();
  await other.goto('/model');
  await other.getByRole('button', { name: 'Tobrin Kestling' }).click();
  await expect(other.getByRole('button', { name: 'You: Tobrin Kestling' })).toBeVisible();
  await elsewhere.close();
});
