import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatAutocomplete, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { MatButton } from '@angular/material/button';
import { COMMENT_BOUND } from '@tovlet/core/contracts/studio';
import { PeopleStore } from '../../../shell/people-store';
import { nameBeforeCaret, type Nameable } from './mentions';

/** People that are offered at once. */
const OFFERED = 6;

/** Where a comment is written; after an `@` the people are offered. */
@Component({
  selector: 'tov-comment-box',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatButton, MatOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); send()">
      <textarea
        #box
        class="control"
        dir="auto"
        [id]="boxId()"
        [attr.aria-label]="label()"
        [placeholder]="placeholder()"
        [maxLength]="bound"
        [rows]="rows()"
        [value]="text()"
        [matAutocomplete]="names"
        [matAutocompleteDisabled]="offered().length === 0"
        (input)="type()"
        (click)="look()"
        (keyup)="look()"
        (keydown.control.enter)="send()"
        (keydown.meta.enter)="send()"
      ></textarea>
      <mat-autocomplete
        #names="matAutocomplete"
        autoActiveFirstOption
        (optionSelected)="name($event.option.value)"
      >
        @for (person of offered(); track person.id) {
          <mat-option [value]="completed(person)">{{ person.name }}</mat-option>
        }
      </mat-autocomplete>
      <div class="buttons">
        <button type="submit" matButton="outlined" [disabled]="text().trim() === '' || sending()">
          {{ action() }}
        </button>
        <button i18n type="button" matButton (click)="cancelled.emit()">Cancel</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 6px;
    }
    textarea {
      width: 100%;
      resize: vertical;
      font-size: 13.5px;
    }
    .buttons {
      display: flex;
      gap: 4px;
    }
  `,
})
export class CommentBox {
  readonly boxId = input.required<string>();
  readonly label = input.required<string>();
  readonly action = input.required<string>();
  readonly text = input.required<string>();
  readonly placeholder = input('');
  readonly sending = input(false);
  readonly typed = output<string>();
  readonly sent = output<string>();
  readonly cancelled = output();

  private readonly people = inject(PeopleStore);
  private readonly injector = inject(Injector);
  private readonly box = viewChild.required<ElementRef<HTMLTextAreaElement>>('box');
  private readonly names = viewChild.required(MatAutocompleteTrigger);
  private readonly caret = signal(0);
  protected readonly bound = COMMENT_BOUND;
  protected readonly rows = computed(() => Math.min(8, Math.max(2, this.text().split('\n').length)));
  private readonly naming = computed(() => nameBeforeCaret(this.text(), this.caret()));
  protected readonly offered = computed<readonly Nameable[]>(() => {
    const naming = this.naming();
    if (!naming) return [];
    const words = naming.words.toLocaleLowerCase();
    const whole = this.people.all().some(({ name }) => words.startsWith(name.toLocaleLowerCase()));
    if (whole) return [];
    return this.people
      .all()
      .filter(({ name }) => name.toLocaleLowerCase().includes(words))
      .slice(0, OFFERED);
  });

  private readonly offersSomebody = computed(() => this.offered().length > 0);

  constructor() {
    // A key opens the list only where somebody was offered before it: quick keys, and people who arrive
    // after the last of them, would leave it shut.
    effect(() => {
      if (this.offersSomebody()) untracked(() => this.open());
    });
  }

  private open(): void {
    if (document.activeElement !== this.box().nativeElement) return;
    afterNextRender({ write: () => this.names().openPanel() }, { injector: this.injector });
  }

  /** The text with somebody's name in the place of what is typed of it. */
  protected completed({ name }: Nameable): string {
    const start = this.naming()?.start ?? 0;
    return `${this.text().slice(0, start)}@${name} ${this.text().slice(this.caret()).trimStart()}`;
  }

  protected name(text: string): void {
    const box = this.box().nativeElement;
    const caret = text.length - this.text().slice(this.caret()).trimStart().length;
    box.value = text;
    box.setSelectionRange(caret, caret);
    this.type();
  }

  protected type(): void {
    this.look();
    this.typed.emit(this.box().nativeElement.value);
  }

  protected look(): void {
    this.caret.set(this.box().nativeElement.selectionStart);
  }

  protected send(): void {
    if (this.text().trim() !== '' && !this.sending()) this.sent.emit(this.text().trim());
  }
}
