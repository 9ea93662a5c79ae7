import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { RehearsedValue } from '@tovlet/core/conversions/rehearsal';
import type { OutcomeKind } from '@tovlet/core/conversions/outcome';
import { numbered } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { lossWords } from '@tovlet/core/messages/conversion-words';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import { shorten } from '@tovlet/core/messages/shorten';
import { valueText } from '@tovlet/core/messages/value-words';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { ModelStore } from '../../../shell/model-store';

/** Values before and after a change, each with why it becomes this and one of the things that have it. */
@Component({
  selector: 'tov-rehearsed-cases',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table>
      <caption i18n class="visually-hidden">
        Values before and after
      </caption>
      <thead class="visually-hidden">
        <tr>
          <th i18n>Before</th>
          <th i18n>After</th>
          <th i18n>Why</th>
          <th i18n>Found in</th>
        </tr>
      </thead>
      <tbody>
        @for (each of cases(); track $index) {
          <tr>
            <td dir="auto">{{ each.before }}</td>
            <td dir="auto" [class.muted]="each.isGone">
              <span class="to" aria-hidden="true">→</span> {{ each.after }}
            </td>
            <td class="muted">{{ each.why }}</td>
            <td class="muted where">
              @if (each.link; as link) {
                <a [routerLink]="link">{{ each.title }}</a>
              } @else {
                {{ each.title }}
              }
              @if (each.more) {
                <span> {{ each.more }}</span>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
      table-layout: fixed;
    }
    td {
      padding: 5px 10px 5px 0;
      border-top: 1px solid var(--line);
      vertical-align: top;
      overflow-wrap: anywhere;
    }
    td:first-child {
      width: 25%;
    }
    td:nth-child(2) {
      width: 25%;
    }
    .where {
      width: 22%;
    }
    .to {
      color: var(--muted);
    }
  `,
})
export class RehearsedCases {
  readonly samples = input.required<readonly RehearsedValue[]>();
  readonly kinds = input.required<readonly OutcomeKind[]>();
  readonly before = input.required<CompiledField>();
  readonly after = input.required<CompiledField>();
  /** What the things are called that values refer to, by id. */
  readonly names = input.required<Readonly<Record<string, string>>>();

  private readonly model = inject(ModelStore);

  protected readonly cases = computed(() => {
    const [before, after] = [this.before(), this.after()];
    const titles = (id: string): string | undefined => this.names()[id];
    const shown = this.samples().filter(({ kind }) => this.kinds().includes(kind));
    return shown.map((sample) => {
      const { id, type, title } = sample.holder;
      const key = this.model.compiled().typeById.get(type)?.contentType.key;
      return {
        before: shorten(valueText(sample.before, before, titles)),
        after: sample.after === null ? say`empty` : shorten(valueText(sample.after, after, titles)),
        isGone: sample.after === null,
        why: [
          ...(sample.issue ? [issueMessage(sample.issue, after.label)] : []),
          ...sample.losses.map((loss) => lossWords[loss]),
        ].join(' '),
        title: title === '' ? id : title,
        link: key === undefined ? null : ['/content', key, id],
        more: sample.count > 1 ? say`and ${numbered(sample.count - 1)} more` : '',
      };
    });
  });
}
