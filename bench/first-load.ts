import type { Browser, Page } from '@playwright/test';
import { demoPeople } from '@tovlet/demo';
import type { Finding } from './measure';

/** Marks when the first heading stands. */
const watchHeading = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const seen = new MutationObserver(() => {
      if (!document.querySelector('h1')) return;
      performance.mark('first-screen');
      seen.disconnect();
    });
    seen.observe(document, { childList: true, subtree: true });
  });

/** What a browser loads before a screen stands, compressed: every script and style that it asked for, in kB. */
async function kilobytesOf(
  browser: Browser,
  address: string,
  path: string,
  signedIn: boolean,
): Promise<number> {
  const context = await browser.newContext();
  const page = await context.newPage();
  if (signedIn)
    await page.request.post(`${address}/api/studio/session/demo`, { data: { person: demoPeople[0]?.id } });
  await watchHeading(page);
  await page.goto(`${address}${path}`);
  await page.locator('h1').first().waitFor();
  const bytes = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(
        (each): each is PerformanceResourceTiming =>
          'encodedBodySize' in each &&
          /\.(?:js|css)$/.test(each.name) &&
          each.startTime <= (performance.getEntriesByName('first-screen')[0]?.startTime ?? Infinity),
      )
      .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0),
  );
  await context.close();
  return bytes / 1000;
}

const bounded = (name: string, kilobytes: number, bound: number): Finding => ({
  name,
  figure: `${kilobytes.toFixed(1)} kB`,
  bound: `under ${bound} kB`,
  // Less than this would mean that nothing was measured.
  kept: kilobytes < bound && kilobytes > 50,
});

/** The screens that are opened by their addresses, beside the first one. */
const SCREENS = {
  'a list of entries': '/content/type_0',
  'an entry': '/content/type_0/e_large',
  media: '/media',
  'a template': '/templates/type_0',
  delivery: '/delivery',
  people: '/people',
  settings: '/settings',
} as const;

/** What is loaded before the first screen and before signing in, and what each other screen takes more. */
export async function firstLoads(browser: Browser, address: string): Promise<readonly Finding[]> {
  const model = await kilobytesOf(browser, address, '/model', true);
  const signIn = await kilobytesOf(browser, address, '/sign-in', false);
  const others: Finding[] = [];
  for (const [name, path] of Object.entries(SCREENS)) {
    const more = (await kilobytesOf(browser, address, path, true)) - model;
    others.push({
      name: `${name}, against that`,
      figure: `${more.toFixed(1)} kB`,
      bound: 'to be known',
      kept: true,
    });
  }
  return [
    bounded('scripts and styles before the first screen, compressed', model, 300),
    ...others,
    bounded('the same before signing in', signIn, 200),
  ];
}
