import { Said } from '../../shared/said';
import { say } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Router } from '@angular/router';
import type { JsonObject } from '@tovlet/core/json';
import { PEOPLE } from '@tovlet/core/model/subjects';
import { FetchedPart } from '../../fetching/fetched-part';
import { Notices } from '../../shared/notices';
import { ModelStore } from '../../shell/model-store';
import { Panes } from '../../shell/panes';
import { PeopleStore } from '../../shell/people-store';
import { SessionStore } from '../../shell/session-store';
import { ValuesForm } from '../../forms/values-form';
import { Dialogs } from '../../shared/dialogs';
import { ScreenHeading } from '../../shell/screen-heading';
import { Account } from './account';
import { InviteDialog } from './invite-dialog';

/** The people of the workspace, with the fields that groups put on them. */
@Component({
  selector: 'tov-people-page',
  imports: [Account, FetchedPart, MatButton, MatIcon, Panes, ScreenHeading, ValuesForm, Said],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes outlineLabel="People" i18n-outlineLabel [inspector]="false">
      <div outline class="outline">
        @if (session.canModel()) {
          <button type="button" matButton="outlined" class="invite" (click)="invite()">
            <mat-icon svgIcon="add" aria-hidden="true" /><ng-container i18n>Invite somebody</ng-container>
          </button>
        }
        @for (person of people.all(); track person.id) {
          <button
            type="button"
            class="person"
            [class.here]="chosen()?.id === person.id"
            [attr.aria-current]="chosen()?.id === person.id ? 'page' : null"
            (click)="choose(person.id)"
          >
            <mat-icon svgIcon="person" aria-hidden="true" /><span>{{ person.name }}</span
            ><small>
              @if (person.joined) {
                {{ person.role | said }}
              } @else {
                <ng-container i18n>invited</ng-container>
              }
            </small>
          </button>
        }
      </div>
      @if (chosen(); as person) {
        <div class="page">
          <header>
            <h1 tovScreen="{{ person.name }} · People" i18n-tovScreen>{{ person.name }}</h1>
            <p class="muted">
              {{ (person.role | said) + (person.joined ? '' : ', ' + ('invited and not yet here' | said)) }}
            </p>
          </header>
          @if (mayChange()) {
            <tov-account [person]="person" (removed)="choose(null)" />
          }
          @if (hasFields()) {
            <tov-values-form
              [subject]="subject"
              [id]="person.id"
              [values]="person.values"
              [disabled]="!mayFill()"
              (saved)="save($event)"
            />
          } @else {
            <div class="empty-place">
              <h2 i18n>No fields on people yet</h2>
              <p i18n>A field group whose rule names the type Person puts some here.</p>
            </div>
          }
        </div>
      } @else {
        <div class="page">
          <tov-fetched [of]="people.list" what="The people" i18n-what>
            <div class="empty-place"><h1 i18n tovScreen="People" i18n-tovScreen>Choose a person</h1></div>
          </tov-fetched>
        </div>
      }
    </tov-panes>
  `,
  styles: `
    .outline {
      display: grid;
      gap: 2px;
      padding: 10px 8px;
    }
    .invite {
      margin-bottom: 8px;
    }
    .outline .person {
      display: flex;
      gap: 8px;
      align-items: center;
      padding: 4px 8px;
      border: 0;
      border-radius: var(--radius);
      background: none;
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .outline small {
      margin-left: auto;
      color: var(--muted);
    }
    .outline .here {
      background: var(--raised);
      box-shadow: inset 0 0 0 1px var(--line);
    }
    .page {
      display: grid;
      gap: 18px;
      align-content: start;
      max-width: 760px;
      padding: 18px 24px 60px;
    }
  `,
})
export class PeoplePage {
  readonly id = input<string>();
  protected readonly people = inject(PeopleStore);
  protected readonly session = inject(SessionStore);
  private readonly model = inject(ModelStore);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly dialogs = inject(Dialogs);
  protected readonly subject = PEOPLE;
  protected readonly chosen = computed(
    () => this.people.find(this.id() ?? null) ?? this.people.find(this.session.person()?.id ?? null) ?? null,
  );
  protected readonly hasFields = computed(
    () => (this.model.compiled().subjectById.get(PEOPLE)?.groups.length ?? 0) > 0,
  );
  private readonly isOneself = computed(() => this.chosen()?.id === this.session.person()?.id);
  protected readonly mayChange = computed(() => this.session.canModel() || this.isOneself());
  protected readonly mayFill = computed(
    () => this.session.canModel() || (this.session.canEdit() && this.isOneself()),
  );

  constructor() {
    void this.people.start();
  }

  protected choose(id: string | null): void {
    void this.router.navigate(id === null ? ['/people'] : ['/people', id]);
  }

  protected async invite(): Promise<void> {
    const config = { width: '460px', ariaLabelledBy: 'invite-title' };
    const id = await this.dialogs.ask<string>(InviteDialog, config);
    if (id !== undefined) this.choose(id);
  }

  protected async save(values: JsonObject): Promise<void> {
    const person = this.chosen();
    if (!person) return;
    try {
      await this.people.saveValues(person, values);
      this.notices.say(say`The fields of ${person.name} were saved.`);
    } catch (error) {
      this.notices.fail(error);
    }
  }
}
