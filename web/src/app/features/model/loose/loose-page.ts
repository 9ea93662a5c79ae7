import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { LooseAnswer, LooseLine, LooseName, LooseRemoval } from '@tovlet/core/contracts/studio';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { debounceTime, filter } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { Confirm } from '../../../shared/confirm';
import { MomentWords } from '../../../shared/moment-words';
import { Notices } from '../../../shared/notices';
import { Events } from '../../../shell/events';
import { ModelStore } from '../../../shell/model-store';
import { Panes } from '../../../shell/panes';
import { ScreenHeading } from '../../../shell/screen-heading';
import { ModelOutline } from '../model-outline';
import { AdoptForm, type Adoption } from './adopt-form';
import { LooseApi } from './loose-api';

/** So often it is asked how far something has come that goes on. */
const HEARD: ReadonlySet<string> = new Set(['findings', 'model', 'missed']);

const nameText = ({ type, within, key }: LooseName): string => [type, ...within, key].join('/');

/** Keys with values that no field declares, and what can become of them. */
@Component({
  selector: 'tov-loose-page',
  imports: [AdoptForm, FetchedPart, MatButton, ModelOutline, MomentWords, Panes, RouterLink, ScreenHeading],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes [inspector]="false" outlineLabel="Model" i18n-outlineLabel>
      <tov-model-outline outline />
      <div class="page">
        <h1 i18n tovScreen="Loose values · Model" i18n-tovScreen>Loose values</h1>
        <p i18n class="muted">
          Values in entries that no field declares: left by a field that was removed, or brought from
          elsewhere. They show nowhere, and nothing removes them but you.
        </p>
        <tov-fetched [of]="answer" what="The loose values" i18n-what [lines]="6">
          @for (line of answer.value()?.lines ?? []; track nameOf(line)) {
            <section [attr.aria-label]="line.key + ', ' + placeOf(line)">
              <header>
                <h2>{{ line.key }}</h2>
                <span class="muted">{{
                  line.within.length === 0 ? countOf(line) : placeOf(line) + ', ' + countOf(line)
                }}</span>
              </header>
              <ul>
                @for (sample of line.samples; track $index) {
                  <li>
                    <q dir="auto">{{ textOf(sample.value) }}</q>&ngsp;<a
                      [routerLink]="['/content', keyOfType(line), sample.entry]"
                      >{{ sample.title }}</a
                    >
                  </li>
                }
              </ul>
              @if (line.elsewhere; as field) {
                <p i18n>
                  They belong to the field “{{ field.label }}” of {{ field.group }}, which does not reach
                  these entries: it shows them again where its group does.
                </p>
              }
              @if (adopting() === nameOf(line) && line.proposed) {
                <tov-adopt-form
                  [line]="line"
                  [proposed]="line.proposed"
                  [sending]="sending()"
                  (adopted)="adopt(line, $event)"
                  (cancelled)="adopting.set(null)"
                />
              } @else {
                <div class="buttons">
                  @if (line.proposed) {
                    <button type="button" matButton="outlined" (click)="adopting.set(nameOf(line))">
                      {{ adoptWords(line) }}
                    </button>
                  } @else if (!line.elsewhere) {
                    <span i18n class="muted">No field type holds such values.</span>
                  }
                  <button
                    i18n
                    type="button"
                    matButton
                    class="danger"
                    [disabled]="sending()"
                    (click)="discard(line)"
                  >
                    Discard…
                  </button>
                </div>
              }
            </section>
          } @empty {
            <p class="none">
              @if (answer.value()?.looking) {
                <ng-container i18n>Entries are being looked through.</ng-container>
              } @else {
                <ng-container i18n>Every value in every entry belongs to a field.</ng-container>
              }
            </p>
          }
          @if (removals().length > 0) {
            <h2 i18n class="taken">Taken out</h2>
            <ul class="taken">
              @for (removal of removals(); track removal.id) {
                <li>
                  <span
                    ><code>{{ removal.key }}</code
                    >&ngsp;{{ removalWords(removal) }}</span
                  >
                  <span class="muted">{{ removal.by }}, {{ removal.at | momentWords }}</span>
                  @if (removal.target === null && removal.state === 'removed') {
                    <button i18n type="button" matButton [disabled]="sending()" (click)="restore(removal)">
                      Put back
                    </button>
                  }
                </li>
              }
            </ul>
          }
        </tov-fetched>
      </div>
    </tov-panes>
  `,
  styleUrl: './loose-page.scss',
})
export class LoosePage {
  private readonly api = inject(LooseApi);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);
  private readonly confirm = inject(Confirm);
  private readonly changes = signal(0);
  protected readonly adopting = signal<string | null>(null);
  protected readonly sending = signal(false);
  protected readonly answer = fetched({
    request: () => ({ changes: this.changes() }),
    fetch: () => this.api.get(),
    keeps: () => true,
  });
  protected readonly removals = computed<readonly LooseRemoval[]>(() => this.answer.value()?.removals ?? []);
  protected readonly nameOf = nameText;

  constructor() {
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => HEARD.has(kind)),
        debounceTime(400),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.changes.update((count) => count + 1));
  }

  protected keyOfType = ({ type }: LooseName): string =>
    this.model.compiled().typeById.get(type)?.contentType.key ?? '';

  /** Where it stands, in words. */
  protected placeOf({ type, within }: LooseName): string {
    const { typeById, fields } = this.model.compiled();
    const steps = within.map((id) => fields.get(id)?.label ?? id);
    return [typeById.get(type)?.contentType.plural ?? type, ...steps].join(' › ');
  }

  protected countOf({ type, entries }: LooseLine): string {
    const contentType = this.model.compiled().typeById.get(type)?.contentType;
    return counted(entries, contentType?.singular ?? '', contentType?.plural ?? '');
  }

  protected textOf = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(value));

  protected adoptWords = ({ wasField, proposed }: LooseLine): string =>
    wasField ? say`Have the field “${proposed?.label ?? ''}” again…` : say`Make a field of them…`;

  protected removalWords({ entries, state, target }: LooseRemoval): string {
    const count = counted(entries, 'entry', 'entries');
    if (state === 'removing') return say`is being taken out, ${count} so far`;
    if (state === 'returning') return say`is being put back`;
    if (target === null) return say`was taken out of ${count}`;
    const label = this.model.compiled().fields.get(target)?.label ?? say`a field that is gone`;
    return say`was moved into “${label}” in ${count}`;
  }

  protected async adopt({ type, within, key }: LooseLine, adoption: Adoption): Promise<void> {
    const taken = await this.ask(() => this.api.adopt({ type, within, key, ...adoption }));
    if (!taken) return;
    this.adopting.set(null);
    this.notices.say(say`“${adoption.field.label}” is a field now.`);
  }

  protected async discard(line: LooseLine): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Discard the values of “${line.key}”?`,
      text: say`They are taken out of ${this.countOf(line)}. For ninety days they can be put back from this page.`,
      yes: say`Discard`,
    });
    if (sure) await this.ask(() => this.api.discard(line));
  }

  protected async restore({ id }: LooseRemoval): Promise<void> {
    await this.ask(() => this.api.restore(id));
  }

  private async ask(send: () => Promise<LooseAnswer>): Promise<boolean> {
    this.sending.set(true);
    try {
      this.answer.set(await send());
      return true;
    } catch (error) {
      this.notices.fail(error);
      return false;
    } finally {
      this.sending.set(false);
    }
  }
}
