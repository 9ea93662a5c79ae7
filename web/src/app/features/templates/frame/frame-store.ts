import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { say } from '@tovlet/core/locale/say';
import { sameJson } from '@tovlet/core/json';
import type { FrameAnswer } from '@tovlet/core/contracts/studio/frame';
import { frameSchema, plainFrame, type Frame } from '@tovlet/core/site/frame';
import { catchError, debounceTime, EMPTY, firstValueFrom, switchMap } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { Notices } from '../../../shared/notices';
import { currentOf } from '../../../shared/problem';
import { Drafts } from '../../../shell/edits/drafts';
import { FrameApi } from './frame-api';

/** So long a pause is waited for before the page is asked for anew, in milliseconds. */
const PAUSE = 250;

/** What its unsaved changes are kept as. */
const ABOUT = 'frame';

/** What of a frame does not fit, by its place: `menu/0/to/address`. */
export type FrameMistakes = ReadonlyMap<string, string>;

/** The frame of the site while it is edited, with the start page in it. */
@Injectable()
export class FrameStore {
  private readonly api = inject(FrameApi);
  private readonly notices = inject(Notices);
  private readonly drafts = inject(Drafts);
  /** What is saved. */
  readonly saved = fetched<true, FrameAnswer>({
    request: () => true,
    fetch: () => firstValueFrom(this.api.get()),
  });
  private readonly edited = signal<Frame | null>(null);
  /** The version that is edited; null while none is. */
  private readonly base = signal<number | null>(null);
  private isKept = false;
  /** The frame as it stands on the screen. */
  readonly frame = computed(() => this.edited() ?? this.saved.value()?.frame ?? plainFrame);
  readonly isChanged = computed(() => {
    const [edited, saved] = [this.edited(), this.saved.value()];
    return edited !== null && saved !== undefined && !sameJson({ ...edited }, { ...saved.frame });
  });
  readonly mistakes = computed<FrameMistakes>(() => {
    const read = frameSchema.safeParse(this.frame());
    return new Map(read.success ? [] : read.error.issues.map((each) => [each.path.join('/'), each.message]));
  });
  private readonly sends = signal(false);
  /** Whether the server is still to answer. */
  readonly busy = this.sends.asReadonly();
  private readonly shown = signal('');
  /** The start page in the frame, as HTML. */
  readonly page = this.shown.asReadonly();

  constructor() {
    let isOffered = false;
    effect(() => {
      if (!this.saved.value() || isOffered) return;
      isOffered = true;
      untracked(() => void this.putBackUnsaved());
    });
    effect(() => {
      const [isChanged, frame, version] = [this.isChanged(), this.frame(), this.base()];
      // What is half typed could not be read again: what stood there before it is.
      if (isChanged && this.mistakes().size > 0) return;
      if (isChanged) this.drafts.keep(ABOUT, version ?? 1, { frame });
      else if (this.isKept) void this.drafts.drop(ABOUT);
      this.isKept = isChanged;
    });
    const wanted = computed(() => (this.saved.value() && this.mistakes().size === 0 ? this.frame() : null));
    toObservable(wanted)
      .pipe(
        debounceTime(PAUSE),
        switchMap((frame) =>
          frame === null
            ? EMPTY
            : this.api.preview(frame).pipe(
                catchError((error: unknown) => {
                  this.notices.fail(error);
                  return EMPTY;
                }),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ html }) => this.shown.set(html));
  }

  /** Changes a part of the frame. */
  change(part: Partial<Frame>): void {
    this.base.update((base) => base ?? this.saved.value()?.version ?? 1);
    this.edited.set({ ...this.frame(), ...part });
  }

  /** Goes back to what is saved. */
  giveUp(): void {
    this.edited.set(null);
    this.base.set(null);
  }

  /** Saves the frame. Where another saved meanwhile, what stands here stays, and can be saved over that. */
  async save(): Promise<void> {
    const [sent, version] = [this.edited(), this.base()];
    if (this.sends() || this.mistakes().size > 0 || sent === null || version === null) return;
    this.sends.set(true);
    try {
      const saved = await firstValueFrom(this.api.save(version, sent));
      this.saved.set(saved);
      // What was changed while it was sent is still to be saved.
      if (this.edited() === sent) this.giveUp();
      else this.base.set(saved.version);
      this.notices.say(say`The frame of the site was saved.`);
    } catch (error) {
      const now = currentOf<FrameAnswer>(error, 'frame');
      if (now) this.saved.set(now);
      if (now) this.base.set(now.version);
      this.notices.fail(error);
    } finally {
      this.sends.set(false);
    }
  }

  /** Puts back what was changed and never saved. */
  private async putBackUnsaved(): Promise<void> {
    const draft = await this.drafts.find(ABOUT);
    const kept = frameSchema.safeParse(draft?.content['frame']);
    if (!draft || !kept.success || this.edited() !== null) return;
    this.base.set(draft.version);
    this.edited.set(kept.data);
    this.notices.sayWithUndo(say`Your changes that were not saved are here again.`, () => this.giveUp());
  }
}
