import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { ICON_BUTTON } from '../../../shared/icon-button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { Router } from '@angular/router';
import { counted, plural } from '@tovlet/core/locale/counts';
import type { FieldGroup } from '@tovlet/core/model/document';
import { includedSet } from '@tovlet/core/model/expand';
import { copyGroups } from '@tovlet/core/model/fragment';
import { allFields } from '@tovlet/core/model/tree';
import { Confirm } from '../../../shared/confirm';
import { Notices } from '../../../shared/notices';
import { ModelStore } from '../../../shell/model-store';
import { ScreenHeading } from '../../../shell/screen-heading';

/** A view of a field group's page. */
export interface GroupView {
  readonly view: 'sheet' | 'rules' | 'try' | 'uses' | 'history';
  readonly label: string;
}

/** The head of a field group's page: its name, its views, and what is done with it as a whole. */
@Component({
  selector: 'tov-group-head',
  imports: [ICON_BUTTON, MatButtonToggle, MatButtonToggleGroup, MatCheckbox, MatIcon, ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <h1 class="visually-hidden" [tovScreen]="screen()">{{ group().label }}</h1>
      <input
        #name
        class="title"
        aria-label="Name of the group"
        i18n-aria-label
        [value]="group().label"
        [readOnly]="!canEdit()"
        (change)="rename(group(), name)"
      />
      <mat-button-toggle-group
        aria-label="View"
        i18n-aria-label
        hideSingleSelectionIndicator
        [value]="shown()"
        (change)="choose.emit($event.value)"
      >
        @for (each of views(); track each.view) {
          <mat-button-toggle [value]="each.view">{{ each.label }}</mat-button-toggle>
        }
      </mat-button-toggle-group>
      @if (canEdit()) {
        @if (!group().shared) {
          <mat-checkbox i18n [checked]="group().active" (change)="setActive(group(), $event.checked)"
            >On</mat-checkbox
          >
        }
        <button
          type="button"
          matIconButton
          ariaLabel="Copy {{ group().label }} as JSON"
          i18n-ariaLabel
          matTooltip="Copy as JSON"
          i18n-matTooltip
          (click)="copy(group())"
        >
          <mat-icon svgIcon="content_copy" />
        </button>
        <button
          type="button"
          matIconButton
          ariaLabel="Remove {{ group().label }}"
          i18n-ariaLabel
          matTooltip="Remove the group"
          i18n-matTooltip
          (click)="remove(group())"
        >
          <mat-icon svgIcon="delete" />
        </button>
      }
    </header>
  `,
  styles: `
    header {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      align-items: center;
    }
    .title {
      flex: 1 1 160px;
      min-width: 140px;
      font-size: 20px;
      font-weight: 620;
      letter-spacing: -0.01em;
      border: 1px solid transparent;
      border-radius: var(--radius);
      background: transparent;
      padding: 2px 6px;
      margin-left: -7px;
    }
    .title:hover:not([readonly]) {
      border-color: var(--line);
    }
    .title:focus {
      background: var(--raised);
    }
  `,
})
export class GroupHead {
  readonly group = input.required<FieldGroup>();
  readonly views = input.required<readonly GroupView[]>();
  readonly shown = input.required<GroupView['view']>();
  readonly canEdit = input(false);
  readonly choose = output<GroupView['view']>();
  private readonly model = inject(ModelStore);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly confirm = inject(Confirm);

  /** What the window is called: the group, then its view. */
  protected readonly screen = computed(() => {
    const view = this.views().find((each) => each.view === this.shown());
    return `${this.group().label} · ${view?.label.replace(/ \d+$/, '') ?? say`Field group`}`;
  });

  protected rename(group: FieldGroup, box: HTMLInputElement): void {
    const label = box.value.trim();
    if (label === group.label) return;
    if (!this.model.apply([{ kind: 'set_group', group: group.id, patch: { label } }]))
      box.value = group.label;
  }

  protected setActive(group: FieldGroup, active: boolean): void {
    this.model.apply([{ kind: 'set_group', group: group.id, patch: { active } }]);
  }

  protected async copy(group: FieldGroup): Promise<void> {
    const sets = allFields(group).flatMap((each) => includedSet(each) ?? []);
    await navigator.clipboard.writeText(copyGroups(this.model.document(), [group.id, ...sets]));
    this.notices.say(say`“${group.label}” was copied. Paste it on the overview of the model.`);
  }

  protected async remove(group: FieldGroup): Promise<void> {
    try {
      await this.model.recount();
    } catch (error) {
      this.notices.fail(error);
      return;
    }
    const count = this.model.counts().groups[group.id]?.count ?? 0;
    const text =
      count === 0
        ? say`It appears on no entry at present.`
        : say`Its ${counted(group.fields.length, 'field', 'fields')} ${plural(group.fields.length, 'leaves', 'leave')} the form, page and API of ${counted(count, 'entry', 'entries')}. The values stay stored, so that undo brings everything back.`;
    if (!(await this.confirm.ask({ title: say`Remove “${group.label}”?`, text, yes: say`Remove the group` })))
      return;
    if (!this.model.apply([{ kind: 'remove_group', group: group.id }])) return;
    await this.router.navigateByUrl('/model');
    this.notices.sayWithUndo(say`“${group.label}” was removed.`, () => this.model.undo());
  }
}
