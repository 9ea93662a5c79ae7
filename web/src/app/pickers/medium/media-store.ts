import { say } from '@tovlet/core/locale/say';
import { computed, inject, Injectable, signal } from '@angular/core';
import type {
  MediaChange,
  MediaFacetsQuery,
  MediaOrder,
  MediumAnswer,
  MediumSave,
} from '@tovlet/core/contracts/studio';
import { sameJson, type JsonObject } from '@tovlet/core/json';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { debounceTime, firstValueFrom, type Observable } from 'rxjs';
import { Fetched } from '../../fetching/fetched';
import { Notices } from '../../shared/notices';
import { currentOf } from '../../shared/problem';
import { Connection } from '../../fetching/connection';
import { Uploads, type UploadPlace } from '../../shell/uploads/uploads';
import { MediaApi } from './media-api';

interface Page {
  readonly items: readonly MediumAnswer[];
  readonly total: number;
}

/** What media are looked for by, and in which order they come. */
export type MediaLook = MediaFacetsQuery & { readonly order?: MediaOrder | undefined };

/** What came meanwhile is read once it is quiet for so long, in milliseconds. */
const QUIET = 300;

/** The media in sight: what is looked for, what was found, what is saved of it. Provided where media are shown. */
@Injectable()
export class MediaStore {
  private readonly api = inject(MediaApi);
  private readonly notices = inject(Notices);
  private readonly uploads = inject(Uploads);
  /** What was found: loading, failed, empty or there. */
  readonly list = new Fetched<Page>(
    () => void this.look(this.looked()),
    ({ items }) => items.length === 0,
  );
  private readonly looked = signal<MediaLook>({});
  private readonly changed = signal<MediumAnswer | null>(null);

  /** The medium that was saved or uploaded last, also where it is not among those in sight. */
  readonly last = this.changed.asReadonly();

  readonly items = computed(() => this.list.value()?.items ?? []);
  /** How many there are; null until it is known. */
  readonly total = computed(() => this.list.value()?.total ?? null);
  readonly search = computed(() => this.looked().search ?? '');
  readonly hasMore = computed(() => this.items().length < (this.total() ?? 0));

  constructor() {
    inject(Connection)
      .back.pipe(takeUntilDestroyed())
      .subscribe(() => {
        if (this.list.problem() !== null) this.list.reload();
      });
    this.uploads.taken.pipe(takeUntilDestroyed()).subscribe((medium) => this.replace(medium));
    this.uploads.taken.pipe(debounceTime(QUIET), takeUntilDestroyed()).subscribe(() => void this.refresh());
  }

  /** Of one kind, where no other is of use. */
  kind: 'image' | null = null;

  /** Looks for media by words, and by nothing else. */
  async find(words: string): Promise<void> {
    await this.look({ ...this.looked(), search: words });
  }

  /** Looks for media; what stands is kept where the server does not answer. */
  async look(look: MediaLook): Promise<void> {
    this.looked.set(look);
    await this.read(look, []);
  }

  /** Reads the next page of what was found. */
  async more(): Promise<void> {
    await this.read(this.looked(), this.items());
  }

  /** Reads anew what is in sight, as many as are. */
  async refresh(): Promise<void> {
    await this.read(this.looked(), [], Math.min(200, Math.max(60, this.items().length)));
  }

  private async read(look: MediaLook, before: readonly MediumAnswer[], limit?: number): Promise<void> {
    const isCurrent = (): boolean => sameJson(look, this.looked());
    this.list.begin(true);
    try {
      const kind = this.kind ?? look.kind;
      const { search = '' } = look;
      const { items, total } = await firstValueFrom(
        this.api.list({ ...look, search, offset: before.length, limit, kind }),
      );
      if (isCurrent()) this.list.finish({ items: [...before, ...items], total });
    } catch (error) {
      if (isCurrent()) this.list.fail(error);
    }
  }

  /** Takes files on their way. @returns what became of them, once all have come to an end */
  async upload(files: readonly File[], place: UploadPlace = {}): Promise<readonly MediumAnswer[]> {
    const added = await this.uploads.add(files, place);
    if (added.length > 0) await this.refresh();
    return added;
  }

  /** Saves something of a medium as it is shown. @returns what it is then; null where it was refused */
  async save(
    { id, version }: MediumAnswer,
    changes: Omit<MediumSave, 'version'>,
  ): Promise<MediumAnswer | null> {
    return this.take(this.api.save(id, { version, ...changes }));
  }

  /** Saves the values of the groups that appear on media. */
  async saveValues(medium: MediumAnswer, values: JsonObject): Promise<MediumAnswer | null> {
    const saved = await this.save(medium, { values });
    if (saved) this.notices.say(say`The fields of ${medium.filename} were saved.`);
    return saved;
  }

  /** Waits for a change of one medium and shows what it came to. @returns null where it was refused */
  async take(change: Observable<MediumAnswer>): Promise<MediumAnswer | null> {
    try {
      const updated = await firstValueFrom(change);
      this.replace(updated);
      return updated;
    } catch (error) {
      // What somebody else saved meanwhile is shown, so that the next save is made on it.
      const theirs = currentOf<MediumAnswer>(error, 'medium');
      if (theirs) this.replace(theirs);
      this.notices.fail(error);
      return null;
    }
  }

  /** Changes several, and says what could not be changed. @returns how many were */
  async changeMany(ids: readonly string[], change: MediaChange): Promise<number> {
    try {
      const { changed, left } = await firstValueFrom(this.api.changeMany({ ids: [...ids], change }));
      const [first] = left;
      if (first) this.notices.say(say`${left.length} were left as they are. ${first.name}: ${first.reason}`);
      return changed;
    } catch (error) {
      this.notices.fail(error);
      return 0;
    } finally {
      await this.refresh();
    }
  }

  /** Puts a medium into the bin. @returns whether it is there */
  async remove(id: string, version: number): Promise<boolean> {
    try {
      await firstValueFrom(this.api.remove(id, version), { defaultValue: undefined });
    } catch (error) {
      this.notices.fail(error);
      return false;
    } finally {
      await this.refresh();
    }
    return true;
  }

  private replace(medium: MediumAnswer): void {
    this.changed.set(medium);
    const page = this.list.value();
    if (!page) return;
    this.list.set({ ...page, items: page.items.map((each) => (each.id === medium.id ? medium : each)) });
  }
}
