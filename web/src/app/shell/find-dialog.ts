import { say } from '@tovlet/core/locale/say';
import { inSentence } from '@tovlet/core/locale/say';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
  viewChildren,
} from '@angular/core';
import { ActiveDescendantKeyManager } from '@angular/cdk/a11y';
import { DOCUMENT } from '@angular/common';
import { toSignal } from '@angular/core/rxjs-interop';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { allFields } from '@tovlet/core/model/tree';
import type { FoundEntry } from '@tovlet/core/contracts/routes';
import { firstValueFrom } from 'rxjs';
import { SearchState } from '../fetching/search-state';
import { searched } from '../fetching/searched';
import { ApiClient } from '../fetching/api-client';
import { AREAS } from './area';
import { FoundLine } from './found-line';
import { actionsOn } from './screen-actions';
import { ModelStore } from './model-store';
import { Scheme } from './scheme';
import { SessionStore } from './session-store';

interface Found {
  readonly icon: string;
  readonly label: string;
  readonly hint: string;
  readonly go: () => void;
}

/** What the keys of the workbench do for it. */
export interface FindKeys {
  /** Hands over what was typed till now; from here on, keys are the dialog's. */
  takeTyped(): string;
  showKeys(): Promise<void>;
}

const LIMIT = 12;

