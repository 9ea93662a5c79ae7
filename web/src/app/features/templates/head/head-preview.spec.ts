import { plainHead, type PageHead } from '@tovlet/core/templates/head/page-head';
import { setUpWorkbench } from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { HeadPreview } from './head-preview';

describe('the preview of what is found and shared', () => {
  let screen: Screen<HeadPreview>;
  const site = { name: 'Velmark Huts', language: 'en' };
  const show = async (head: PageHead): Promise<void> => {
    setUpWorkbench();
    screen = await Screen.of(HeadPreview, { head, site });
  };
  afterEach(() => screen.leave());

  it('shows a result, a shared link, and the very lines of the page', async () => {
    const image = { url: 'data:image/gif;base64,R0lGODlhAQABAAAAACw=', alt: 'A hut', width: 1, height: 1 };
    const address = 'https://velmark.example/site/huts/larch';
    await show({ ...plainHead('Larch Hut', address), description: 'Below the pass.', image });
    expect(screen.text).toContain('velmark.example / site / huts / larch');
    expect(screen.text).toContain('Larch Hut · Velmark Huts');
    expect(screen.all('.shared img').length).toBe(1);
    expect(screen.text).toContain(`<link rel="canonical" href="${address}">`);
    expect(screen.text).toMatch(/24 characters, \d+ of 580 pixels/);
  });

  it('says what is missing or too long', async () => {
    await show(plainHead('A very long title '.repeat(6)));
    expect(screen.text).toContain('No description');
    expect(screen.text).toContain('There is no picture');
    expect(screen.all('.over').length).toBe(1);
  });
});
