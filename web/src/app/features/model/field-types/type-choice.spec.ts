import { TestBed } from '@angular/core/testing';
import { setUpWorkbench } from '../../../../testing/workbench';
import { Dialogs } from '../../../shared/dialogs';
import { TypeChoice } from './type-choice';

describe('the choice among all field types', () => {
  const answering = (answer: string | undefined) => {
    setUpWorkbench();
    spyOn(TestBed.inject(Dialogs), 'ask').and.resolveTo(answer);
    return TestBed.inject(TypeChoice).ask('number');
  };

  it('answers another type', async () => expect(await answering('slider')).toBe('slider'));

  it('answers nothing where the same is chosen, or none', async () => {
    expect(await answering('number')).toBeNull();
    TestBed.resetTestingModule();
    expect(await answering(undefined)).toBeNull();
  });
});
