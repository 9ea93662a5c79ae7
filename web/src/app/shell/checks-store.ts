import { say } from '@tovlet/core/locale/say';
import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { CheckFix } from '@tovlet/core/checks/index';
import type { CheckReport } from '@tovlet/core/checks/report';
import { usesOf, type Use } from '@tovlet/core/uses/uses';
import type { SavedTemplateAnswer } from '@tovlet/core/contracts/studio';
import { debounceTime, filter, firstValueFrom } from 'rxjs';
import { Notices } from '../shared/notices';
import { CheckRunner } from './check-runner';
import { ChecksApi } from './checks-api';
import { Events } from './events';
import { ModelStore } from './model-store';

const NONE: readonly Use[] = [];

/** What is found wrong with the model and its templates, and who uses which field; both follow every change. */
@Injectable({ providedIn: 'root' })
export class ChecksStore {
  private readonly api = inject(ChecksApi);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);
  private readonly saved = signal<readonly SavedTemplateAnswer[]>([]);

  readonly templates = computed(() => new Map(this.saved().map(({ id, content }) => [id, content])));
  private readonly reported = signal<CheckReport | null>(null);
  /** Whether anything was checked yet; until then nobody can say that nothing was found. */
  readonly known = computed(() => this.reported() !== null);
  readonly findings = computed(() => this.reported()?.findings ?? []);
  private readonly uses = computed(() => new Map(this.reported()?.uses ?? []));

  constructor() {
    const runner = inject(CheckRunner);
    runner.report((report) => this.reported.set(report));
    effect(() => {
      const request = { document: this.model.document(), templates: this.templates() };
      if (this.model.loaded()) runner.run(request);
    });
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'template'),
        debounceTime(200),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.load());
  }

  /** Loads the saved templates, in which fields are used as well. */
  async load(): Promise<void> {
    try {
      this.saved.set(await firstValueFrom(this.api.templates()));
    } catch (error) {
      this.notices.fail(error);
    }
  }

  /** Lists where a field is used. */
  usesOf(fieldId: string): readonly Use[] {
    return this.uses().get(fieldId) ?? NONE;
  }

  /** The same, for the model as it is at this moment: before something is removed, nothing may be missed. */
  usesNow(fieldId: string): readonly Use[] {
    return usesOf(this.model.compiled(), this.templates()).get(fieldId) ?? NONE;
  }

  /** Takes a finding away: by changes of the model, or by saving a template. */
  async fix({ changes, template }: CheckFix): Promise<void> {
    if (changes.length > 0) this.model.apply(changes);
    if (!template) return;
    const version = this.saved().find(({ id }) => id === template.id)?.version ?? 0;
    try {
      await firstValueFrom(this.api.saveTemplate(template.id, version, template.content));
      this.notices.say(say`The template is saved; pages use it from now on.`);
      await this.load();
    } catch (error) {
      this.notices.fail(error);
    }
  }
}
