import { Said } from '../../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import type { JsonObject } from '@tovlet/core/json';
import { MatTableModule } from '@angular/material/table';
import { counted } from '@tovlet/core/locale/counts';
import type { AttachedTaxonomy, ContentType, Taxonomy } from '@tovlet/core/model/document';
import { firstValueFrom } from 'rxjs';
import { Confirm } from '../../../shared/confirm';
import { Notices } from '../../../shared/notices';
import { ModelStore } from '../../../shell/model-store';
import { Panes } from '../../../shell/panes';
import { SessionStore } from '../../../shell/session-store';
import { TermsStore } from '../../../shell/terms-store';
import { ValuesForm } from '../../../forms/values-form';
import { ModelOutline } from '../model-outline';
import { TermsApi } from './terms-api';
import { TermsEditor } from './terms-editor';
import { Choice } from '../../../shared/choice';
import { ScreenHeading } from '../../../shell/screen-heading';

const NAMES = [
  { property: 'singular', label: say`Singular`, mono: false },
  { property: 'plural', label: say`Plural`, mono: false },
  { property: 'key', label: say`Key, singular`, mono: true },
  { property: 'pluralKey', label: say`Key, plural`, mono: true },
] as const;

/** A taxonomy: its terms, the types it is attached to, its names, and the fields of the selected term. */
@Component({
  selector: 'tov-taxonomy-page',
  imports: [
    MatTableModule,
    Choice,
    MatButton,
    MatCheckbox,
    MatIcon,
    ModelOutline,
    Panes,
    RouterLink,
    ScreenHeading,
    TermsEditor,
    ValuesForm,
    Said,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './taxonomy-page.html',
  styleUrl: './taxonomy-page.scss',
})
export class TaxonomyPage {
  readonly id = input.required<string>();
  readonly term = input<string>();
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  protected readonly terms = inject(TermsStore);
  private readonly api = inject(TermsApi);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly confirm = inject(Confirm);
  protected readonly names = NAMES;

  protected readonly taxonomy = computed(
    () => this.model.document().taxonomies.find(({ id }) => id === this.id()) ?? null,
  );
  protected readonly types = computed(() => [...this.model.document().contentTypes]);
  protected readonly columns = ['type', 'several', 'list'];
  protected readonly byId = (_: number, { id }: ContentType): string => id;
  protected readonly count = computed(() => this.terms.linesOf(this.id()).length);
  protected readonly selected = computed(() => {
    const term = this.terms.byId().get(this.term() ?? '');
    return term?.taxonomy === this.id() ? term : null;
  });
  protected readonly hasFields = computed(
    () => (this.model.compiled().subjectById.get(this.id())?.groups.length ?? 0) > 0,
  );

  protected sizeWords({ tree }: Taxonomy): string {
    const terms = counted(this.count(), 'term', 'terms');
    return tree ? say`A tree of ${terms}` : say`A flat list of ${terms}`;
  }

  protected attachedTo = (type: ContentType): AttachedTaxonomy | null =>
    type.taxonomies.find(({ taxonomy }) => taxonomy === this.id()) ?? null;

  protected select(term: string): void {
    if (term !== this.term()) void this.router.navigate([], { queryParams: { term }, replaceUrl: true });
  }

  protected set(patch: Partial<Omit<Taxonomy, 'id'>>): boolean {
    return this.model.apply([{ kind: 'set_taxonomy', taxonomy: this.id(), patch }]);
  }

  protected setText(
    taxonomy: Taxonomy,
    property: (typeof NAMES)[number]['property'],
    box: HTMLInputElement,
  ): void {
    const value = box.value.trim();
    if (value !== taxonomy[property] && !this.set({ [property]: value })) box.value = taxonomy[property];
  }

  /** Attaches it to a type, takes it off, or changes how its entries have it. */
  protected attach(type: ContentType, change: { several?: boolean; listColumn?: boolean } | null): void {
    const others = type.taxonomies.filter(({ taxonomy }) => taxonomy !== this.id());
    const before = this.attachedTo(type) ?? { taxonomy: this.id(), several: true, listColumn: false };
    const taxonomies = change === null ? others : [...others, { ...before, ...change }];
    this.model.apply([
      {
        kind: 'set_content_type',
        contentType: type.id,
        patch: { taxonomies: taxonomies.map((each) => ({ ...each })) },
      },
    ]);
  }

  protected async saveValues(values: JsonObject): Promise<void> {
    const term = this.selected();
    if (!term) return;
    const { id, version, label, slug } = term;
    try {
      await firstValueFrom(this.api.save(id, { version, label, slug, values }));
      await this.terms.load();
      this.notices.say(say`The fields of “${label}” were saved.`);
    } catch (error) {
      this.notices.fail(error);
    }
  }

  protected async remove(taxonomy: Taxonomy): Promise<void> {
    const question = {
      title: say`Remove the taxonomy “${taxonomy.singular}”?`,
      text: say`Its ${counted(this.count(), 'term leaves', 'terms leave')} forms, pages and the API. What is stored stays, so that undo brings everything back.`,
      yes: say`Remove the taxonomy`,
    };
    if (!(await this.confirm.ask(question))) return;
    if (!this.model.apply([{ kind: 'remove_taxonomy', taxonomy: taxonomy.id }])) return;
    await this.router.navigateByUrl('/model');
    this.notices.sayWithUndo(say`“${taxonomy.singular}” was removed.`, () => this.model.undo());
  }
}
