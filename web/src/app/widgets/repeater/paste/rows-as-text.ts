import { inject, Injectable } from '@angular/core';
import { maySee, personWith } from '@tovlet/core/access/audience';
import { textOfGrid } from '@tovlet/core/cells/grid';
import { gridOfRows } from '@tovlet/core/cells/grid-of-rows';
import type { Row } from '@tovlet/core/fields/repeater/row';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { EntriesFound } from '../../../pickers/entry/entries-found';
import { READER_LOCALE } from '../../../shared/reader-locale';
import { PeopleStore } from '../../../shell/people-store';
import { SessionStore } from '../../../shell/session-store';
import { TermsStore } from '../../../shell/terms-store';

/** Entries whose titles are asked for at once: as many as an address has room for. */
const AT_ONCE = 400;

/** Writes rows as spreadsheets take them: what they refer to by its name, as it is read when it is pasted again. */
@Injectable({ providedIn: 'root' })
export class RowsAsText {
  private readonly entries = inject(EntriesFound);
  private readonly locale = inject(READER_LOCALE);
  private readonly people = inject(PeopleStore);
  private readonly session = inject(SessionStore);
  private readonly terms = inject(TermsStore);

  /** @returns lines of cells apart by tabs, headings first */
  async of(list: CompiledField, rows: readonly Row[]): Promise<string> {
    const names = new Map(await this.titlesIn(rows));
    await Promise.all([this.terms.start(), this.people.start()]);
    for (const { id, label } of this.terms.all()) names.set(id, label);
    for (const { id, name } of this.people.all()) names.set(id, name);
    const ids = new Map([...names].map(([id, name]) => [name, id]));
    const audience = personWith(this.session.person()?.role ?? 'reader');
    const writing = {
      sees: (field: CompiledField) => maySee(audience, field),
      locale: this.locale,
      nameOf: (id: string) => names.get(id),
      idOf: (_field: CompiledField, name: string) => ids.get(name),
    };
    return textOfGrid(gridOfRows(list, rows, writing));
  }

  private async titlesIn(rows: readonly Row[]): Promise<readonly (readonly [string, string])[]> {
    const found = JSON.stringify(rows).match(/"e_[a-z0-9_]+"/g) ?? [];
    const ids = [...new Set(found.map((each) => each.slice(1, -1)))];
    const titles: (readonly [string, string])[] = [];
    for (let at = 0; at < ids.length; at += AT_ONCE) {
      const some = await this.entries.titles(ids.slice(at, at + AT_ONCE).join(','));
      titles.push(...[...some].map(([id, { title }]) => [id, title] as const));
    }
    return titles;
  }
}
