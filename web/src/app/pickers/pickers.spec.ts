import type { PersonAnswer, TermAnswer } from '@tovlet/core/contracts/studio';
import { documentOf, setUpWorkbench, type TestServer } from '../../testing/workbench';
import { Screen } from '../../testing/screen';
import { ChoiceHarness } from '../shared/choice.harness';
import { FieldPicker } from './field/field-picker';
import { PersonPicker } from './person/person-picker';
import { TermPicker } from './term/term-picker';

const person = (id: string, name: string, role: PersonAnswer['role']): PersonAnswer => ({
  id,
  name,
  email: null,
  role,
  joined: true,
  version: 1,
  values: {},
});
const people = [person('p_1', 'Ada Sund', 'developer'), person('p_2', 'Bo Lind', 'reader')];
const term = (id: string, taxonomy: string, parent: string | null = null): TermAnswer => ({
  id,
  taxonomy,
  parent,
  slug: id,
  label: id,
  position: 1,
  version: 1,
  entries: 0,
  values: {},
});
const terms = [term('north', 'y_area'), term('valley', 'y_area', 'north'), term('bus', 'y_way')];
const taxonomy = (id: string, plural: string) => ({
  id,
  key: id,
  pluralKey: `${id}s`,
  singular: plural,
  plural,
  tree: true,
});

describe('the picker', () => {
  let server: TestServer;
  beforeEach(() => (server = setUpWorkbench()));

  describe('of people', () => {
    const draw = async (inputs: Record<string, unknown>) => {
      const screen = await Screen.of(PersonPicker, { label: 'Warden', ...inputs });
      server.answer('/api/studio/people', people);
      await screen.drawn();
      return { screen, choice: await screen.part(ChoiceHarness) };
    };

    it('offers everybody, or nobody', async () => {
      const { screen, choice } = await draw({ value: null });
      expect(await choice.options()).toEqual(['Nobody', 'Ada Sund', 'Bo Lind']);
      const chosen: (string | null)[] = [];
      screen.fixture.componentInstance.chosen.subscribe((id) => chosen.push(id));
      await choice.choose('Bo Lind');
      expect(chosen).toEqual(['p_2']);
      screen.leave();
    });

    it('offers those of some roles, and who is chosen already', async () => {
      const { screen, choice } = await draw({ value: 'p_2', roles: ['developer'] });
      expect(await choice.options()).toEqual(['Nobody', 'Ada Sund', 'Bo Lind']);
      await screen.set('value', 'p_1');
      expect(await choice.options()).toEqual(['Nobody', 'Ada Sund']);
      screen.leave();
    });

    it('says that somebody is no longer here', async () => {
      const { screen, choice } = await draw({ value: 'p_9' });
      expect(await choice.chosen()).toBe('Somebody who is no longer here');
      screen.leave();
    });
  });

  describe('of terms', () => {
    const draw = async (inputs: Record<string, unknown>) => {
      await server.loadModel({
        ...documentOf(),
        taxonomies: [taxonomy('y_area', 'Areas'), taxonomy('y_way', 'Ways')],
      });
      const screen = await Screen.of(TermPicker, { label: 'Area', ...inputs });
      server.answer('/api/studio/terms', terms);
      await screen.drawn();
      return { screen, choice: await screen.part(ChoiceHarness) };
    };

    it('offers those of every taxonomy under its name, each below the one above it', async () => {
      const { screen, choice } = await draw({ value: 'bus', label: 'Way' });
      expect(await choice.label()).toBe('Way');
      expect(await choice.groups()).toEqual(['Areas', 'Ways']);
      expect((await choice.options()).map((words) => words.trim())).toEqual([
        'Choose…',
        'north',
        'valley',
        'bus',
      ]);
      expect(await choice.chosen()).toBe('bus');
      screen.leave();
    });

    it('offers those of one, without what cannot be chosen', async () => {
      const { screen, choice } = await draw({
        taxonomy: 'y_area',
        offers: (id: string) => id !== 'north',
        none: 'Merge into…',
      });
      expect([await choice.groups(), (await choice.options()).map((words) => words.trim())]).toEqual([
        [],
        ['Merge into…', 'valley'],
      ]);
      screen.leave();
    });
  });

  it('of fields offers them by their labels, and says when one was removed', async () => {
    const screen = await Screen.of(FieldPicker, {
      fields: [
        { id: 'f_1', label: 'Altitude' },
        { id: 'f_2', label: 'Beds' },
      ],
      label: 'Field',
      none: 'The first field',
      value: 'f_gone',
    });
    const choice = await screen.part(ChoiceHarness);
    expect(await choice.options()).toEqual(['The first field', 'Altitude', 'Beds', 'A removed field']);
    const chosen: (string | null)[] = [];
    screen.fixture.componentInstance.chosen.subscribe((id) => chosen.push(id));
    await choice.choose('Beds');
    expect(chosen).toEqual(['f_2']);
    screen.leave();
  });
});
