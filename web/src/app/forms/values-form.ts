import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import { sameJson, type JsonObject } from '@tovlet/core/json';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { EntryIssue } from '@tovlet/core/issues/issue';
import { groupsFor } from '@tovlet/core/placement/groups-for';
import { ModelStore } from '../shell/model-store';
import { FormFields } from './form-fields';
import { FormStore, withoutComputed } from './form-store';

/** The fields that groups put on a term, a person or a medium, with a button of their own to save them. */
@Component({
  selector: 'tov-values-form',
  imports: [FormFields, MatButton],
  providers: [FormStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (form.subject()) {
      @for (group of groups(); track group.group.id) {
        <section [attr.aria-label]="group.group.label">
          <h3>{{ group.group.label }}</h3>
          <tov-form-fields [fields]="group.formFields" [scope]="form.scope" [layout]="group.group.sections" />
        </section>
      }
      @if (form.attempted() && form.issues().length > 0) {
        <ul class="error-text" role="alert">
          @for (issue of form.issues().slice(0, 5); track $index) {
            <li>{{ messageOf(issue) }}</li>
          }
        </ul>
      }
      @if (groups().length > 0 && !disabled()) {
        <button i18n type="button" matButton="filled" [disabled]="!dirty()" (click)="save()">
          Save the fields
        </button>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      container: form / inline-size;
    }
    section {
      display: grid;
      gap: 10px;
    }
    h3 {
      margin: 0;
    }
    button {
      justify-self: start;
    }
  `,
})
export class ValuesForm {
  /** The subject: a taxonomy, the people or the media. */
  readonly subject = input.required<string>();
  readonly id = input.required<string>();
  readonly values = input.required<JsonObject>();
  readonly disabled = input(false);
  readonly saved = output<JsonObject>();
  protected readonly form = inject(FormStore);
  private readonly model = inject(ModelStore);

  private readonly type = computed(() => this.model.compiled().subjectById.get(this.subject()) ?? null);
  protected readonly groups = computed(() => {
    const [type, facts] = [this.type(), this.form.facts()];
    return type && facts ? groupsFor(type, facts) : [];
  });
  protected readonly dirty = computed(() => {
    const type = this.type();
    return type !== null && !sameJson(this.form.entered(), withoutComputed(type, this.values()));
  });
  protected messageOf = ({ issue, label }: EntryIssue): string => issueMessage(issue, label);

  constructor() {
    effect(() => {
      const [type, id, values] = [this.type(), this.id(), this.values()];
      if (!type) return;
      const facts = factsFrom({ type: type.contentType.id, status: 'published', entry: id });
      untracked(() => this.form.open({ model: this.model.compiled(), type, facts }, values, 'published'));
    });
    effect(() => this.form.disabled.set(this.disabled()));
  }

  protected async save(): Promise<void> {
    this.form.attempted.set(true);
    if (this.form.follows()) await this.form.settle();
    if (this.form.issues().length === 0) this.saved.emit({ ...this.form.values() });
  }
}
