import type { Provider } from '@angular/core';
import { CREATES_IN_PLACE } from '../../forms/creates-in-place';
import { FIELD_COMPANY } from '../../forms/field-company';
import { FormStore } from '../../forms/form-store';
import { CopyKeeper } from './copy-keeper';
import { EntryEdits } from './entry-edits';
import { EntryMeeting } from './entry-meeting';
import { EntryStore } from './entry-store';
import { EntryCompany } from './talk/entry-company';
import { TalkStore } from './talk/talk-store';
import { TypedKeeper } from './typed-keeper';

/** What an entry's form is made of, beside its parts on the screen. */
export const entryStores: readonly Provider[] = [
  FormStore,
  CopyKeeper,
  EntryEdits,
  EntryMeeting,
  TypedKeeper,
  EntryStore,
  TalkStore,
  { provide: CREATES_IN_PLACE, useValue: true },
  EntryCompany,
  { provide: FIELD_COMPANY, useExisting: EntryCompany },
];
