import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { say } from '@tovlet/core/locale/say';
import { keyProblem } from '@tovlet/core/model/keys';
import type { Becomes } from '@tovlet/core/packages/move-plan';
import { Choice } from '../../../shared/choice';
import { Notices } from '../../../shared/notices';
import { MoveStore } from './move-store';

/** What holds for a table as a whole: what is made of it is called, how its rows are known, which columns make a term. */
@Component({
  selector: 'tov-table-rules',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './table-rules.html',
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 10px 12px;
    }
    .rules {
      display: contents;
    }
    .line {
      display: grid;
      gap: 3px;
      flex: 1 1 120px;
      max-width: 220px;
      color: var(--muted);
    }
    .line .control {
      min-width: 0;
      color: var(--ink);
    }
  `,
})
export class TableRules {
  readonly table = input.required<string>();
  readonly fixed = input(false);

  private readonly store = inject(MoveStore);
  private readonly notices = inject(Notices);

  private readonly becomes = computed(
    () => this.store.plan()?.tables.find(({ table }) => table === this.table())?.becomes,
  );
  protected readonly rules = computed(() => {
    const becomes = this.becomes();
    return becomes?.role === 'type' ? becomes : null;
  });
  protected readonly terms = computed(() => {
    const becomes = this.becomes();
    return becomes?.role === 'taxonomy' ? becomes : null;
  });
  protected readonly columnOptions = computed(() =>
    (this.store.proposing().tables.find(({ name }) => name === this.table())?.fields ?? []).map(
      ({ name }) => ({ value: name, label: name }),
    ),
  );
  protected readonly matches = [
    { value: 'slug', label: say`their slug` },
    { value: 'title', label: say`their title` },
  ];
  protected readonly statuses = [
    { value: 'published', label: say`published` },
    { value: 'draft', label: say`drafts` },
  ];

  protected setRule(patch: Partial<Becomes<'type'>>): void {
    this.store.setBecomes(this.table(), (becomes) =>
      becomes.role === 'type' ? { ...becomes, ...patch } : becomes,
    );
  }

  /** Names of a type or taxonomy that is made. */
  protected readonly names = computed(() => {
    const becomes = this.becomes();
    const made = becomes && 'made' in becomes ? becomes.made : null;
    if (!made) return [];
    return [
      { id: 'singular', label: say`One of them is called`, value: made.singular },
      { id: 'plural', label: say`Many are called`, value: made.plural },
      { id: 'key', label: say`Key`, value: made.key },
      { id: 'pluralKey', label: say`Key of many`, value: made.pluralKey },
    ];
  });

  protected setName(id: string, value: string): void {
    const text = value.trim();
    const isKey = id === 'key' || id === 'pluralKey';
    const problem = text === '' ? say`Give it a name.` : isKey ? keyProblem(text, 'type') : null;
    if (problem !== null) this.notices.say(problem);
    else
      this.store.setBecomes(this.table(), (becomes) => {
        if (becomes.role === 'type' && becomes.made)
          return { ...becomes, made: { ...becomes.made, [id]: text } };
        if (becomes.role === 'taxonomy' && becomes.made)
          return { ...becomes, made: { ...becomes.made, [id]: text } };
        return becomes;
      });
  }

  protected setMatch(match: string | null): void {
    this.setRule({ match: match === 'slug' || match === 'title' ? match : null });
  }

  protected setStatus(status: string | null): void {
    if (status === 'draft' || status === 'published') this.setRule({ status });
  }

  protected setTerms(patch: Partial<Becomes<'taxonomy'>>): void {
    this.store.setBecomes(this.table(), (becomes) =>
      becomes.role === 'taxonomy' ? { ...becomes, ...patch } : becomes,
    );
  }
}
