import { TestBed } from '@angular/core/testing';
import { field } from '@tovlet/core/model/document';
import { Screen } from '../../../../../testing/screen';
import {
  altitude,
  documentOf,
  hutGroup,
  prices,
  setUpWorkbench,
  type,
} from '../../../../../testing/workbench';
import { Engines } from '../../../../shell/engines';
import { ExpressionBox } from './expression-box';

const total = field({
  id: 'f_total',
  key: 'total',
  label: 'Total',
  kind: 'computed',
  settings: { expression: '$sum(prices.amount)', result: 'number' },
});

describe('the box of an expression', () => {
  let screen: Screen<ExpressionBox>;
  const open = async (inputs: Readonly<Record<string, unknown>>): Promise<void> => {
    const server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude, prices, total)));
    screen = await Screen.of(ExpressionBox, { value: '', ...inputs });
    await TestBed.inject(Engines).load();
    await screen.drawn();
  };
  afterEach(() => screen.leave());
  const write = async (text: string): Promise<void> => {
    type(screen.all('textarea')[0] ?? null, text);
    await screen.drawn();
  };

  it('offers the values that can be read, those of rows under their list', async () => {
    await open({ groupId: 'g_hut' });
    const names = screen.all('.names')[0]?.textContent ?? '';
    expect(names).toContain('altitude');
    expect(names).toContain('prices.amount');
  });

  it('says while it is typed what cannot be read, and what is no field', async () => {
    await open({ groupId: 'g_hut', value: 'altitude > 1000' });
    expect(screen.all('.error-text').length).toBe(0);
    for (const wrong of ['altitude >', 'heigth > 1000']) {
      await write(wrong);
      expect(screen.all('.error-text').length).withContext(wrong).toBe(1);
      expect(screen.all('textarea')[0]?.getAttribute('aria-invalid')).withContext(wrong).toBe('true');
    }
    expect(screen.text).toContain('heigth');
    await write('altitude > 1000');
    expect(screen.all('.error-text').length).toBe(0);
  });

  it('says nothing of an empty expression, and helps instead', async () => {
    await open({ groupId: 'g_hut', help: 'Holds where this is true.' });
    expect(screen.all('.error-text').length).toBe(0);
    expect(screen.text).toContain('Holds where this is true.');
  });

  it('hands on what was written, also when it is wrong: the check says so', async () => {
    await open({ fieldId: 'f_total', value: '1' });
    const told: string[] = [];
    screen.fixture.componentInstance.changed.subscribe((text) => told.push(text));
    await write('altitude +');
    expect(told).toEqual(['altitude +']);
  });
});
