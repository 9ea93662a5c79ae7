import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { Type } from '@angular/core';
import {
  altitude,
  documentOf,
  hearNotices,
  hutGroup,
  setUpWorkbench,
  until,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import type { ModelStore } from '../../../shell/model-store';
import { NewGroupDialog } from './new-group-dialog';
import { NewTaxonomyDialog } from './new-taxonomy-dialog';
import { NewTypeDialog } from './new-type-dialog';

/** Opens a dialog as the workbench does, and tells what it was closed with. */
async function open<Dialog>(
  dialog: Type<Dialog>,
  data: unknown = null,
): Promise<{ model: ModelStore; screen: Screen<Dialog>; close: jasmine.Spy; submit: () => Promise<void> }> {
  const server = setUpWorkbench();
  hearNotices();
  const close = jasmine.createSpy('close');
  TestBed.overrideProvider(MatDialogRef, { useValue: { close } });
  TestBed.configureTestingModule({
    providers: [
      { provide: MatDialogRef, useValue: { close } },
      { provide: MAT_DIALOG_DATA, useValue: data },
    ],
  });
  const model = await server.loadModel(documentOf(hutGroup(altitude)));
  const screen = await Screen.of(dialog);
  const submit = async (): Promise<void> => {
    screen.element.querySelector('form')?.dispatchEvent(new Event('submit', { cancelable: true }));
    await screen.drawn();
  };
  return { model, screen, close, submit };
}

describe('the dialog for a new content type', () => {
  it('makes plural, keys and address from the singular', async () => {
    const { model, screen, close, submit } = await open(NewTypeDialog);
    await screen.enter('Singular', 'Mountain pass');
    expect([screen.box('Plural').value, screen.box('Key').value]).toEqual([
      'Mountain passes',
      'mountain_pass',
    ]);
    await submit();
    const made = model.document().contentTypes.at(-1);
    expect([made?.key, made?.pluralKey, made?.address]).toEqual([
      'mountain_pass',
      'mountain_passes',
      '/mountain-passes/{slug}',
    ]);
    expect(close).toHaveBeenCalledOnceWith(made);
    screen.leave();
  });

  it('says everything that is wrong at once, each at its box, and adds nothing', async () => {
    const { model, screen, close, submit } = await open(NewTypeDialog);
    await screen.enter('Plural', 'Huts');
    await screen.enter('Key', 'hut');
    await submit();
    expect(screen.all('mat-error').map(({ textContent }) => textContent)).toEqual([
      'Give it a name.',
      'Another type has these page addresses. Change the plural.',
      'The key hut is already used by another content type.',
    ]);
    expect([model.document().contentTypes.length, close.calls.count()]).toEqual([1, 0]);
    await until(() => document.activeElement === screen.box('Singular'));
    screen.leave();
  });

  it('says that somebody else has taken the key since it was typed', async () => {
    const { model, screen, close, submit } = await open(NewTypeDialog);
    await screen.enter('Singular', 'Pass');
    await screen.enter('Key', 'pass');
    const [hut] = model.document().contentTypes;
    const contentType = hut && {
      ...hut,
      id: 't_p',
      key: 'pass',
      pluralKey: 'all_passes',
      address: '/p/{slug}',
    };
    if (contentType) model.apply([{ kind: 'add_content_type', contentType }]);
    await submit();
    expect(screen.text).toContain('The key pass is already used by another content type.');
    expect(close).not.toHaveBeenCalled();
    screen.leave();
  });

  it('says what a key may be', async () => {
    const { screen, submit } = await open(NewTypeDialog);
    await screen.enter('Singular', 'Shelter');
    await screen.enter('Key', '9 Shelters');
    await submit();
    expect(screen.text).toContain('A key starts with a letter.');
    screen.leave();
  });

  it('proposes names no more once somebody typed their own', async () => {
    const { screen } = await open(NewTypeDialog);
    await screen.enter('Singular', 'Pass');
    await screen.enter('Plural', 'The passes');
    await screen.enter('Singular', 'Gap');
    expect([screen.box('Plural').value, screen.box('Key').value]).toEqual(['The passes', 'gap']);
    screen.leave();
  });
});

describe('the dialog for a new field group', () => {
  it('makes a group that appears on the chosen types', async () => {
    const { model, screen, close, submit } = await open(NewGroupDialog, ['t_hut']);
    expect(screen.box('Huts').checked).toBeTrue();
    await screen.enter('Name', 'Hut facts');
    await submit();
    const made = model.document().groups.at(-1);
    expect([made?.label, made?.key]).toEqual(['Hut facts', jasmine.stringMatching(/^hut_facts/)]);
    expect(
      model
        .compiled()
        .typeById.get('t_hut')
        ?.groups.some(({ group }) => group.id === made?.id),
    ).toBeTrue();
    expect(close).toHaveBeenCalledOnceWith(made);
    screen.leave();
  });

  it('says that a group without a type appears on nothing', async () => {
    const { screen } = await open(NewGroupDialog, ['t_hut']);
    await screen.tick('Huts');
    expect(screen.text).toContain('Without a type, the group appears on nothing for now.');
    screen.leave();
  });

  it('makes a shared set, which asks for no type', async () => {
    const { model, screen, submit } = await open(NewGroupDialog);
    await screen.enter('Name', 'Search');
    await screen.tick('A shared set');
    expect(screen.text).not.toContain('Appears on');
    await submit();
    expect(model.document().groups.at(-1)?.shared).toBeTrue();
    screen.leave();
  });

  it('adds nothing without a name', async () => {
    const { model, screen, close, submit } = await open(NewGroupDialog);
    await submit();
    expect([model.document().groups.length, close.calls.count()]).toEqual([1, 0]);
    screen.leave();
  });
});

describe('the dialog for a new taxonomy', () => {
  it('makes a flat one or a tree, with keys of its own', async () => {
    const { model, screen, close, submit } = await open(NewTaxonomyDialog);
    await screen.enter('Singular', 'Valley');
    await submit();
    const made = model.document().taxonomies.at(-1);
    expect([made?.key, made?.plural]).toEqual(['valley', 'Valleys']);
    expect(close).toHaveBeenCalledOnceWith(made);
    screen.leave();
  });
});
