import { say } from '@tovlet/core/locale/say';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  signal,
} from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { settingsSaveSchema, type SettingsAnswer } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';
import { fetched } from '../../fetching/fetched';
import { FetchedPart } from '../../fetching/fetched-part';
import { EntrySearch } from '../../pickers/entry/entry-search';
import { FormLine } from '../../shared/forms/form-line';
import { schemaForm } from '../../shared/forms/schema-form';
import { Sending } from '../../shared/forms/sending';
import { Notices } from '../../shared/notices';
import { currentOf } from '../../shared/problem';
import { ModelStore } from '../../shell/model-store';
import { Panes } from '../../shell/panes';
import { ScreenHeading } from '../../shell/screen-heading';
import { SessionStore } from '../../shell/session-store';

/** What is set for the workspace as a whole: its name, the language of its site, the page the site begins with. */
@Component({
  selector: 'tov-settings-page',
  imports: [
    EntrySearch,
    FetchedPart,
    FormLine,
    MatButton,
    Panes,
    ReactiveFormsModule,
    RouterLink,
    ScreenHeading,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes [outline]="false" [inspector]="false">
      <div class="page">
        <h1 i18n tovScreen="Settings" i18n-tovScreen>Settings</h1>
        <tov-fetched [of]="settings" what="The settings" i18n-what>
          <form class="lines" novalidate [formGroup]="form" (ngSubmit)="save()">
            <tov-form-line label="Name of the workspace" i18n-label [control]="form.controls.name" />
            <tov-form-line
              label="Language of the public site"
              i18n-label
              hint="As browsers know it: en, de, pt-BR"
              i18n-hint
              [mono]="true"
              [control]="form.controls.language"
            />
            <div class="line-like">
              <span i18n>Start page</span>
              <tov-entry-search
                [value]="startPages()"
                [types]="paged()"
                [disabled]="!session.canModel()"
                (changed)="startPage.set(asId($event))"
              />
              <span i18n class="muted">
                The public site begins with the page of this entry. Without one it begins with a plain index
                of what is published.
              </span>
            </div>
            <tov-form-line
              label="Address of the public site"
              i18n-label
              hint="Under which it is reached, as search engines are to know it: https://huts.example"
              i18n-hint
              [mono]="true"
              [control]="form.controls.siteAddress"
            />
            <tov-form-line
              label="Days in the bin"
              i18n-label
              hint="What was deleted can be brought back for so long; then it goes for good"
              i18n-hint
              [control]="form.controls.binDays"
            />
            <tov-form-line
              label="Time zone"
              i18n-label
              hint="Whose clocks are meant where something is planned for a set time: Europe/Berlin, UTC"
              i18n-hint
              [mono]="true"
              [control]="form.controls.timeZone"
            />
            <p class="error-text" role="alert">{{ sending.failure() }}</p>
            @if (session.canModel()) {
              <div>
                <button i18n matButton="filled" [disabled]="sending.busy()">Save the settings</button>
              </div>
            } @else {
              <p i18n class="muted">Settings are changed by developers.</p>
            }
          </form>
        </tov-fetched>
        <p><a i18n href="/site/" target="_blank">Open the public site</a></p>
        @if (session.canModel()) {
          <p>
            <a i18n routerLink="/settings/backups">Backups</a>&ngsp;<span i18n class="muted"
              >everything of the workspace in one file</span
            >
          </p>
        }
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      display: grid;
      gap: 18px;
      align-content: start;
      width: min(520px, 100%);
      padding: 18px 24px 60px;
    }
  `,
})
export class SettingsPage {
  private readonly client = inject(ApiClient);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);
  protected readonly session = inject(SessionStore);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly settings = fetched<true, SettingsAnswer>({
    request: () => true,
    fetch: () => firstValueFrom(this.client.ask('GET', '/api/studio/settings')),
  });
  protected readonly sending = new Sending();
  protected readonly form = schemaForm(settingsSaveSchema, {
    name: '',
    language: '',
    siteAddress: '',
    binDays: '30',
    timeZone: '',
  });
  /** The entry that the site begins with. */
  protected readonly startPage = signal<string | null>(null);
  protected readonly startPages = computed(() => {
    const id = this.startPage();
    return id === null ? [] : [id];
  });
  /** The types whose entries have pages. */
  protected readonly paged = computed(() =>
    this.model
      .document()
      .contentTypes.filter(({ features }) => features.page)
      .map(({ id }) => id),
  );

  constructor() {
    effect(() => {
      const settings = this.settings.value();
      if (!settings) return;
      const { name, language, siteAddress, binDays, timeZone } = settings;
      this.form.reset({ name, language, siteAddress: siteAddress ?? '', binDays: String(binDays), timeZone });
      if (!this.session.canModel()) this.form.disable();
      this.startPage.set(settings.startPage);
    });
  }

  protected asId(value: unknown): string | null {
    return typeof value === 'string' ? value : null;
  }

  protected async save(): Promise<void> {
    const { version } = this.settings.value() ?? { version: 1 };
    const { binDays, ...texts } = this.form.getRawValue();
    const body = { version, ...texts, binDays: Number(binDays), startPage: this.startPage() };
    const work = async () => {
      try {
        this.settings.set(await firstValueFrom(this.client.ask('PUT', '/api/studio/settings', { body })));
      } catch (error) {
        const now = currentOf<SettingsAnswer>(error, 'settings');
        if (now) this.settings.set(now);
        throw error;
      }
    };
    if (!(await this.sending.send(this.form, this.element, work))) return;
    await this.session.load();
    this.notices.say(say`The settings were saved.`);
  }
}
