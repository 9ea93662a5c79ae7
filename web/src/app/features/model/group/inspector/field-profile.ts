import { say } from '@tovlet/core/locale/say';
import {} from '../../../../shared/event-values';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { profileWords } from '@tovlet/core/messages/profile-words';
import type { CompiledField } from '@tovlet/core/model/compiled';
import type { FieldProfile } from '@tovlet/core/profile/profile';
import { scaleLinear } from 'd3-scale';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../../fetching/fetched';
import { FetchedPart } from '../../../../fetching/fetched-part';
import { ModelApi } from '../../../../shell/model-api';
import { ModelStore } from '../../../../shell/model-store';
import { showsPlace } from './profile-places';

/** The chart of a scale, in px. */
const CHART = { width: 288, height: 64 };

/** The fold of the inspector that says what a field really holds. It looks only when it is opened. */
@Component({
  selector: 'tov-field-profile',
  imports: [FetchedPart, MatButton, MatExpansionPanel, MatExpansionPanelHeader],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './field-profile.scss',
  template: `
    <mat-expansion-panel
      class="fold"
      [expanded]="open()"
      (opened)="open.set(true)"
      (closed)="open.set(false)"
    >
      <mat-expansion-panel-header>
        <ng-container i18n>Profile </ng-container> <span i18n class="muted">what it holds</span>
      </mat-expansion-panel-header>
      <tov-fetched [of]="answer" what="The values" i18n-what [lines]="4">
        @if (answer.value(); as found) {
          <div class="fill" aria-hidden="true"><span [style.width.%]="filledPercent()"></span></div>
          <ul class="facts">
            @for (words of sentences(); track words) {
              <li>{{ words }}</li>
            }
          </ul>
          @if (bars().length > 1) {
            <svg [attr.viewBox]="viewBox" role="img" [attr.aria-label]="chartWords()">
              @for (bar of bars(); track bar.x) {
                <rect [attr.x]="bar.x" [attr.y]="bar.y" [attr.width]="bar.width" [attr.height]="bar.height">
                  <title>{{ bar.words }}</title>
                </rect>
              }
              <line x1="0" [attr.x2]="chart.width" [attr.y1]="chart.height" [attr.y2]="chart.height" />
            </svg>
            <div class="ends muted" aria-hidden="true">
              <span>{{ ends()[0] }}</span><span>{{ ends()[1] }}</span>
            </div>
          }
          @if (frequent().length > 0) {
            <ol class="words" aria-label="The most frequent values" i18n-aria-label>
              @for (each of frequent(); track each.word) {
                <li>
                  <span class="word" [title]="each.word">{{ each.word }}</span>
                  <span class="bar" aria-hidden="true"><span [style.width.%]="each.percent"></span></span>
                  <span class="count">{{ each.count }}</span>
                </li>
              }
            </ol>
          }
          @if (found.looked < found.of) {
            <p class="muted">
              <ng-container i18n>Looked at the newest {{ found.looked }} of {{ found.of }}. </ng-container>
              <button type="button" matButton [disabled]="answer.isAsking()" (click)="all.set(true)">
                @if (answer.isAsking()) {
                  <ng-container i18n>Looking …</ng-container>
                } @else {
                  <ng-container i18n>Look at all</ng-container>
                }
              </button>
            </p>
          }
        }
      </tov-fetched>
    </mat-expansion-panel>
  `,
})
export class FieldProfileFold {
  readonly field = input.required<CompiledField>();
  private readonly api = inject(ModelApi);
  private readonly model = inject(ModelStore);
  protected readonly chart = CHART;
  protected readonly viewBox = `0 -1 ${CHART.width} ${CHART.height + 2}`;
  private readonly id = computed(() => this.field().id);
  protected readonly open = linkedSignal({ source: this.id, computation: () => false });
  protected readonly all = linkedSignal({ source: this.id, computation: () => false });

  /** What was found last stands while more is looked at. */
  protected readonly answer = fetched({
    request: () =>
      this.open() ? { id: this.id(), all: this.all(), revision: this.model.revision() } : undefined,
    fetch: ({ id, all }) => firstValueFrom(this.api.profile(id, all)),
    keeps: (before, now) => before.id === now.id,
  });

  private readonly profile = computed<FieldProfile | null>(() => this.answer.value()?.profile ?? null);
  private readonly show = computed(() => showsPlace(this.field(), this.profile()?.measure ?? 'words'));
  protected readonly filledPercent = computed(() => {
    const profile = this.profile();
    return profile && profile.places > 0 ? (100 * profile.filled) / profile.places : 0;
  });
  protected readonly sentences = computed(() => {
    const profile = this.profile();
    const inRows = this.field().ancestors.length > 0;
    return profile ? profileWords(profile, inRows, this.show()) : [];
  });
  protected readonly bars = computed(() => {
    const bars = this.profile()?.scale?.bars ?? [];
    const [first, last] = [bars[0]?.from ?? 0, bars.at(-1)?.to ?? 0];
    const across = scaleLinear([first, last], [0, CHART.width]);
    const upwards = scaleLinear([0, Math.max(1, ...bars.map(({ count }) => count))], [0, CHART.height]);
    const show = this.show();
    return bars.map(({ from, to, count }) => ({
      x: across(from),
      width: Math.max(1, across(to) - across(from) - 1),
      y: CHART.height - upwards(count),
      height: upwards(count),
      words: say`${show(from)} to ${show(to)}: ${count}`,
    }));
  });
  protected readonly ends = computed(() => {
    const bars = this.profile()?.scale?.bars ?? [];
    return [this.show()(bars[0]?.from ?? 0), this.show()(bars.at(-1)?.to ?? 0)];
  });
  protected readonly chartWords = computed(
    () =>
      say`How the values spread: ${this.bars()
        .map(({ words }) => words)
        .join('; ')}`,
  );
  /** Values that each occur but once tell nothing. */
  protected readonly frequent = computed(() => {
    const words = this.profile()?.words ?? [];
    const most = words[0]?.count ?? 0;
    return most < 2 ? [] : words.map((each) => ({ ...each, percent: (100 * each.count) / most }));
  });
}
