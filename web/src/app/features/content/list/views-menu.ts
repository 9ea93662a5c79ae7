import bookmarkIcon from '@material-symbols/svg-400/outlined/bookmark.svg' with { loader: 'text' };
import editIcon from '@material-symbols/svg-400/outlined/edit.svg' with { loader: 'text' };
import saveIcon from '@material-symbols/svg-400/outlined/save.svg' with { loader: 'text' };
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
import { MatDivider } from '@angular/material/divider';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import type { ViewAnswer, ViewLook } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import { sameJson } from '@tovlet/core/json';
import { knowIcons } from '../../../shared/icons';
import { Confirm } from '../../../shared/confirm';
import { Dialogs } from '../../../shared/dialogs';
import { SessionStore } from '../../../shell/session-store';
import { ViewDialog, type ViewName, type ViewQuestion } from './view-dialog';
import { ViewsStore } from './views-store';

/** The saved views of a list: opened, saved, changed and removed. */
@Component({
  selector: 'tov-views-menu',
  imports: [MatButton, MatDivider, MatIcon, MatMenu, MatMenuItem, MatMenuTrigger],
  providers: [ViewsStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" matButton [matMenuTriggerFor]="menu">
      <mat-icon svgIcon="bookmark" />
      @if (current(); as view) {
        <ng-container i18n>View: {{ view.name }}</ng-container>
        @if (differs()) {
          <span class="muted" i18n>(changed)</span>
        }
      } @else {
        <ng-container i18n>Views</ng-container>
      }
    </button>
    <mat-menu #menu>
      @for (view of store.views(); track view.id) {
        <button
          mat-menu-item
          [attr.aria-current]="view.id === viewId() ? 'true' : null"
          (click)="opened.emit(view)"
        >
          <mat-icon [svgIcon]="view.id === viewId() ? 'check' : 'bookmark'" />
          {{ view.name }}<span class="muted">&nbsp; {{ whose(view) }}</span>
        </button>
      } @empty {
        <p class="muted" i18n>No view is saved yet.</p>
      }
      <mat-divider />
      @if (current(); as view) {
        @if (view.mayChange && differs()) {
          <button mat-menu-item (click)="change(view)">
            <mat-icon svgIcon="save" /><ng-container i18n>Save the changes to “{{ view.name }}”</ng-container>
          </button>
        }
        @if (view.mayChange) {
          <button mat-menu-item (click)="rename(view)">
            <mat-icon svgIcon="edit" /><ng-container i18n>Rename or share “{{ view.name }}”…</ng-container>
          </button>
          <button mat-menu-item (click)="remove(view)">
            <mat-icon svgIcon="delete" /><ng-container i18n>Remove “{{ view.name }}”…</ng-container>
          </button>
        }
      }
      <button mat-menu-item (click)="create()">
        <mat-icon svgIcon="add" /><ng-container i18n>Save what is shown as a view…</ng-container>
      </button>
    </mat-menu>
  `,
  styles: `
    p {
      margin: 0;
      padding: 8px 16px;
    }
  `,
})
export class ViewsMenu {
  private readonly dialogs = inject(Dialogs);
  private readonly confirm = inject(Confirm);
  private readonly session = inject(SessionStore);
  protected readonly store = inject(ViewsStore);
  readonly type = input.required<string>();
  /** The view that the address names; empty for none. */
  readonly viewId = input.required<string>();
  /** What the list shows. */
  readonly look = input.required<ViewLook>();
  /** Whether the address names nothing but the view. */
  readonly bare = input.required<boolean>();
  readonly opened = output<ViewAnswer>();
  readonly left = output();

  protected readonly current = computed(
    () => this.store.views().find(({ id }) => id === this.viewId()) ?? null,
  );
  protected readonly differs = computed(() => {
    const current = this.current();
    return current !== null && !sameJson({ ...current.look }, { ...this.look() });
  });

  constructor() {
    knowIcons({ bookmark: bookmarkIcon, edit: editIcon, save: saveIcon });
    effect(() => {
      const type = this.type();
      // What sending asks for on the way is no reason to send it again.
      untracked(() => void this.store.load(type));
    });
    // An address that names the view alone means what the view holds.
    effect(() => {
      const current = this.current();
      const opens = this.bare() && current !== null && this.differs();
      if (opens) untracked(() => this.opened.emit(current));
    });
  }

  protected whose({ shared, owner, mayChange }: ViewAnswer): string {
    if (!shared) return '';
    return mayChange && owner === this.session.person()?.name
      ? say`shared`
      : say`by ${owner ?? say`somebody who is gone`}`;
  }

  private ask(title: string, { name, shared }: ViewName): Promise<ViewName | undefined> {
    const data: ViewQuestion = { title, name, shared, mayShare: this.session.canEdit() };
    const config = { data, width: '420px', ariaLabelledBy: 'view-title' };
    return this.dialogs.ask<ViewName, ViewQuestion>(ViewDialog, config);
  }

  protected async create(): Promise<void> {
    const named = await this.ask(say`A new view`, { name: '', shared: false });
    const made = named && (await this.store.create({ type: this.type(), ...named, look: this.look() }));
    if (made) this.opened.emit(made);
  }

  protected async rename(view: ViewAnswer): Promise<void> {
    const named = await this.ask(say`Rename or share a view`, view);
    if (named) await this.store.save(view, { ...named, look: view.look });
  }

  protected async change(view: ViewAnswer): Promise<void> {
    await this.store.save(view, { name: view.name, shared: view.shared, look: this.look() });
  }

  protected async remove(view: ViewAnswer): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Remove the view “${view.name}”?`,
      text: view.shared ? say`Everybody sees it now.` : say`The entries stay as they are.`,
      yes: say`Remove the view`,
    });
    if (sure && (await this.store.remove(view))) this.left.emit();
  }
}
