import {
  altitude,
  code,
  documentOf,
  hutGroup,
  prices,
  setUpWorkbench,
  winter,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { GroupSummary } from './group-summary';

describe('the summary of a group', () => {
  it('counts its fields by type, those within others as well', async () => {
    const group = hutGroup(altitude, winter, code, prices);
    await setUpWorkbench().loadModel(documentOf(group));
    const screen = await Screen.of(GroupSummary, { group });
    const lines = screen.all('li').map(({ textContent }) => textContent.replace(/\s+/g, ' ').trim());
    expect(lines.slice(0, 2)).toEqual(['Number2', 'Text2']);
    expect(screen.text).toContain('6 fields, 3 required');
    screen.leave();
  });
});
