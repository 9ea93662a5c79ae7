import visibilityOffIcon from '@material-symbols/svg-400/outlined/visibility_off.svg' with { loader: 'text' };
import { knowIcons } from '../../../shared/icons';
import { say } from '@tovlet/core/locale/say';
import { settingsOf } from '@tovlet/core/fields/settings-of';
import { term } from '@tovlet/core/fields/term/term';
import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import {
  labelPositions,
  type ContentType,
  type FieldGroup,
  type PageOrderItem,
} from '@tovlet/core/model/document';
import { counted } from '@tovlet/core/locale/counts';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { typeLabel } from '@tovlet/core/model/type-labels';
import { pageFields, type PageField } from '@tovlet/core/templates/default-template';
import { Dialogs } from '../../../shared/dialogs';
import { Confirm } from '../../../shared/confirm';
import { typeIcons } from '../../../shared/icons';
import { Notices } from '../../../shared/notices';
import { ModelStore } from '../../../shell/model-store';
import { Panes } from '../../../shell/panes';
import { SessionStore } from '../../../shell/session-store';
import { linesBetween, type Line } from './form-page-lines';
import { ModelOutline } from '../model-outline';
import { NewGroupDialog } from '../overview/new-group-dialog';
import { Reorder } from '../../../shared/reorder';
import { Choice } from '../../../shared/choice';
import { Options } from '../../../shared/options';
import { ScreenHeading } from '../../../shell/screen-heading';

type Patch = Extract<ModelChange, { kind: 'set_content_type' }>['patch'];

const POSITION_WORDS = { above: say`Above`, beside: say`Beside`, hidden: say`Hidden` } as const;

/** A content type: its names and address, and the order of its form and page side by side. */
@Component({
  selector: 'tov-type-page',
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    Choice,
    ICON_BUTTON,
    MatButton,
    MatCheckbox,
    MatIcon,
    ModelOutline,
    Options,
    Panes,
    RouterLink,
    ScreenHeading,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './type-page.html',
  styleUrl: './type-page.scss',
})
export class TypePage {
  private readonly reorder = inject(Reorder);
  readonly id = input.required<string>();
  protected readonly model = inject(ModelStore);
  protected readonly counted = counted;
  protected readonly session = inject(SessionStore);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly confirm = inject(Confirm);
  private readonly dialogs = inject(Dialogs);
  protected readonly icons = typeIcons;
  protected readonly positions = labelPositions.map((position) => ({
    value: position,
    label: POSITION_WORDS[position],
  }));

  protected readonly compiled = computed(() => this.model.compiled().typeById.get(this.id()) ?? null);
  protected readonly entries = computed(() => this.model.counts().types[this.id()] ?? 0);
  protected readonly page = computed(() => {
    const compiled = this.compiled();
    return compiled ? pageFields(compiled) : [];
  });
  protected readonly names = [
    { property: 'singular', label: say`Singular`, mono: false },
    { property: 'plural', label: say`Plural`, mono: false },
    { property: 'key', label: say`Key, singular`, mono: true },
    { property: 'pluralKey', label: say`Key, plural`, mono: true },
    { property: 'address', label: say`Page address`, mono: true },
  ] as const;

  protected readonly features = [
    { property: 'page', label: say`A page of its own for each entry` },
    { property: 'parent', label: say`Entries can have parents` },
    { property: 'author', label: say`An author` },
    { property: 'publicApi', label: say`The APIs deliver it to everybody; else to tokens that name it` },
  ] as const;
  protected readonly labels = [
    { property: 'newEntry', label: say`Button for a new entry` },
    { property: 'titleLabel', label: say`What the title is called` },
    { property: 'empty', label: say`What an empty list says` },
  ] as const;
  /** The field under the pointer, lit on both sides. */
  protected readonly lit = signal<string | null>(null);
  private readonly sides = viewChild<ElementRef<HTMLElement>>('sides');
  private readonly measured = signal(0);
  protected readonly lines = signal<readonly Line[]>([]);
  protected toggleWords = (isShown: boolean, label: string): string =>
    isShown ? say`Hide ${label} on the page` : say`Show ${label} on the page`;
  protected readonly labelOf = typeLabel;
  protected readonly columnFields = computed(
    () => this.compiled()?.fields.filter(({ type }) => type.index !== null) ?? [],
  );

  constructor() {
    knowIcons({ visibility_off: visibilityOffIcon });
    // The lines are drawn where the two lists have come to stand.
    const room = new ResizeObserver(() => this.measured.update((count) => count + 1));
    afterRenderEffect(() => {
      this.measured();
      const element = this.sides()?.nativeElement;
      const page = this.page();
      if (!element) return;
      room.disconnect();
      room.observe(element);
      const next = linesBetween(element, page);
      if (JSON.stringify(next) !== JSON.stringify(untracked(() => this.lines()))) this.lines.set(next);
    });
    inject(DestroyRef).onDestroy(() => room.disconnect());
  }

