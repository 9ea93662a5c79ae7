import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Condition, ConditionList } from '@tovlet/core/conditions/condition';
import {
  altitude,
  code,
  documentOf,
  hutGroup,
  settle,
  setUpWorkbench,
  type,
  winter,
} from '../../testing/workbench';
import { ConditionEditor } from './condition-editor';
import { fieldSubjects } from './subjects';
import { ChoiceHarness } from '../shared/choice.harness';

describe('the condition editor', () => {
  let fixture: ComponentFixture<ConditionEditor>;
  let last: ConditionList | null;
  let element: HTMLElement;

  const show = async (condition: Condition | null): Promise<void> => {
    const server = setUpWorkbench();
    const model = await server.loadModel(documentOf(hutGroup(altitude, winter, code)));
    fixture = TestBed.createComponent(ConditionEditor);
    element = fixture.nativeElement;
    fixture.componentRef.setInput('condition', condition);
    fixture.componentRef.setInput('subjects', fieldSubjects(model.compiled().fields.values(), [], 'f_code'));
    last = null;
    fixture.componentInstance.changed.subscribe((changed) => {
      last = changed;
      fixture.componentRef.setInput('condition', changed);
    });
    await fixture.whenStable();
  };
  const press = async (name: string): Promise<void> => {
    const button = [...element.querySelectorAll('button')].find(
      (each) => each.textContent.trim() === name || each.getAttribute('aria-label') === name,
    );
    if (!button) throw new Error(`No button ${name}`);
    button.click();
    await fixture.whenStable();
    await settle();
  };
  const choice = (label: string): Promise<ChoiceHarness> =>
    TestbedHarnessEnvironment.loader(fixture).getHarness(ChoiceHarness.with({ label }));
  const choose = async (label: string, words: string): Promise<void> => {
    await (await choice(label)).choose(words);
    await fixture.whenStable();
  };

  it('builds a comparison whose operators fit the subject’s type', async () => {
    await show(null);
    await press('Condition');
    await choose('What is compared', 'Winter room');
    const offered = await (await choice('How it is compared')).options();
    expect(offered).toContain('is on');
    expect(offered).not.toContain('is more than');
    await choose('What is compared', 'Altitude');
    await choose('How it is compared', 'is more than');
    type(element.querySelector('tov-comparison-value input'), '2000');
    expect<unknown>(last).toEqual({
      kind: 'all',
      conditions: [{ kind: 'field', field: 'f_altitude', operator: 'greater', value: 2000 }],
    });
  });

  it('nests lists as deep as wanted and takes them away again', async () => {
    await show({ kind: 'all', conditions: [] });
    await press('Group of conditions');
    const inner = element.querySelectorAll('tov-condition-editor .adders button');
    (inner[1] as HTMLElement).click();
    await fixture.whenStable();
    expect<unknown>(last).toEqual({
      kind: 'all',
      conditions: [{ kind: 'any', conditions: [{ kind: 'any', conditions: [] }] }],
    });
    await press('Remove this list');
    expect(last?.conditions.length).toBe(0);
  });

  it('keeps the value when the operator changes to one with the same operand', async () => {
    await show({ kind: 'field', field: 'f_altitude', operator: 'greater', value: 5 });
    await choose('How it is compared', 'is less than');
    expect<unknown>(last?.conditions[0]).toEqual({
      kind: 'field',
      field: 'f_altitude',
      operator: 'less',
      value: 5,
    });
    await choose('How it is compared', 'is empty');
    expect<unknown>(last?.conditions[0]).toEqual({
      kind: 'field',
      field: 'f_altitude',
      operator: 'is_empty',
    });
  });
});
