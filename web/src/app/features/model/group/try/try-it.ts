import { Said } from '../../../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { factsFrom } from '@tovlet/core/evaluation/scope';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { FillAnswer } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import type { FieldGroup } from '@tovlet/core/model/document';
import { templateOf } from '@tovlet/core/model/page-templates';
import { defaultValues } from '@tovlet/core/values/defaults';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { EntryIssue } from '@tovlet/core/issues/issue';
import { traceConditions } from '@tovlet/core/values/trace';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../../fetching/fetched';
import { Notices } from '../../../../shared/notices';
import { ModelStore } from '../../../../shell/model-store';
import { EntriesApi } from '../../../../shell/entries-api';
import { FormFields } from '../../../../forms/form-fields';
import { FormStore } from '../../../../forms/form-store';
import { TraceLine } from '../../../../conditions/trace-line';
import { Choice } from '../../../../shared/choice';
import { Options } from '../../../../shared/options';

const SAMPLES = 50;

/** The group’s real form, to play with; nothing is saved. Beside it, every condition with its present outcome. */
@Component({
  selector: 'tov-try-it',
  imports: [Choice, FormFields, MatButton, MatIcon, Options, TraceLine, Said],
  providers: [FormStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (types().length === 0) {
      <div class="empty-place">
        <h2 i18n>There is nothing to try it on</h2>
        <p i18n>The group appears on no content type. Say above where it appears.</p>
      </div>
    } @else {
      <div class="bar">
        <tov-choice
          label="Content type"
          i18n-label
          [options]="typeOptions()"
          [value]="type()?.contentType?.id ?? null"
          (chosen)="typeId.set($event)"
        />
        <tov-choice
          label="Entry to try it with"
          i18n-label
          [none]="(samples.state() === 'loading' ? 'Loading the entries…' : 'A new entry') | said"
          [options]="samples.value()?.items | options: 'id' : 'title'"
          [value]="entryId() || null"
          (chosen)="choose($event ?? '')"
        />
        @if (samples.state() === 'failed') {
          <span i18n class="muted" role="status">The entries could not be loaded.</span>
          <button i18n type="button" matButton (click)="samples.reload()">Try again</button>
        }
        <button type="button" matButton="outlined" (click)="start()">
          <mat-icon svgIcon="refresh" aria-hidden="true" /><ng-container i18n>Begin again</ng-container>
        </button>
        <span i18n class="muted">Nothing is saved here.</span>
      </div>
      <div class="sides">
        <section class="form" aria-label="The form" i18n-aria-label>
          <h2 i18n class="visually-hidden">The form</h2>
          @if (form.subject()) {
            <tov-form-fields
              [fields]="fields()"
              [scope]="form.scope"
              [layout]="group().sections"
              [lit]="lit()"
              (pointed)="lit.set($event)"
            />
            @if (fields().length === 0) {
              <p i18n class="muted">This group has no fields yet.</p>
            }
            @for (warning of form.warnings(); track warning.rule) {
              <p class="warn"><mat-icon svgIcon="warning" aria-hidden="true" />{{ ruleWords(warning) }}</p>
            }
            @for (issue of ruleIssues(); track $index) {
              <p class="error-text">{{ ruleWords(issue) }}</p>
            }
          }
        </section>
        <section class="trace" aria-label="Conditions" i18n-aria-label>
          <h2 i18n>Shown when</h2>
          @for (each of trace(); track each.field.id) {
            <article
              [class.lit]="lit() === topOf(each.field)"
              (mouseenter)="lit.set(topOf(each.field))"
              (mouseleave)="lit.set(null)"
            >
              <h3>{{ each.field.label }}</h3>
              @if (reachWords(each.field.id); as words) {
                <p class="muted">{{ words }}</p>
              }
              @for (place of each.places; track $index) {
                @if ($index < 5) {
                  <tov-trace-line [explanation]="place.explanation" [row]="place.row" />
                }
              } @empty {
                <p i18n class="muted">Its repeater has no rows at present.</p>
              }
            </article>
          } @empty {
            <p i18n class="muted">No field of this group has a condition: all of them always show.</p>
          }
        </section>
      </div>
    }
  `,
  styles: `
    .bar {
      display: flex;
      gap: 8px;
      align-items: center;
      flex-wrap: wrap;
      tov-choice {
        width: 190px;
      }
    }
    .sides {
      display: grid;
      grid-template-columns: minmax(0, 1.7fr) minmax(240px, 1fr);
      gap: 28px;
      margin-top: 16px;
      align-items: start;
    }
    .form {
      container: form / inline-size;
      padding: 16px;
      border: 1px solid var(--line);
      border-radius: var(--radius);
      background: var(--paper);
    }
    .trace {
      position: sticky;
      top: 0;
      display: grid;
      gap: 10px;
    }
    article {
      border-left: 2px solid var(--line-strong);
      padding: 2px 0 4px 12px;
    }
    .warn {
      display: flex;
      gap: 8px;
      align-items: center;
      color: var(--ink);
    }
    article.lit {
      background: var(--spruce-wash);
      outline: 6px solid var(--spruce-wash);
      border-radius: 2px;
    }
  `,
})
export class TryIt {
  readonly group = input.required<FieldGroup>();
  readonly fill = input<FillAnswer>({ entries: 0, fields: {} });
  protected readonly form = inject(FormStore);
  private readonly model = inject(ModelStore);
  private readonly api = inject(EntriesApi);
  private readonly notices = inject(Notices);
  protected readonly typeOptions = computed(() =>
    this.types().map(({ contentType: { id, singular } }) => ({ value: id, label: singular })),
  );
  protected readonly typeId = signal<string | null>(null);
  protected readonly entryId = signal('');
  /** The field under the pointer, lit in form and trace alike. */
  protected readonly lit = signal<string | null>(null);

  protected readonly types = computed(() =>
    this.model
      .compiled()
      .types.filter(({ groups }) => groups.some(({ group }) => group.id === this.group().id)),
  );
  protected readonly type = computed(
    () => this.types().find(({ contentType }) => contentType.id === this.typeId()) ?? this.types()[0] ?? null,
  );
  protected readonly fields = computed(
    () => this.type()?.groups.find(({ group }) => group.id === this.group().id)?.formFields ?? [],
  );
  protected readonly samples = fetched({
    request: () => this.type()?.contentType.id,
    fetch: (type) =>
      firstValueFrom(
        this.api.list({ type, search: '', sort: 'title', descending: false, offset: 0, limit: SAMPLES }),
      ),
    keeps: () => false,
  });
  protected readonly trace = computed(() => {
    const scope = this.form.scope();
    return scope ? traceConditions(this.fields(), scope, this.model.compiled()) : [];
  });

  /** What a whole-form rule says; rules with a place stand at their field. */
  protected readonly ruleIssues = computed(() =>
    this.form.issues().filter(({ issue, path }) => issue.code === 'rule' && path.length === 0),
  );
  protected ruleWords = ({ issue, label }: EntryIssue): string => issueMessage(issue, label);

  constructor() {
    // Another type begins anew; a changed model keeps what has been entered.
    effect(() => {
      if (this.type()) untracked(() => this.follow());
    });
  }

  protected topOf = ({
    id,
    ancestors,
  }: {
    readonly id: string;
    readonly ancestors: readonly string[];
  }): string => ancestors[0] ?? id;

  /** “Would show on 14 of 24 entries.” */
  protected reachWords(id: string): string | null {
    const { entries, fields } = this.fill();
    const found = fields[id];
    if (entries === 0 || (this.model.compiled().fields.get(id)?.ancestors.length ?? 1) > 0) return null;
    return say`Shows on ${found?.of ?? 0} of ${counted(entries, 'entry', 'entries')}.`;
  }

  protected start(): void {
    const type = this.type();
    if (!type) return;
    this.entryId.set('');
    const { id } = type.contentType;
    const facts = factsFrom({ type: id, status: 'published', template: id });
    this.form.open({ model: this.model.compiled(), type, facts }, defaultValues(type.fields), 'published');
  }

  protected choose(id: string): void {
    if (id === '') return this.start();
    this.api.get(id).subscribe({
      next: (entry) => {
        const type = this.type();
        if (!type) return;
        this.entryId.set(id);
        const facts = factsFrom({
          type: entry.type,
          status: entry.status,
          entry: entry.id,
          parent: entry.parent,
          template: templateOf(type.contentType, entry.template),
        });
        this.form.open({ model: this.model.compiled(), type, facts }, entry.values, entry.status);
      },
      error: (error: unknown) => this.notices.fail(error),
    });
  }

  private follow(): void {
    const [type, subject] = [this.type(), this.form.subject()];
    if (!type) return;
    if (subject?.type.contentType.id !== type.contentType.id) return this.start();
    this.form.open({ ...subject, model: this.model.compiled(), type }, null, 'published');
  }
}
