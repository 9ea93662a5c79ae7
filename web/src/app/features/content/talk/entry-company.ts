import { computed, inject, Injectable, signal } from '@angular/core';
import type { FieldCompany } from '../../../forms/field-company';
import { Presence } from '../../../shell/presence/presence';
import { EntryEdits } from '../entry-edits';
import { TalkStore } from './talk-store';

/** What others do at the fields of the entry that is open. */
@Injectable()
export class EntryCompany implements FieldCompany {
  private readonly edits = inject(EntryEdits);
  private readonly store = inject(TalkStore);
  private readonly presence = inject(Presence);
  /** The way to the field that one is in oneself. */
  readonly here = signal<readonly string[]>([]);
  private readonly byField = computed(() => {
    const byField = new Map<string, string[]>();
    for (const { field, name } of this.presence.others())
      if (field !== null) byField.set(field, [...(byField.get(field) ?? []), name]);
    return byField;
  });

  othersAt(key: string): readonly string[] {
    return this.byField().get(key) ?? [];
  }

  canTalk(): boolean {
    return this.edits.entry() !== null;
  }

  openAt(key: string): number {
    return this.store.openAt(key);
  }

  talk(path: readonly string[]): void {
    this.store.talk(path);
  }

  enter(path: readonly string[]): void {
    this.here.set(path);
  }
}
