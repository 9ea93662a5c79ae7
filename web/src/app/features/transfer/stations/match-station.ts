import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { say } from '@tovlet/core/locale/say';
import { cellInWords } from '@tovlet/core/messages/import-words';
import { canBeKey } from '@tovlet/core/transfer/destinations';
import type { ImportRecipe } from '@tovlet/core/transfer/recipe';
import { Choice } from '../../../shared/choice';
import { ImportStore } from '../import-store';
import { ColumnPanel } from './column-panel';

/** So many samples of a column stand beside its name. */
const SAMPLES = 3;

/** From here on a match is drawn as sure, and below as a guess. */
const SURE = 0.9;
const LIKELY = 0.6;

/** Choices about all rows. */
const RULES: {
  readonly [Name in 'missing' | 'known' | 'empty' | 'status']: {
    readonly label: string;
    readonly choices: Readonly<Record<ImportRecipe[Name], string>>;
  };
} = {
  known: {
    label: say`Entries that are there`,
    choices: { change: say`are changed`, leave: say`are left alone` },
  },
  missing: {
    label: say`Rows without an entry`,
    choices: { create: say`make one`, leave: say`are left alone` },
  },
  empty: {
    label: say`Empty cells`,
    choices: { leave: say`leave what stands there`, clear: say`empty what stands there` },
  },
  status: { label: say`New entries are`, choices: { draft: say`drafts`, published: say`published` } },
};

/** The columns of the file beside where they go: the line between them is as strong as the match is sure. */
@Component({
  selector: 'tov-match-station',
  imports: [Choice, ColumnPanel, MatButton, MatIcon, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './match-station.html',
  styleUrl: './match-station.scss',
})
export class MatchStation {
  protected readonly store = inject(ImportStore);
  protected readonly chosen = signal<string | null>(null);
  protected readonly isFixed = computed(() => this.store.isWritten() || this.store.running() !== undefined);

  protected readonly options = computed(() =>
    this.store.destinations().map(({ id, label, field }) => ({
      value: id,
      label,
      group: field ? say`Fields` : say`Of the entry`,
    })),
  );

  protected readonly lines = computed(() => {
    const answer = this.store.answer();
    const columns = this.store.recipe()?.columns ?? [];
    return columns.map(({ column, to, steps }) => {
      const known = answer?.columns.find(({ name }) => name === column);
      const sure = answer?.sureness[column] ?? 1;
      return {
        column,
        to,
        samples: (known?.samples ?? []).slice(0, SAMPLES).map(cellInWords).join(' · '),
        weight: to === null ? 'none' : sure >= SURE ? 'sure' : sure >= LIKELY ? 'likely' : 'guess',
        words: to === null ? '' : sure >= SURE ? '' : sure >= LIKELY ? say`likely` : say`unsure`,
        steps: steps.length,
      };
    });
  });

  /** Where nothing goes: required fields that new entries will lack are told first. */
  protected readonly open = computed(() => {
    const taken = new Set(this.store.recipe()?.columns.map(({ to }) => to));
    return this.store
      .destinations()
      .filter(({ id, field }) => !taken.has(id) && (field ? field.field.field.required : id === 'title'))
      .map(({ label }) => label);
  });

  protected readonly keys = computed(() => {
    const taken = new Set(this.store.recipe()?.columns.map(({ to }) => to));
    return this.store
      .destinations()
      .filter((each) => canBeKey(each) && taken.has(each.id))
      .map(({ id, label }) => ({ value: id, label }));
  });

  protected readonly rules = computed(() => {
    const recipe = this.store.recipe();
    if (!recipe) return [];
    const names =
      recipe.key === null
        ? (['empty', 'status'] as const)
        : (['known', 'missing', 'empty', 'status'] as const);
    return names.map((name) => ({
      name,
      label: RULES[name].label,
      value: recipe[name],
      choices: Object.entries<string>(RULES[name].choices).map(([value, label]) => ({ value, label })),
    }));
  });

  protected setKey(key: string | null): void {
    this.store.setRecipe({ key });
  }

  protected setRule(name: keyof typeof RULES, value: string | null): void {
    if (value !== null) this.store.setRecipe({ [name]: value });
  }

  protected setTo(column: string, to: string | null): void {
    this.store.setColumn(column, { to });
  }

  protected choose(column: string): void {
    this.chosen.update((before) => (before === column ? null : column));
  }
}
