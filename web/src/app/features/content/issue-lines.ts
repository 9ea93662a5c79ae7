import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { EntryIssue, IssuePath } from '@tovlet/core/issues/issue';
import { say } from '@tovlet/core/locale/say';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { FormStore, placeKey } from '../../forms/form-store';
import { Focus } from '../../shared/focus';

/** Something that is wrong with an entry, as a line. */
export interface IssueLine {
  readonly message: string;
  /** The way to the value; null for what has none. */
  readonly path: IssuePath | null;
  /** The id of the element that it is about; empty where there is none. */
  readonly target: string;
}

/** The way to a value that does not stand at the top, in words. */
function rowWords(path: IssuePath, { fields }: CompiledModel): string {
  return path
    .slice(0, -1)
    .map((step, index) =>
      typeof step === 'number'
        ? say`, row ${step + 1}: `
        : `${fields.get(step)?.label ?? ''}${typeof path[index + 1] === 'number' ? '' : ': '}`,
    )
    .join('');
}

/** An issue of the form as a line that leads to its field. */
export const issueLine = ({ issue, label, path }: EntryIssue, model: CompiledModel): IssueLine => ({
  message: rowWords(path, model) + issueMessage(issue, label),
  path,
  target: path.length === 0 ? '' : `field-${placeKey(path).replaceAll('/', '-')}`,
});

/** What is wrong with an entry, each a way to where it stands. */
@Component({
  selector: 'tov-issue-lines',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (each of shown(); track $index) {
        <li>
          @if (each.target) {
            <button type="button" (click)="jump(each)">{{ each.message }}</button>
          } @else {
            {{ each.message }}
          }
        </li>
      }
      @if (lines().length > limit()) {
        <li i18n>and {{ lines().length - limit() }} more</li>
      }
    </ul>
  `,
  styles: `
    ul {
      margin: 6px 0 0;
      padding-left: 18px;
    }
    button {
      border: 0;
      background: none;
      padding: 1px 0;
      text-align: left;
      cursor: pointer;
      text-decoration: underline;
      text-underline-offset: 2px;
    }
  `,
})
export class IssueLines {
  readonly lines = input.required<readonly IssueLine[]>();
  readonly limit = input(20);
  private readonly form = inject(FormStore);
  private readonly focus = inject(Focus);
  protected readonly shown = computed(() => this.lines().slice(0, this.limit()));

  /** Leads to a field; one in a row shows only after its row has opened. */
  protected jump({ target, path }: IssueLine): void {
    this.form.revealed.set(path === null ? null : [...path]);
    this.focus.show(target, 'center', (element) => element.focus());
  }
}
