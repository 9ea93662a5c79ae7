import { factsFrom } from '@tovlet/core/evaluation/scope';
import type { JsonValue } from '@tovlet/core/json';
import type { Field, FieldGroup } from '@tovlet/core/model/document';
import type { EntryFacts } from '@tovlet/core/evaluation/scope';
import {
  altitude,
  code,
  documentOf,
  hutGroup,
  prices,
  setUpWorkbench,
  winter,
} from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { ConflictPanel } from './conflict-panel';
import { GroupReasons } from './group-reasons';

describe('the panel of a conflict', () => {
  it('shows both versions and answers with the choices made', async () => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude, winter)));
    const conflicts = [{ field: 'f_altitude', base: 1, mine: 2, theirs: null }];
    const screen = await Screen.of(ConflictPanel, {
      conflict: { by: 'Tobrin Kestling', saving: true, conflicts },
    });
    let chosen: readonly string[] = [];
    screen.fixture.componentInstance.resolve.subscribe((theirs) => (chosen = [...theirs]));
    expect(screen.text).toContain('Tobrin Kestling changed this entry meanwhile');
    expect(screen.text).toContain('Altitude');
    await screen.press('Merge and save');
    expect(chosen).toEqual([]);
    await screen.tick('empty');
    await screen.press('Merge and save');
    expect(chosen).toEqual(['f_altitude']);
    screen.leave();
  });

  it('names what stands beside the values, and saves nothing that was not to be saved', async () => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude)));
    const conflicts = [
      { field: 'title', base: 'Larch Hut', mine: 'Larch House', theirs: 'Larch Lodge' },
      { field: 'parent', base: null, mine: null, theirs: 'e_2' },
    ];
    const conflict = { by: 'Tobrin Kestling', saving: false, conflicts };
    const screen = await Screen.of(ConflictPanel, { conflict });
    expect(screen.text).toContain('Title Larch HouseLarch Lodge');
    expect(screen.text).toContain('another entry');
    expect(screen.text).not.toContain('e_2');
    expect(screen.has('Merge and save')).toBeFalse();
    expect(screen.has('Go on with these')).toBeTrue();
    screen.leave();
  });
});

describe('the values of a conflict', () => {
  const shown = async (mine: JsonValue, theirs: JsonValue, ...fields: readonly Field[]): Promise<string> => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(...fields)));
    const conflicts = [{ field: fields[0]?.id ?? '', base: null, mine, theirs }];
    const screen = await Screen.of(ConflictPanel, {
      conflict: { by: 'Tobrin Kestling', saving: true, conflicts },
    });
    screen.leave();
    return screen.text;
  };

  it('are shown as their types display them', async () => {
    const text = await shown(true, false, { ...winter, settings: { onLabel: 'Open', offLabel: 'Shut' } });
    expect(text).toContain('Winter room OpenShut');
  });

  it('are counted where they are rows', async () => {
    expect(await shown([{ id: 'r_1', values: {} }], null, prices)).toContain('Prices 1 rowempty');
  });
});

describe('the reasons of groups', () => {
  const facts: EntryFacts = factsFrom({ type: 't_hut', status: 'draft', entry: null });
  const open = async (...groups: readonly FieldGroup[]): Promise<string> => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(...groups));
    const screen = await Screen.of(GroupReasons, { facts });
    screen.leave();
    return screen.text;
  };

  it('tell for every group why it is, or is not, on an entry', async () => {
    const published = { kind: 'property', property: 'status', operator: 'is', value: 'published' } as const;
    const text = await open(
      hutGroup(code),
      { ...hutGroup(), id: 'g_2', label: 'Only published', appearsOn: published },
      { ...hutGroup(), id: 'g_3', label: 'Off', active: false },
      { ...hutGroup(), id: 'g_4', label: 'Nowhere', appearsOn: { kind: 'any', conditions: [] } },
    );
    expect(text).toContain('Hut factsHere, because type is Hut.');
    expect(text).toContain('Only publishedNot here: it asks that status is published.');
    expect(text).toContain('OffIt would be here, but the group is turned off.');
    expect(text).toContain('NowhereNot here: its rule names nothing.');
  });
});
