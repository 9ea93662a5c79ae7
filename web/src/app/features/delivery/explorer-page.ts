import { Said } from '../../shared/said';
import { HttpClient } from '@angular/common/http';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { EditorView } from '@codemirror/view';
import { filterPaths } from '@tovlet/core/delivery/filter';
import { shapes } from '@tovlet/core/delivery/shapes/index';
import type { CompiledField, CompiledType } from '@tovlet/core/model/compiled';
import { CodeEditor } from '../../shared/code-editor';
import { fetched } from '../../fetching/fetched';
import { FetchedPart } from '../../fetching/fetched-part';
import { isOneOf, remembered } from '../../shared/remembered';
import { ModelStore } from '../../shell/model-store';
import { oneShapeOf } from '@tovlet/core/fields/shape';
import { isDelivered } from '@tovlet/core/delivery/json-schema';
import { Panes } from '../../shell/panes';
import { SessionStore } from '../../shell/session-store';
import { RouterLink } from '@angular/router';
import { Exchange } from './exchange';
import { ScreenHeading } from '../../shell/screen-heading';

const MODES = ['graphql', 'rest'] as const;
const isText = (value: unknown): value is string => typeof value === 'string';

/** Whether a query can ask for a value by its name alone; objects need their own members. */
function isPlain({ type }: CompiledField): boolean {
  const shape = oneShapeOf(type.shape);
  return shape !== null && 'scalar' in shapes[shape.one];
}

/** A first query that shows values of a type. */
function exampleQuery({ contentType, fields }: CompiledType): string {
  const simple = fields.filter((field) => isDelivered(field) && isPlain(field)).slice(0, 3);
  const lines = ['title', ...simple.map(({ key }) => key)].map((key) => `      ${key}`);
  return `{\n  ${contentType.pluralKey}(first: 3) {\n    totalCount\n    nodes {\n${lines.join('\n')}\n    }\n  }\n}\n`;
}

/** Queries against the content API as it is now: GraphQL with completion and marks from the live schema, or REST. */
@Component({
  selector: 'tov-explorer-page',
  imports: [
    CodeEditor,
    FetchedPart,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatIcon,
    Panes,
    RouterLink,
    ScreenHeading,
    Said,
    MatExpansionPanel,
    MatExpansionPanelHeader,
  ],
  providers: [Exchange],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './explorer-page.html',
  styleUrl: './explorer-page.scss',
})
export class ExplorerPage {
  private readonly http = inject(HttpClient);
  protected readonly model = inject(ModelStore);
  protected readonly session = inject(SessionStore);
  protected readonly exchange = inject(Exchange);
  protected readonly modes = MODES;
  protected readonly mode = remembered<(typeof MODES)[number]>('explorer.mode', 'graphql', isOneOf(MODES));
  protected readonly query = remembered('explorer.query', '', isText);
  protected readonly address = remembered('explorer.address', '', isText);
  private readonly editor = signal<EditorView | null>(null);

  protected readonly types = computed(() =>
    this.model.compiled().types.map((type) => ({
      type,
      columns: new Set(filterPaths(this.model.compiled(), type).keys()),
      fields: type.fields.filter(isDelivered),
    })),
  );
  protected readonly language = fetched({
    request: () => true,
    fetch: async () => (await import('./graphql-language')).graphqlLanguage(),
  });
  /** The schema follows the model: completion and marks are right again without a reload. */
  protected readonly schema = fetched({
    request: () => this.model.revision() || undefined,
    fetch: async () => (await import('./graphql-language')).readSchema(this.http),
  });

  constructor() {
    effect(() => {
      const [first] = this.model.compiled().types;
      if (!first) return;
      if (untracked(this.query) === '') this.query.set(exampleQuery(first));
      if (untracked(this.address) === '')
        this.address.set(`/api/content/v1/${first.contentType.pluralKey}?page[size]=3`);
    });
    effect(() => {
      const [schema, view] = [this.schema.value(), this.editor()];
      if (view && schema) void import('./graphql-language').then(({ useSchema }) => useSchema(view, schema));
    });
  }

  protected ready(view: EditorView): void {
    this.editor.set(view);
  }

  protected key(event: KeyboardEvent): void {
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
    event.preventDefault();
    void this.run();
  }

  protected run(): Promise<void> {
    return this.mode() === 'graphql'
      ? this.exchange.graphql(this.query())
      : this.exchange.rest(this.address());
  }

  protected useType(type: CompiledType): void {
    if (this.mode() === 'graphql') this.query.set(exampleQuery(type));
    else this.address.set(`/api/content/v1/${type.contentType.pluralKey}?page[size]=3`);
    void this.run();
  }
}
