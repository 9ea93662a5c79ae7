import type { Condition } from '@tovlet/core/conditions/condition';
import { explain } from '@tovlet/core/evaluation/explain';
import { factsFrom, Scope } from '@tovlet/core/evaluation/scope';
import type { JsonObject } from '@tovlet/core/json';
import { TestBed } from '@angular/core/testing';
import { Screen } from '../../testing/screen';
import { altitude, documentOf, hutGroup, prices, setUpWorkbench, winter } from '../../testing/workbench';
import { ModelStore } from '../shell/model-store';
import { TraceLine } from './trace-line';

const high: Condition = { kind: 'field', field: 'f_altitude', operator: 'greater', value: 2000 };
const open: Condition = { kind: 'field', field: 'f_winter', operator: 'is_on' };

describe('a line of the trace', () => {
  const traced = async (condition: Condition, values: JsonObject, row: number | null = null) => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup({ ...altitude, settings: { unit: 'm' } }, winter, prices)));
    const { fields } = TestBed.inject(ModelStore).compiled();
    const scope = Scope.ofEntry(factsFrom({ type: 't_hut' }), values);
    const screen = await Screen.of(TraceLine, { explanation: explain(condition, scope, fields), row });
    const outcomes = screen.all('mat-icon').map((icon) => icon.getAttribute('aria-label'));
    screen.leave();
    return { text: screen.text, outcomes };
  };

  it('says the condition, whether it holds, and the value that decided it with its unit', async () => {
    const { text, outcomes } = await traced(high, { f_altitude: 2080 });
    expect(text).toContain('Altitude is more than 2000');
    expect(text).toMatch(/now 2,?080.m/);
    expect(outcomes).toEqual(['holds']);
  });

  it('calls what is not there empty', async () => {
    const { text, outcomes } = await traced(high, {});
    expect(text).toContain('now empty');
    expect(outcomes).toEqual(['does not hold']);
  });

  it('goes into lists of conditions, each part with its own outcome', async () => {
    const both: Condition = { kind: 'all', conditions: [high, { kind: 'none', conditions: [open] }] };
    const { text, outcomes } = await traced(both, { f_altitude: 2080, f_winter: true });
    expect(text).toContain('All of these:');
    expect(text).toContain('None of these:');
    expect(outcomes).toEqual(['does not hold', 'holds', 'does not hold', 'holds']);
  });

  it('names the row it was asked in, counted from one', async () => {
    expect((await traced(open, { f_winter: true }, 2)).text).toContain('Row 3:');
  });

  it('counts rows instead of writing them out', async () => {
    const some: Condition = { kind: 'field', field: 'f_prices', operator: 'is_filled' };
    const rows = ['r_1', 'r_2'].map((id) => ({ id, values: {} }));
    expect((await traced(some, { f_prices: rows })).text).toContain('now 2 rows');
  });
});
