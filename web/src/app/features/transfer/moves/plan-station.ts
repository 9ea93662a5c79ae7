import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { say } from '@tovlet/core/locale/say';
import { roleId, roleOptions, withRole } from '@tovlet/core/packages/role-options';
import { Choice } from '../../../shared/choice';
import { MoveStore } from './move-store';
import { TableColumns } from './table-columns';
import { TableRules } from './table-rules';

/** What each table becomes, and where the columns of the chosen one go. */
@Component({
  selector: 'tov-plan-station',
  imports: [Choice, MatButton, MatIcon, RouterLink, TableColumns, TableRules],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-station.html',
  styleUrl: './plan-station.scss',
})
export class PlanStation {
  protected readonly store = inject(MoveStore);

  protected readonly isFixed = computed(() => this.store.isWritten() || this.store.running() !== undefined);
  private readonly problems = computed(() => this.store.answer()?.problems ?? []);
  protected readonly lines = computed(() => {
    const proposing = this.store.proposing();
    return (this.store.plan()?.tables ?? []).flatMap((planned) => {
      const table = proposing.tables.find(({ name }) => name === planned.table);
      if (!table) return [];
      const role = roleId(planned);
      const { becomes } = planned;
      return [
        {
          name: planned.table,
          title: table.title,
          role,
          options: roleOptions(proposing, table).map(({ id, label }) => ({ value: id, label })),
          made: 'made' in becomes && becomes.made ? becomes.made.plural : null,
          hasColumns: becomes.role !== 'join' && becomes.role !== 'left',
          isLeft: becomes.role === 'left',
          problem: this.problems().find((each) => each.table === planned.table)?.message ?? table.problem,
        },
      ];
    });
  });
  /** The table whose columns are shown: the first that has any, until another is chosen. */
  protected readonly chosen = linkedSignal<
    readonly { readonly name: string; readonly hasColumns: boolean }[],
    string
  >({
    source: this.lines,
    computation: (lines, previous) => {
      const same = lines.find(({ name, hasColumns }) => hasColumns && name === previous?.value);
      return (same ?? lines.find(({ hasColumns }) => hasColumns))?.name ?? '';
    },
  });
  protected readonly hasOwnColumns = computed(() => {
    const becomes = this.store.plan()?.tables.find(({ table }) => table === this.chosen())?.becomes;
    return becomes?.role === 'type' || becomes?.role === 'rows';
  });
  /** What keeps all of it from being carried out, beside what a table tells. */
  protected readonly general = computed(() =>
    this.problems()
      .filter(({ table }) => table === '')
      .map(({ message }) => message),
  );
  protected readonly changes = computed(() => this.store.answer()?.changes ?? []);
  protected readonly changesWords = computed(() =>
    this.changes().length === 0
      ? say`The model stays as it is.`
      : say`What is made in the model (${this.changes().length})`,
  );

  protected setRole(name: string, id: string | null): void {
    const proposing = this.store.proposing();
    const table = proposing.tables.find((each) => each.name === name);
    const option = table && roleOptions(proposing, table).find((each) => each.id === id);
    if (!table || !option) return;
    this.store.setPlan((plan) => withRole(proposing, plan, table, option));
    this.chosen.set(name);
  }
}
