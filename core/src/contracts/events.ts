/** How far the filling of a type's index table has come; finished when all entries are done. */
export interface FillingState {
  readonly type: string;
  readonly done: number;
  readonly entries: number;
}

/** Somebody who is at a place of the workbench. */
export interface PresentPerson {
  /** The window that they are in: somebody may have two open. */
  readonly window: string;
  readonly person: string;
  readonly name: string;
  /** The way to the field that they are in, its steps joined by `/`; null where they are in none. */
  readonly field: string | null;
}

/** What the server tells open workbenches. */
export type StudioEvent =
  | ({ readonly kind: 'filling' } & FillingState)
  | { readonly kind: 'model'; readonly revision: number; readonly author: string }
  | {
      readonly kind: 'entry';
      readonly id: string;
      readonly type: string;
      readonly version: number;
      readonly author: string;
    }
  /** What is to become of an entry at a set time is another thing now. */
  | { readonly kind: 'schedule'; readonly id: string }
  /** What people say about an entry is another thing now. */
  | { readonly kind: 'comments'; readonly id: string }
  /** Those who are at a place by now, all of them; places are like `entry/e_1` and `group/g_1`. */
  | { readonly kind: 'presence'; readonly place: string; readonly people: readonly PresentPerson[] }
  /** The working copy of an entry was kept, given up or saved. */
  | { readonly kind: 'copy'; readonly id: string; readonly mark: string | null; readonly author: string }
  | { readonly kind: 'template'; readonly id: string; readonly version: number; readonly author: string }
  /** What is known of the entries of a type that do not fit is another thing now. */
  | { readonly kind: 'findings'; readonly type: string }
  /** Events were missed that nobody knows any more: everything shown may be out of date. */
  | { readonly kind: 'missed' }
  /** A change of many entries has come so far; `done` counts every entry that was looked at. */
  | {
      readonly kind: 'bulk';
      readonly id: string;
      readonly type: string;
      readonly done: number;
      readonly total: number;
    }
  /** The values of a field have followed a change of the model so far; `done` is `total` once all have. */
  | {
      readonly kind: 'values';
      readonly id: string;
      readonly field: string;
      readonly done: number;
      readonly total: number;
    }
  /** An import has come further, is at an end, or was matched otherwise. */
  | { readonly kind: 'import'; readonly id: string }
  /** A backup is begun, made, or gone. */
  | { readonly kind: 'backup' }
  | { readonly kind: 'bin' }
  | { readonly kind: 'media' }
  | { readonly kind: 'people' }
  | { readonly kind: 'terms'; readonly taxonomy: string };
