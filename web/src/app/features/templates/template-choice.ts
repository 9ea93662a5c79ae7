import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { ICON_BUTTON } from '../../shared/icon-button';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import { newId } from '@tovlet/core/ids';
import type { PageTemplate } from '@tovlet/core/model/document';
import { termSubject } from '@tovlet/core/model/subjects';
import { pageTemplates, templateName } from '@tovlet/core/model/page-templates';
import { Notices } from '../../shared/notices';
import { ModelStore } from '../../shell/model-store';
import { SessionStore } from '../../shell/session-store';
import { Choice } from '../../shared/choice';
import { templateKeyOf } from '../../shared/template-address';
import { Options } from '../../shared/options';

/** Which template is edited: the standard one of a type, or another one that entries can choose. */
@Component({
  selector: 'tov-template-choice',
  imports: [Choice, ICON_BUTTON, MatIcon, Options, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <a i18n class="site" routerLink="/templates/the-site">Site: menus, footer, look</a>
    <tov-choice
      label="Pages of"
      i18n-label
      [options]="types()"
      [value]="key()"
      (chosen)="openType($event ?? '')"
    />
    @if (ofTerms()) {
      <p i18n class="muted">For the page of every term.</p>
    } @else if (type(); as type) {
      <div class="line">
        <tov-choice
          label="Template"
          i18n-label
          [options]="templates() | options: 'id' : 'label'"
          [value]="templateId()"
          (chosen)="open($event ?? '')"
        />
        @if (session.canModel()) {
          <button
            type="button"
            matIconButton
            aria-label="New template for this type"
            i18n-aria-label
            matTooltip="New template for this type"
            i18n-matTooltip
            (click)="add()"
          >
            <mat-icon svgIcon="add" />
          </button>
        }
      </div>
      @if (own(); as own) {
        <div class="line">
          <input
            #label
            class="control"
            aria-label="Name of the template"
            i18n-aria-label
            maxlength="100"
            [disabled]="!session.canModel()"
            [value]="own.label"
            (change)="rename(label)"
          />
          @if (session.canModel()) {
            <button
              type="button"
              matIconButton
              aria-label="Remove this template"
              i18n-aria-label
              matTooltip="Remove this template"
              i18n-matTooltip
              (click)="remove()"
            >
              <mat-icon svgIcon="delete" />
            </button>
          }
        </div>
        <p i18n class="muted">For the {{ type.plural.toLowerCase() }} that choose it.</p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    .line {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 4px;
      align-items: center;
    }
    p {
      margin: 0;
    }
  `,
})
export class TemplateChoice {
  readonly typeId = input<string | null>(null);
  readonly templateId = input<string | null>(null);
  protected readonly types = computed(() => {
    const document = this.model.document();
    const { contentTypes, taxonomies } = document;
    return [...contentTypes, ...taxonomies.map(termSubject)].map((type) => ({
      value: templateKeyOf(type, document),
      label: templateName(type, type.id),
    }));
  });
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);

  protected readonly type = computed(
    () => this.model.compiled().subjectById.get(this.typeId() ?? '')?.contentType ?? null,
  );
  protected readonly ofTerms = computed(
    () => this.model.compiled().subjectById.get(this.typeId() ?? '')?.kind === 'term',
  );
  protected readonly key = computed(() => {
    const type = this.type();
    return type && templateKeyOf(type, this.model.document());
  });
  protected readonly templates = computed(() => {
    const type = this.type();
    return type ? pageTemplates(type) : [];
  });
  protected readonly own = computed(() => this.type()?.templates.find(({ id }) => id === this.templateId()));

  protected openType(key: string): void {
    void this.router.navigate(['/templates', key]);
  }

  protected open(id: string): void {
    const type = this.type();
    if (!type) return;
    const template = id === type.id ? undefined : id;
    void this.router.navigate(['/templates', type.key], { queryParams: { template } });
  }

  protected async add(): Promise<void> {
    const templates = this.type()?.templates ?? [];
    const labels = new Set(templates.map(({ label }) => label));
    let number = templates.length + 2;
    while (labels.has(say`Template ${number}`)) number += 1;
    const added = { id: newId('x'), label: say`Template ${number}` };
    if (!this.set([...templates, added])) return;
    await this.model.settled();
    this.open(added.id);
  }

  protected rename(input: HTMLInputElement): void {
    const label = input.value.trim();
    const own = this.own();
    if (!own || label === '') input.value = own?.label ?? '';
    else this.set(this.others(own).toSpliced(this.indexOf(own), 0, { ...own, label }));
  }

  protected remove(): void {
    const [own, type] = [this.own(), this.type()];
    if (!own || !type || !this.set(this.others(own))) return;
    this.open(type.id);
    this.notices.sayWithUndo(
      say`“${own.label}” was removed. ${type.plural} that chose it have the standard one.`,
      () => this.model.undo(),
    );
  }

  private others({ id }: PageTemplate): readonly PageTemplate[] {
    return this.type()?.templates.filter((each) => each.id !== id) ?? [];
  }

  private indexOf({ id }: PageTemplate): number {
    return this.type()?.templates.findIndex((each) => each.id === id) ?? 0;
  }

  private set(templates: readonly PageTemplate[]): boolean {
    const type = this.type();
    if (!type) return false;
    return this.model.apply([
      {
        kind: 'set_content_type',
        contentType: type.id,
        patch: { templates: templates.map((each) => ({ ...each })) },
      },
    ]);
  }
}