  protected setFeature(type: ContentType, property: keyof ContentType['features'], on: boolean): void {
    this.set({ features: { ...type.features, [property]: on } });
  }

  protected setLabel(type: ContentType, property: keyof ContentType['labels'], words: string): void {
    this.set({ labels: { ...type.labels, [property]: words.trim() } });
  }

  protected isAttached = (type: ContentType, id: string): boolean =>
    type.taxonomies.some(({ taxonomy }) => taxonomy === id);

  protected attach(type: ContentType, id: string, on: boolean): void {
    const others = type.taxonomies.filter(({ taxonomy }) => taxonomy !== id);
    const taxonomies = on ? [...others, { taxonomy: id, several: true, listColumn: false }] : others;
    this.set({ taxonomies: taxonomies.map((each) => ({ ...each })) });
  }

  /** The column of a field of a group is set with the field, that of a taxonomy with the type. */
  protected setColumn(type: ContentType, field: CompiledField, listColumn: boolean): void {
    if (this.model.document().groups.some(({ id }) => id === field.groupId)) {
      this.model.apply([{ kind: 'set_field', field: field.id, patch: { listColumn } }]);
      return;
    }
    const taxonomy = settingsOf(term, field.field)?.taxonomy;
    const taxonomies = type.taxonomies.map((each) => ({
      ...each,
      listColumn: each.taxonomy === taxonomy ? listColumn : each.listColumn,
    }));
    this.set({ taxonomies });
  }

  protected set(patch: Patch): boolean {
    return this.model.apply([{ kind: 'set_content_type', contentType: this.id(), patch }]);
  }

  protected setText(
    type: ContentType,
    property: (typeof this.names)[number]['property'],
    box: HTMLInputElement,
  ): void {
    const value = box.value.trim();
    if (value !== type[property] && !this.set({ [property]: value })) box.value = type[property];
  }

  protected setPosition(item: PageField, wanted: string): void {
    const label = labelPositions.find((each) => each === wanted);
    if (label) this.setItem(item, { label });
  }

  protected setItem(item: PageField, change: Partial<PageOrderItem>): void {
    this.setOrder(
      this.page().map((each) => (each === item ? { ...this.itemOf(each), ...change } : this.itemOf(each))),
    );
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  protected key(event: KeyboardEvent, index: number): void {
    const handle = `page-${this.page()[index]?.field.id}`;
    const move = (to: number): void => this.move(index, to);
    this.reorder.byKey(event, { index, count: this.page().length, handle, move });
  }

  protected matchForm(): void {
    const settings = new Map(this.page().map((item) => [item.field.id, this.itemOf(item)]));
    this.setOrder((this.compiled()?.fields ?? []).flatMap(({ id }) => settings.get(id) ?? []));
  }

  protected async newGroup(): Promise<void> {
    const group = await this.dialogs.ask<FieldGroup>(NewGroupDialog, {
      data: [this.id()],
      width: '460px',
      ariaLabelledBy: 'new-dialog-title',
    });
    if (group) await this.router.navigate(['/model/groups', group.id]);
  }

  protected async remove(type: ContentType): Promise<void> {
    const lost =
      this.compiled()?.groups.filter(
        ({ group }) =>
          this.model
            .compiled()
            .types.filter(({ groups }) => groups.some((each) => each.group.id === group.id)).length === 1,
      ) ?? [];
    const count = await this.countNow(type.id);
    if (count === null) return;
    const entries =
      count === 0
        ? say`It has no entries.`
        : say`Its ${counted(count, 'entry leaves', 'entries leave')} the workbench, the site and the API; what is stored stays, and undo brings them back.`;
    const groups =
      lost.length === 0
        ? ''
        : say` These groups will appear on nothing: ${lost.map(({ group }) => group.label).join(', ')}.`;
    if (
      !(await this.confirm.ask({
        title: say`Remove the type “${type.singular}”?`,
        text: entries + groups,
        yes: say`Remove the type`,
      }))
    )
      return;
    if (!this.model.apply([{ kind: 'remove_content_type', contentType: type.id }])) return;
    await this.router.navigateByUrl('/model');
    this.notices.sayWithUndo(say`“${type.singular}” was removed.`, () => this.model.undo());
  }

  /** How many entries would be lost, asked now; null when that could not be found out, which has been said. */
  private async countNow(typeId: string): Promise<number | null> {
    try {
      return (await this.model.recount()).types[typeId] ?? 0;
    } catch (error) {
      this.notices.fail(error);
      return null;
    }
  }

  private itemOf({ field, label, format, shown }: PageField): PageOrderItem {
    return { field: field.id, label, format, shown };
  }

  private move(from: number, to: number): void {
    const items = this.page().map((item) => this.itemOf(item));
    const [moved] = items.splice(from, 1);
    if (moved && from !== to) this.setOrder([...items.slice(0, to), moved, ...items.slice(to)]);
  }

  private setOrder(pageOrder: readonly PageOrderItem[]): void {
    this.set({ pageOrder: pageOrder.map((item) => ({ ...item })) });
  }
}
