import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { MovePhase, MoveRunAnswer } from '@tovlet/core/contracts/studio/moves';
import { say } from '@tovlet/core/locale/say';
import { applyChange, ChangeRefused } from '@tovlet/core/model/changes/index';
import { compileModel } from '@tovlet/core/model/compile';
import type { MovePlan, TablePlan } from '@tovlet/core/packages/move-plan';
import { plannedChanges } from '@tovlet/core/packages/planned-changes';
import type { Proposing } from '@tovlet/core/packages/propose-roles';
import { auditTime, filter, firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { Notices } from '../../../shared/notices';
import { Events } from '../../../shell/events';
import { ModelStore } from '../../../shell/model-store';
import { Carrier } from '../carrier';
import { MovesApi } from './moves-api';

/** A package on its way into the workspace: what its tables become, kept as it is changed, and what was done with it. */
@Injectable()
export class MoveStore {
  private readonly api = inject(MovesApi);
  private readonly notices = inject(Notices);
  private readonly model = inject(ModelStore);
  private readonly id = signal<string | undefined>(undefined);
  /** What was chosen here and is not kept yet. */
  private readonly pending = signal<MovePlan | null>(null);
  /** Plans are kept one behind the other, each over the version that the one before made. */
  private saving: Promise<void> = Promise.resolve();

  readonly fetched = fetched({
    request: () => this.id(),
    fetch: (id) => firstValueFrom(this.api.get(id)),
  });
  readonly answer = this.fetched.value;
  readonly plan = computed(() => this.pending() ?? this.answer()?.plan);
  readonly isSaving = computed(() => this.pending() !== null);
  private readonly carrier = new Carrier(this.api, this.fetched, this.notices);
  readonly asking = this.carrier.asking;
  readonly running = computed(() => this.answer()?.runs.find(({ state }) => state === 'running'));
  /** Whether it was brought in and not taken back: what its tables become stays as it was. */
  readonly isWritten = computed(() => {
    const runs = this.answer()?.runs ?? [];
    const isTakenBack = runs.some(({ phase, state }) => phase === 'take_back' && state === 'done');
    return !isTakenBack && runs.some(({ phase }) => phase === 'run');
  });
  /** What plans are proposed by. */
  readonly proposing = computed((): Proposing => ({
    model: this.model.compiled(),
    tables: this.answer()?.tables ?? [],
    role: 'developer',
  }));
  /** The model as it will be; as it is, where it cannot become what is planned. */
  readonly planned = computed(() => {
    const [plan, { model, tables }] = [this.plan(), this.proposing()];
    if (!plan) return model;
    try {
      const changes = plannedChanges(model.document, { plan, tables });
      return changes.length === 0 ? model : compileModel(changes.reduce(applyChange, model.document));
    } catch (error) {
      // The answer tells why.
      if (!(error instanceof ChangeRefused)) throw error;
      return model;
    }
  });

  constructor() {
    inject(Events)
      .stream.pipe(
        filter((event) => event.kind === 'missed' || (event.kind === 'import' && this.isOwn(event.id))),
        auditTime(300),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        if (!this.isSaving()) this.fetched.reload();
      });
  }

  /** Shows a move. */
  open(id: string): void {
    this.id.set(id);
  }

  /** What was done last of a kind; undefined where nothing was. */
  runOf(phase: MovePhase): MoveRunAnswer | undefined {
    return this.answer()?.runs.find((run) => run.phase === phase);
  }

  /** Lets tables become other things. */
  setPlan(change: (plan: MovePlan) => MovePlan): void {
    const plan = this.plan();
    if (!plan) return;
    this.pending.set(change(plan));
    this.saving = this.saving.then(() => this.save());
  }

  /** Lets one table become another thing. */
  setBecomes(table: string, change: (becomes: TablePlan['becomes']) => TablePlan['becomes']): void {
    this.setPlan(({ tables }) => ({
      tables: tables.map((each) =>
        each.table === table ? { ...each, becomes: change(each.becomes) } : each,
      ),
    }));
  }

  /** Begins to do something with all of it, once what was changed is kept. */
  async start(phase: MovePhase): Promise<boolean> {
    await this.saving;
    return this.carrier.start(phase);
  }

  /** Stops what is being done. */
  stop(): Promise<void> {
    return this.carrier.stop();
  }

  private isOwn(id: string): boolean {
    return id === this.id() || Object.values(this.answer()?.imports ?? {}).some((each) => each.id === id);
  }

  private async save(): Promise<void> {
    const [answer, plan] = [this.answer(), this.pending()];
    if (!answer || !plan) return;
    try {
      this.fetched.set(await firstValueFrom(this.api.save(answer.id, { version: answer.version, plan })));
    } catch (error) {
      this.notices.fail(error);
      this.notices.say(say`The package is planned as it was kept last.`);
      this.fetched.reload();
    }
    // What was chosen meanwhile is kept by the next of them.
    if (this.pending() === plan) this.pending.set(null);
  }
}
