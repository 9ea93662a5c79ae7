import { blockEnd, blockStart } from '@tovlet/core/templates/marks';
import { Screen } from '../../../testing/screen';
import { setUpWorkbench, until } from '../../../testing/workbench';
import { areaOf, blockAt, blocksOn } from './page-blocks';
import { PageFrame } from './page-frame';

const block = (id: string, inside: string): string => blockStart(id) + inside + blockEnd(id);
const PAGE = `<main style="margin:0">${block(
  'b_section',
  `<section><p>Before</p>${block('b_text', '<p id="words"><em>Words</em></p>')}</section>`,
)}${block('b_row', '<p class="row">One</p>')}${block('b_row', '<p class="row">Two</p>')}<a id="away" href="/away">Away</a><div style="height:3000px"></div>${block('b_far', '<p id="far">Far</p>')}</main>`;

describe('the page of a template that is tried', () => {
  let screen: Screen<PageFrame>;
  let page: Document;
  let pressed: string[];
  const marks = (): readonly HTMLElement[] => screen.all('.mark');
  beforeEach(async () => {
    setUpWorkbench();
    pressed = [];
    screen = await Screen.of(PageFrame, { html: PAGE });
    screen.fixture.componentInstance.pressed.subscribe((id: string) => pressed.push(id));
    const [frame] = screen.all<HTMLIFrameElement>('iframe');
    screen.element.style.cssText = 'height:400px;width:600px';
    await until(() => (frame?.contentDocument?.querySelector('#far') ?? null) !== null);
    if (!frame?.contentDocument) throw new Error('The frame has no page.');
    page = frame.contentDocument;
    await screen.drawn();
  });
  const element = (selector: string): Element => {
    const found = page.querySelector(selector);
    if (!found) throw new Error(`${selector} is not on the page.`);
    return found;
  };

  it('tells its blocks, each where it stands, also several times', () => {
    const blocks = blocksOn(page);
    expect(blocks.map(({ id }) => id)).toEqual(['b_section', 'b_text', 'b_row', 'b_row', 'b_far']);
    expect(blockAt(blocks, element('em'))?.id).toBe('b_text');
    expect(blockAt(blocks, element('section p'))?.id).toBe('b_section');
    expect(blockAt(blocks, element('#away'))).toBeNull();
    const [section, text] = blocks.map(areaOf);
    expect(section?.height).toBeGreaterThan(text?.height ?? 0);
  });

  it('chooses the innermost block that is pressed, and follows no link', () => {
    const press = (selector: string): boolean => {
      const { left, top } = element(selector).getBoundingClientRect();
      const at = { clientX: left + 2, clientY: top + 2, bubbles: true, cancelable: true };
      return element(selector).dispatchEvent(new MouseEvent('click', at));
    };
    expect(press('em')).toBeFalse();
    expect(press('#away')).toBeFalse();
    expect(pressed).toEqual(['b_text']);
  });

  it('marks the block that is chosen wherever it stands, and brings it into view', async () => {
    expect(marks().length).toBe(0);
    await screen.set('selected', 'b_row');
    expect(marks().length).toBe(2);
    await screen.set('selected', 'b_far');
    expect(element('#far').getBoundingClientRect().top).toBeLessThan(400);
  });
});
