import { computed, inject, Injectable, InjectionToken, signal, type Signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { ImportPhase, ImportRunAnswer, ImportSource } from '@tovlet/core/contracts/studio/imports';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { say } from '@tovlet/core/locale/say';
import { destinationsOf, gatheredDestinations } from '@tovlet/core/transfer/destinations';
import type { ColumnRecipe, ImportRecipe } from '@tovlet/core/transfer/recipe';
import { auditTime, filter, firstValueFrom } from 'rxjs';
import { fetched } from '../../fetching/fetched';
import { Notices } from '../../shared/notices';
import { Events } from '../../shell/events';
import { ModelStore } from '../../shell/model-store';
import { Carrier } from './carrier';
import { ImportsApi } from './imports-api';

/** How a file is read and matched. */
interface Matched {
  readonly source: ImportSource;
  readonly recipe: ImportRecipe;
}

/** The model as it will be, where rows come with their model. */
export const PLANNED_MODEL = new InjectionToken<Signal<CompiledModel>>('PLANNED_MODEL');

/** A file on its way to entries: how it is matched, kept as it is changed, and what was done with it. */
@Injectable()
export class ImportStore {
  private readonly api = inject(ImportsApi);
  private readonly notices = inject(Notices);
  private readonly model = inject(ModelStore);
  private readonly planned = inject(PLANNED_MODEL, { optional: true });
  private readonly id = signal<string | undefined>(undefined);
  /** What was chosen here and is not kept yet. */
  private readonly pending = signal<Matched | null>(null);
  /** Changes are kept one behind the other, each over the version that the one before made. */
  private saving: Promise<void> = Promise.resolve();

  readonly fetched = fetched({
    request: () => this.id(),
    fetch: (id) => firstValueFrom(this.api.get(id)),
  });
  readonly answer = this.fetched.value;
  readonly source = computed(() => this.pending()?.source ?? this.answer()?.source);
  readonly recipe = computed(() => this.pending()?.recipe ?? this.answer()?.recipe);
  readonly isSaving = computed(() => this.pending() !== null);
  private readonly carrier = new Carrier(this.api, this.fetched, this.notices);
  readonly asking = this.carrier.asking;
  readonly type = computed(() => {
    const model = this.planned?.() ?? this.model.compiled();
    return model.typeById.get(this.answer()?.type ?? '');
  });
  /** Where columns can go. */
  readonly destinations = computed(() => {
    const type = this.type();
    return type ? (this.planned ? gatheredDestinations : destinationsOf)(type, 'developer') : [];
  });
  private readonly labels = computed(() => new Map(this.destinations().map(({ id, label }) => [id, label])));
  readonly running = computed(() => this.answer()?.runs.find(({ state }) => state === 'running'));
  /** Whether rows were written that were not taken back: how they were matched stays as it was. */
  readonly isWritten = computed(() => {
    const runs = this.answer()?.runs ?? [];
    const isTakenBack = runs.some(({ phase, state }) => phase === 'take_back' && state === 'done');
    return !isTakenBack && runs.some(({ phase }) => phase === 'run');
  });

  constructor() {
    inject(Events)
      .stream.pipe(
        filter((event) => event.kind === 'missed' || (event.kind === 'import' && event.id === this.id())),
        auditTime(300),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        if (!this.isSaving()) this.fetched.reload();
      });
  }

  /** Shows an import. */
  open(id: string): void {
    this.id.set(id);
  }

  /** What a destination is called. */
  readonly labelOf = (destination: string): string =>
    this.labels().get(destination) ?? this.labels().get(destination.split('/')[0] ?? '') ?? destination;

  /** What was done last of a kind; undefined where nothing was. */
  runOf(phase: ImportPhase): ImportRunAnswer | undefined {
    return this.answer()?.runs.find((run) => run.phase === phase);
  }

  /** Reads the file otherwise. */
  setSource(patch: Partial<ImportSource>): void {
    this.keep(({ source, recipe }) => ({ source: { ...source, ...patch }, recipe }));
  }

  /** Matches the file otherwise. */
  setRecipe(patch: Partial<ImportRecipe>): void {
    this.keep(({ source, recipe }) => ({ source, recipe: { ...recipe, ...patch } }));
  }

  /** Lets a column go elsewhere, or be taken otherwise; another column that went there is left out. */
  setColumn(column: string, patch: Partial<ColumnRecipe>): void {
    const taken = patch.to ?? null;
    this.keep(({ source, recipe }) => {
      const columns = recipe.columns.map((each) => {
        if (each.column === column) return { ...each, ...patch };
        return taken !== null && each.to === taken ? { ...each, to: null } : each;
      });
      const isKeyed = columns.some(({ to }) => to === recipe.key);
      return { source, recipe: { ...recipe, columns, key: isKeyed ? recipe.key : null } };
    });
  }

  /** Begins to do something with all rows, once what was changed is kept. */
  async start(phase: ImportPhase): Promise<boolean> {
    await this.saving;
    return this.carrier.start(phase);
  }

  /** Stops what is being done. */
  stop(): Promise<void> {
    return this.carrier.stop();
  }

  private keep(change: (matched: Matched) => Matched): void {
    const [source, recipe] = [this.source(), this.recipe()];
    if (!source || !recipe) return;
    this.pending.set(change({ source, recipe }));
    this.saving = this.saving.then(() => this.save());
  }

  private async save(): Promise<void> {
    const [answer, pending] = [this.answer(), this.pending()];
    if (!answer || !pending) return;
    try {
      this.fetched.set(
        await firstValueFrom(this.api.save(answer.id, { version: answer.version, ...pending })),
      );
    } catch (error) {
      this.notices.fail(error);
      this.notices.say(say`The file is matched as it was kept last.`);
      this.fetched.reload();
    }
    // What was chosen meanwhile is kept by the next of them.
    if (this.pending() === pending) this.pending.set(null);
  }
}
