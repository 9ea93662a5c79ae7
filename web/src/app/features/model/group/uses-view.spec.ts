import { TestBed } from '@angular/core/testing';
import { field } from '@tovlet/core/model/document';
import {
  altitude,
  code,
  documentOf,
  hutGroup,
  prices,
  setUpWorkbench,
  winter,
} from '../../../../testing/workbench';
import { Screen } from '../../../../testing/screen';
import { ChecksStore } from '../../../shell/checks-store';
import { UsesView } from './uses-view';

describe('the uses of a group’s fields', () => {
  it('are listed field by field, rows included, each use once', async () => {
    const server = setUpWorkbench();
    const section = field({ id: 'f_part', key: 'part', label: 'Section', kind: 'section' });
    const group = hutGroup(altitude, winter, code, prices, section);
    await server.loadModel(documentOf(group));
    TestBed.inject(ChecksStore);
    const screen = await Screen.of(UsesView, { group });
    await screen.drawn();
    const line = (label: string): string => {
      const found = screen.all('tbody tr').find(({ textContent }) => textContent.trim().startsWith(label));
      return found?.textContent ?? '';
    };
    expect(line('Winter room').match(/Decides whether “Code” shows/g)).toHaveSize(1);
    expect(line('Guest')).toContain('Page order of Hut');
    expect(line('Section')).toContain('Nothing refers to it.');
    screen.leave();
  });
});
