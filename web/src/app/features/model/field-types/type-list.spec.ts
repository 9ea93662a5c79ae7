import type { FieldType } from '@tovlet/core/fields/field-type';
import { setUpWorkbench, type } from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { TypeList } from './type-list';

describe('the list of field types', () => {
  let screen: Screen<TypeList>;
  beforeEach(async () => {
    setUpWorkbench();
    screen = await Screen.of(TypeList);
  });
  afterEach(() => screen.leave());
  const names = () => screen.all('h3').map(({ textContent }) => textContent.trim());

  it('stands by family, with what each is for, its widget, and what becomes of a value', () => {
    expect(screen.all('h2').map(({ textContent }) => textContent.trim())).toContain('Numbers and time');
    const number = screen.all('article').find((each) => each.textContent.includes('compare and count'));
    expect(number?.querySelector('input')?.value).toBe('2140');
    expect(number?.querySelector('dd')?.textContent).toContain('2140');
    expect(number?.querySelector('code')?.textContent.trim()).toBe('2140');
  });

  it('is searched by names, families and what types are for', async () => {
    type(screen.box('Find a type'), 'door');
    await screen.drawn();
    expect(names()).toEqual(['Secret']);
    type(screen.box('Find a type'), 'no such thing');
    await screen.drawn();
    expect(screen.text).toContain('No type has these words.');
  });

  it('gives the type that is taken, where one is to be', async () => {
    expect(screen.has('Take Number')).toBeFalse();
    await screen.set('choosable', true);
    const taken: FieldType[] = [];
    screen.fixture.componentInstance.choose.subscribe((each) => taken.push(each));
    await screen.press('Take Number');
    expect(taken.map(({ kind }) => kind)).toEqual(['number']);
  });

  it('lets nothing of its samples be used', () => {
    expect(screen.all('.shown').every((each) => each.hasAttribute('inert'))).toBeTrue();
  });
});
