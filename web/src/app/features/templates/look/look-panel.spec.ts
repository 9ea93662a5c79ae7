import { Screen } from '../../../../testing/screen';
import { setUpWorkbench } from '../../../../testing/workbench';
import type { BlockStyle } from '@tovlet/core/templates/styles/block-style';
import { LookPanel } from './look-panel';

describe('the look of a block', () => {
  let screen: Screen<LookPanel>;
  let styles: (BlockStyle | undefined)[];
  const last = (): BlockStyle | undefined => styles.at(-1);
  beforeEach(async () => {
    setUpWorkbench();
    styles = [];
    screen = await Screen.of(LookPanel, { style: undefined, kind: 'text' });
    screen.fixture.componentInstance.changed.subscribe((style) => {
      styles.push(style);
      screen.fixture.componentRef.setInput('style', style);
    });
  });

  it('is chosen at every width, and beside that for a phone', async () => {
    await screen.choose('Alignment', 'At the end');
    expect(last()).toEqual({ all: { align: 'end' } });
    await screen.press('On a phone');
    await screen.choose('Shown', 'Not at this width');
    expect(last()).toEqual({ all: { align: 'end' }, phone: { visibility: 'no' } });
    await screen.choose('Shown', 'As at every width');
    await screen.press('At every width');
    await screen.choose('Alignment', 'As usual');
    expect(last()).toBeUndefined();
  });

  it('offers what lies beside each other for blocks that lay others out', async () => {
    expect(screen.text).not.toContain('Space between');
    await screen.set('kind', 'cards');
    expect(screen.text).toContain('Space between');
  });
});
