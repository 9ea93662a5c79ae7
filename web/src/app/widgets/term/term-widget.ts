import { term } from '@tovlet/core/fields/term/term';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { say } from '@tovlet/core/locale/say';
import { isJsonList } from '@tovlet/core/json';
import { TermsStore } from '../../shell/terms-store';
import { Notices } from '../../shared/notices';
import { Said } from '../../shared/said';
import { toggled } from '../../shared/toggled';
import { FormStore } from '../../forms/form-store';
import { CREATES_IN_PLACE } from '../../forms/creates-in-place';
import { SessionStore } from '../../shell/session-store';
import { Widget } from '../../forms/widget';

/** From so many terms on there is a box to find some. */
const FIND_FROM = 12;

/** Terms of a taxonomy, as a tree of boxes to tick, or of which one is chosen. */
@Component({
  selector: 'tov-term-widget',
  imports: [MatButton, MatCheckbox, MatIcon, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="terms"
      role="group"
      tabindex="-1"
      [id]="inputId()"
      [attr.aria-label]="name() ?? field().label"
      [attr.aria-describedby]="describedBy()"
    >
      @if (all().length >= findFrom || mayAdd()) {
        <input
          #words
          class="control"
          type="search"
          [placeholder]="(mayAdd() ? 'Find or add a term' : 'Find a term') | said"
          ariaLabel="Find among {{ field().label }}"
          i18n-ariaLabel
          [value]="search()"
          (input)="search.set(words.value)"
          (keydown.enter)="$event.preventDefault(); add()"
        />
        @if (fresh(); as label) {
          <button type="button" matButton="outlined" [disabled]="adding()" (click)="add()">
            <mat-icon svgIcon="add" aria-hidden="true" />{{ addWords(label) }}
          </button>
        }
      }
      <div class="lines" [class.tree]="isTree()">
        @for (term of shown(); track term.id) {
          <label class="check" [style.margin-left.px]="search() ? 0 : term.depth * 18">
            <input
              [type]="several() ? 'checkbox' : 'radio'"
              [name]="inputId()"
              [checked]="chosen().has(term.id)"
              [disabled]="disabled()"
              (change)="choose(term.id)"
            />{{ term.label }}
          </label>
        } @empty {
          <p class="muted">
            @if (all().length === 0) {
              <ng-container i18n>This taxonomy has no terms yet.</ng-container>
            } @else {
              <ng-container i18n>No term has these words.</ng-container>
            }
          </p>
        }
        @for (id of gone(); track id) {
          <mat-checkbox i18n class="muted" checked [disabled]="disabled()" (change)="choose(id)"
            >A removed term</mat-checkbox
          >
        }
      </div>
      @if (!several() && chosen().size > 0) {
        <button i18n type="button" matButton="outlined" [disabled]="disabled()" (click)="commit()(null)">
          None
        </button>
      }
    </div>
  `,
  styles: `
    .terms {
      display: grid;
      gap: 6px;
      justify-items: start;
    }
    .lines {
      display: grid;
      gap: 2px 20px;
      max-height: 220px;
      overflow: auto;
      width: 100%;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
    }
    .lines.tree {
      grid-template-columns: 1fr;
    }
    input[type='search'] {
      max-width: 260px;
    }
  `,
})
export class TermWidget extends Widget {
  protected readonly settings = computed(() => term.read(this.field().field.settings));
  private readonly terms = inject(TermsStore);
  protected readonly findFrom = FIND_FROM;
  protected readonly search = signal('');
  protected readonly several = computed(() => this.field().type.list);
  protected readonly all = computed(() => this.terms.linesOf(this.settings().taxonomy ?? ''));
  protected readonly isTree = computed(() => this.all().some(({ depth }) => depth > 0));
  protected readonly shown = computed(() => {
    const words = this.search().trim().toLocaleLowerCase();
    return words === ''
      ? this.all()
      : this.all().filter(({ label }) => label.toLocaleLowerCase().includes(words));
  });
  protected readonly chosen = computed<ReadonlySet<string>>(() => {
    const value = this.value();
    const ids = isJsonList(value) ? value : [value];
    return new Set(ids.filter((id) => typeof id === 'string' && id !== '').map(String));
  });
  protected readonly gone = computed(() => {
    const there = this.terms.byId();
    return there.size === 0 ? [] : [...this.chosen()].filter((id) => !there.has(id));
  });

  /** Terms are chosen in forms of other things as well. */
  private readonly form = inject(FormStore, { optional: true });
  private readonly notices = inject(Notices);
  private readonly session = inject(SessionStore);
  private readonly creates = inject(CREATES_IN_PLACE, { optional: true }) ?? false;
  protected readonly adding = signal(false);
  protected readonly mayAdd = computed(
    () => this.creates && !this.disabled() && this.session.canEdit() && this.settings().taxonomy !== null,
  );
  /** The words of a term that is not there yet; empty where there is one, or none is typed. */
  protected readonly fresh = computed(() => {
    const words = this.search().trim();
    const isThere = this.all().some(
      ({ label }) => label.localeCompare(words, undefined, { sensitivity: 'accent' }) === 0,
    );
    return this.mayAdd() && !isThere ? words : '';
  });
  protected addWords = (label: string): string => say`Add “${label}”`;

  constructor() {
    super();
    void this.terms.start();
  }

  private readonly entry = (): string | null => this.form?.subject()?.facts.entry ?? null;

  /** Makes a term of what was typed, and chooses it. */
  protected async add(): Promise<void> {
    const [label, taxonomy] = [this.fresh(), this.settings().taxonomy];
    if (label === '' || taxonomy === null || this.adding()) return;
    const entry = this.entry();
    this.adding.set(true);
    try {
      const id = await this.terms.create(taxonomy, label);
      // Another entry may be open by now.
      if (this.entry() !== entry) return;
      this.search.set('');
      this.choose(id);
    } catch (error) {
      this.notices.fail(error);
    } finally {
      this.adding.set(false);
    }
  }

  protected choose(id: string): void {
    if (!this.several()) return this.commit()(id);
    const next = toggled(this.chosen(), id);
    // Chosen terms stay in the order of the tree.
    const order = this.all().map((term) => term.id);
    const ids = [...order.filter((each) => next.has(each)), ...this.gone().filter((each) => next.has(each))];
    this.commit()(ids.length === 0 ? null : ids);
  }
}
