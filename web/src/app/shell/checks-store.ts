import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { runChecks, type CheckFix } from '@tovlet/core/checks/index';
import { usesOf, type Use } from '@tovlet/core/checks/uses';
import type { SavedTemplateAnswer } from '@tovlet/core/contracts/studio';
import { debounceTime, filter, firstValueFrom } from 'rxjs';
import { Notices } from '../shared/notices';
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

  readonly templates = computed(() => new Map(this.saved().map(({ type, content }) => [type, content])));
  readonly findings = computed(() => runChecks(this.model.compiled(), this.templates()));
  private readonly uses = computed(() => usesOf(this.model.compiled(), this.templates()));

  constructor() {
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'template'),
        debounceTime(200),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.load());
  }

  async load(): Promise<void> {
    try {
      this.saved.set(await firstValueFrom(this.api.templates()));
    } catch (error) {
      this.notices.fail(error);
    }
  }

  usesOf(fieldId: string): readonly Use[] {
    return this.uses().get(fieldId) ?? NONE;
  }

  /** Takes a finding away: by changes of the model, or by saving a template. */
  async fix({ changes, template }: CheckFix): Promise<void> {
    if (changes.length > 0) this.model.apply(changes);
    if (!template) return;
    const version = this.saved().find(({ type }) => type === template.type)?.version ?? 0;
    try {
      await firstValueFrom(this.api.saveTemplate(template.type, version, template.content));
      this.notices.say('The template is saved; pages use it from now on.');
      await this.load();
    } catch (error) {
      this.notices.fail(error);
    }
  }
}
