import { TestBed } from '@angular/core/testing';
import {
  altitude,
  documentOf,
  hutGroup,
  press,
  setUpWorkbench,
  until,
} from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import { of } from 'rxjs';
import { rehearsalOf } from '../../../../../testing/rehearsal';
import { ModelApi } from '../../../../shell/model-api';
import type { ModelStore } from '../../../../shell/model-store';
import { TypeChoice } from '../../field-types/type-choice';
import { Sheet } from './sheet';

const ADD = 'Add a field: type a label, press Enter';

describe('the list of all types, in the sheet', () => {
  let model: ModelStore;
  let screen: Screen<Sheet>;
  let ask: jasmine.Spy;
  const group = hutGroup(altitude);
  beforeEach(async () => {
    const server = setUpWorkbench();
    model = await server.loadModel(documentOf(group));
    ask = spyOn(TestBed.inject(TypeChoice), 'ask');
    spyOn(TestBed.inject(ModelApi), 'rehearse').and.returnValue(of(rehearsalOf()));
    screen = await Screen.of(Sheet, { group });
  });
  afterEach(() => screen.leave());
  const fields = () => model.document().groups[0]?.fields ?? [];
  const seeAll = async (label: string): Promise<HTMLInputElement> => {
    const box = screen.box(label);
    box.value = '';
    box.dispatchEvent(new Event('change'));
    await screen.drawn();
    return box;
  };

  it('gives a field another type', async () => {
    ask.and.resolveTo('slider');
    const box = await seeAll('Type of Altitude');
    expect(ask).toHaveBeenCalledOnceWith('number');
    await until(() => fields()[0]?.kind === 'slider');
    expect(document.activeElement).toBe(box);
  });

  it('leaves the type as it is where none is chosen', async () => {
    ask.and.resolveTo(null);
    const box = await seeAll('Type of Altitude');
    expect([fields()[0]?.kind, box.value]).toEqual(['number', 'number']);
  });

  it('gives a new field its type, and the label goes on', async () => {
    ask.and.resolveTo('place');
    await screen.enter(ADD, 'Spring');
    await seeAll('Type of the new field');
    expect(document.activeElement).toBe(screen.box(ADD));
    press(screen.box(ADD), 'Enter');
    await until(() => fields().length === 2);
    expect(fields()[1]?.kind).toBe('place');
  });
});