/** Finds types, groups, fields and entries by name, and does what can be done from anywhere. */
@Component({
  imports: [FoundLine, SearchState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="find">
      <input
        #words
        class="words"
        placeholder="Find or do…"
        i18n-placeholder
        aria-label="Find or do"
        i18n-aria-label
        role="combobox"
        aria-expanded="true"
        aria-controls="found"
        [value]="query()"
        [attr.aria-activedescendant]="active()"
        (input)="query.set(words.value)"
        (keydown)="key($event)"
      />
      <div class="found" id="found" role="listbox" aria-label="Found" i18n-aria-label>
        @for (each of results(); track $index) {
          <tov-found-line
            role="option"
            [id]="'found-' + $index"
            [label]="each.label"
            [hint]="each.hint"
            [icon]="each.icon"
            (click)="choose(each)"
            (mousemove)="keys.setActiveItem($index)"
          />
        }
      </div>
      @if (results().length === 0 || search.problem() !== null) {
        <tov-search-state class="none" [of]="search" />
      }
    </div>
  `,
  styles: `
    .words {
      width: 100%;
      border: 0;
      border-bottom: 1px solid var(--line);
      background: transparent;
      padding: 14px 18px;
      font-size: 16px;
      outline: none;
    }
    .found {
      padding: 6px;
      max-height: 52vh;
      overflow: auto;
    }
    .none {
      padding: 6px 18px 14px;
    }
  `,
})
export class FindDialog {
  private readonly dialog = inject(MatDialogRef<FindDialog>);
  private readonly router = inject(Router);
  private readonly model = inject(ModelStore);
  private readonly session = inject(SessionStore);
  private readonly scheme = inject(Scheme);
  private readonly workbenchKeys = inject<FindKeys>(MAT_DIALOG_DATA);
  private readonly areas = inject(AREAS);
  private readonly client = inject(ApiClient);
  protected readonly query = signal('');
  protected readonly search = searched({
    request: () => {
      const q = this.query().trim();
      return q.length < 2 ? undefined : q;
    },
    find: (q) => firstValueFrom(this.client.ask('GET', '/api/studio/entries/search', { query: { q } })),
  });
  private readonly words = viewChild.required<ElementRef<HTMLInputElement>>('words');

  constructor() {
    effect(() => {
      this.results();
      this.lines();
      this.keys.setFirstItemActive();
    });
    // In one turn, so that no key falls between: what was typed till now is taken over, what follows comes here.
    afterNextRender(() => {
      this.words().nativeElement.focus();
      this.begin(this.workbenchKeys.takeTyped());
    });
  }

  /** What the screen offered when the dialog was opened. */
  private readonly onScreen: readonly Found[] = actionsOn(inject(DOCUMENT)).map(({ name, run }) => ({
    icon: 'play_arrow',
    label: name,
    hint: say`On this screen`,
    // After the dialog has given the focus back.
    go: () => setTimeout(run),
  }));
  private readonly known = computed<readonly Found[]>(() => [
    ...this.commands(),
    ...this.onScreen,
    ...this.things(),
  ]);

  protected readonly results = computed(() => {
    const words = this.query().toLowerCase().split(/\s+/).filter(Boolean);
    const fits = ({ label, hint }: Found): boolean =>
      words.every((word) => `${label} ${hint}`.toLowerCase().includes(word));
    const found = this.known().filter(fits);
    return [...found.slice(0, LIMIT), ...this.search.found().map((entry) => this.entryResult(entry))];
  });

  private readonly lines = viewChildren(FoundLine);
  /** Arrows go round in what is found; the first is ready for Enter. */
  protected readonly keys = new ActiveDescendantKeyManager(this.lines, inject(Injector)).withWrap();
  private readonly activeLine = toSignal(this.keys.change, { initialValue: 0 });
  protected readonly active = computed(() => (this.lines().length > 0 ? `found-${this.activeLine()}` : null));

  /** Takes over what was typed before the dialog stood; a line end chooses what was found till then. */
  private begin(typed: string): void {
    const [words = '', ...more] = typed.split('\n');
    this.query.set(words);
    const [chosen] = this.results();
    if (more.length > 0 && chosen) this.choose(chosen);
  }

  protected key(event: KeyboardEvent): void {
    const chosen = this.results()[this.keys.activeItemIndex ?? -1];
    if (event.key !== 'Enter' || !chosen) return this.keys.onKeydown(event);
    event.preventDefault();
    this.choose(chosen);
  }

  protected choose(found: Found): void {
    this.dialog.close();
    found.go();
  }

  private open(path: string, queryParams: Readonly<Record<string, string>> = {}): () => void {
    return () => void this.router.navigate([path], { queryParams });
  }

  private commands(): readonly Found[] {
    const areas = this.areas.map(({ label, path }) => ({
      icon: 'chevron_right',
      label,
      hint: say`Go to`,
      go: this.open(`/${path}`),
    }));
    const commands: Found[] = [
      {
        icon: 'open_in_new',
        label: say`Open the public site`,
        hint: say`Do`,
        go: () => void window.open('/site/', '_blank'),
      },
      { icon: 'dark_mode', label: say`Change light and dark`, hint: say`Do`, go: () => this.scheme.next() },
      {
        icon: 'category',
        label: say`Field types`,
        hint: say`Go to`,
        go: this.open('/model/field-types'),
      },
      {
        icon: 'history',
        label: say`History of the model`,
        hint: say`Go to`,
        go: this.open('/model/history'),
      },
      { icon: 'person', label: say`People`, hint: say`Go to`, go: this.open('/people') },
      {
        icon: 'palette',
        label: say`Site: menus, footer, look`,
        hint: say`Go to`,
        go: this.open('/templates/the-site'),
      },
      { icon: 'tune', label: say`Settings of the workspace`, hint: say`Go to`, go: this.open('/settings') },
      {
        icon: 'keyboard',
        label: say`Show the keys`,
        hint: say`Do`,
        go: () => void this.workbenchKeys.showKeys(),
      },
    ];
    if (this.session.canEdit()) {
      const types = this.model.document().contentTypes;
      commands.push(
        ...types.map(({ icon, key, singular }) => ({
          icon,
          label: say`New ${inSentence(singular)}`,
          hint: say`Do`,
          go: this.open(`/content/${key}/new`),
        })),
      );
    }
    if (this.session.canModel()) {
      commands.unshift(
        {
          icon: 'add',
          label: say`New content type`,
          hint: say`Do`,
          go: this.open('/model', { new: 'type' }),
        },
        {
          icon: 'add',
          label: say`New taxonomy`,
          hint: say`Do`,
          go: this.open('/model', { new: 'taxonomy' }),
        },
        {
          icon: 'add',
          label: say`New field group`,
          hint: say`Do`,
          go: this.open('/model', { new: 'group' }),
        },
        {
          icon: 'description',
          label: say`The model as files`,
          hint: say`Go to`,
          go: this.open('/transfer/model-files'),
        },
        { icon: 'inventory_2', label: say`Backups`, hint: say`Go to`, go: this.open('/settings/backups') },
      );
    }
    return [...areas, ...commands];
  }

  private things(): readonly Found[] {
    const { contentTypes, groups, taxonomies } = this.model.document();
    return [
      ...contentTypes.flatMap((type) => [
        { icon: type.icon, label: type.plural, hint: say`Content`, go: this.open(`/content/${type.key}`) },
        {
          icon: type.icon,
          label: type.singular,
          hint: say`Content type`,
          go: this.open(`/model/types/${type.id}`),
        },
      ]),
      ...taxonomies.map(({ id, plural, tree }) => ({
        icon: tree ? 'account_tree' : 'sell',
        label: plural,
        hint: say`Taxonomy`,
        go: this.open(`/model/taxonomies/${id}`),
      })),
      ...groups.map((group) => ({
        icon: group.shared ? 'join_inner' : 'list_alt',
        label: group.label,
        hint: group.shared ? say`Shared set` : say`Field group`,
        go: this.open(`/model/groups/${group.id}`),
      })),
      ...groups.flatMap((group) =>
        allFields(group).map((field) => ({
          icon: this.model.compiled().fields.get(field.id)?.type.icon ?? 'short_text',
          label: `${field.label} · ${field.key}`,
          hint: say`Field of ${group.label}`,
          go: this.open(`/model/groups/${group.id}`, { field: field.id }),
        })),
      ),
    ];
  }

  private entryResult({ id, typeId, title, status }: FoundEntry): Found {
    const type = this.model.compiled().typeById.get(typeId)?.contentType;
    const hint = `${type?.singular ?? 'Entry'}${status === 'draft' ? say`, draft` : ''}`;
    return {
      icon: type?.icon ?? 'article',
      label: title,
      hint,
      go: this.open(`/content/${type?.key ?? typeId}/${id}`),
    };
  }
}
