import type { TriedAnswer } from '@tovlet/core/contracts/studio';
import { plainGroup, type FieldGroup } from '@tovlet/core/model/document';
import {
  altitude,
  documentOf,
  hutGroup,
  setUpWorkbench,
  winter,
  type TestServer,
} from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import type { ModelStore } from '../../../../shell/model-store';
import { RulesView } from './rules-view';

const ADDRESS = '/api/studio/model/try-rule';

describe('the rules of a group', () => {
  let server: TestServer;
  let model: ModelStore;
  let screen: Screen<RulesView>;
  const ownGroup = (): FieldGroup => {
    const [group] = model.document().groups;
    if (!group) throw new Error('There is a group.');
    return group;
  };
  beforeEach(async () => {
    server = setUpWorkbench();
    model = await server.loadModel(documentOf({ ...hutGroup(altitude, winter), ...plainGroup }));
    screen = await Screen.of(RulesView, { group: ownGroup() });
  });
  afterEach(() => screen.leave());
  const write = async (expression: string, message: string): Promise<void> => {
    await screen.press('New rule');
    await screen.enter('Must hold', expression);
    await screen.enter('What editors read when it does not', message);
  };
  const answer = async (given: Partial<TriedAnswer>): Promise<void> => {
    server.answer(ADDRESS, { looked: 3, of: 3, holds: 3, failing: [], ...given });
    await screen.drawn();
  };

  it('are saved after they held for every entry', async () => {
    await write('altitude > 0', 'Huts stand above the sea.');
    await screen.press('Save the rule');
    await answer({});
    expect(ownGroup().rules.map(({ expression, message }) => [expression, message])).toEqual([
      ['altitude > 0', 'Huts stand above the sea.'],
    ]);
  });

  it('show the entries for which they would not hold before they are saved all the same', async () => {
    await write('altitude > 1000', 'Too low.');
    await screen.press('Save the rule');
    await answer({ holds: 2, failing: [{ id: 'e_1', type: 't_hut', title: 'Low Hut' }] });
    expect(screen.text).toContain('It would not hold for 1 of 3 entries.');
    expect(screen.has('Low Hut')).toBeTrue();
    expect(ownGroup().rules).toEqual([]);
    await screen.press('Save all the same');
    expect(ownGroup().rules.length).toBe(1);
  });

  it('cannot be saved without words', async () => {
    await write('altitude > 1000', '');
    expect((screen.button('Save the rule') as HTMLButtonElement).disabled).toBeTrue();
  });
});
