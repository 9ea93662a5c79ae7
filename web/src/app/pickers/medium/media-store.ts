import { say } from '@tovlet/core/locale/say';
import { computed, inject, Injectable, signal } from '@angular/core';
import type { MediumAnswer, MediumSave } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { firstValueFrom } from 'rxjs';
import { Fetched } from '../../fetching/fetched';
import { Notices } from '../../shared/notices';
import { currentOf, problemText } from '../../shared/problem';
import { Connection } from '../../fetching/connection';
import { MediaApi } from './media-api';

interface Page {
  readonly items: readonly MediumAnswer[];
  readonly total: number;
}

/** The media in sight: a search, what it found, uploads under way. Provided where media are shown. */
@Injectable()
export class MediaStore {
  private readonly api = inject(MediaApi);
  private readonly notices = inject(Notices);
  /** What was found: loading, failed, empty or there. */
  readonly list = new Fetched<Page>(
    () => void this.find(this.words()),
    ({ items }) => items.length === 0,
  );
  private readonly words = signal('');
  private readonly uploading = signal(0);

  readonly items = computed(() => this.list.value()?.items ?? []);
  /** How many there are; null until it is known. */
  readonly total = computed(() => this.list.value()?.total ?? null);
  readonly search = this.words.asReadonly();
  readonly busy = computed(() => this.uploading() > 0);
  readonly hasMore = computed(() => this.items().length < (this.total() ?? 0));

  constructor() {
    inject(Connection)
      .back.pipe(takeUntilDestroyed())
      .subscribe(() => {
        if (this.list.problem() !== null) this.list.reload();
      });
  }

  /** Of one kind, where no other is of use. */
  kind: 'image' | null = null;

  /** Looks for media by words; what stands is kept where the server does not answer. */
  async find(words: string): Promise<void> {
    this.words.set(words);
    await this.read(words, []);
  }

  /** Reads the next page of what was found. */
  async more(): Promise<void> {
    await this.read(this.words(), this.items());
  }

  private async read(words: string, before: readonly MediumAnswer[]): Promise<void> {
    this.list.begin(true);
    try {
      const kind = this.kind ?? undefined;
      const { items, total } = await firstValueFrom(
        this.api.list({ search: words, offset: before.length, kind }),
      );
      if (words === this.words()) this.list.finish({ items: [...before, ...items], total });
    } catch (error) {
      if (words === this.words()) this.list.fail(error);
    }
  }

  /** Uploads files one after the other; a refused one is named and does not stop the rest. */
  async upload(files: Iterable<File>): Promise<readonly MediumAnswer[]> {
    const uploaded: MediumAnswer[] = [];
    for (const file of files) {
      this.uploading.update((count) => count + 1);
      try {
        uploaded.push(await firstValueFrom(this.api.upload(file)));
      } catch (error) {
        this.notices.say(`${file.name}: ${problemText(error)}`);
      } finally {
        this.uploading.update((count) => count - 1);
      }
    }
    if (uploaded.length > 0) await this.find('');
    return uploaded;
  }

  /** Sets the alternative text of a medium as it is shown. */
  async describe({ id, version }: MediumAnswer, alt: string): Promise<void> {
    await this.save(id, { version, alt });
  }

  /** Saves the values of the groups that appear on media. */
  async saveValues({ id, version, alt, filename }: MediumAnswer, values: JsonObject): Promise<void> {
    if (await this.save(id, { version, alt, values }))
      this.notices.say(say`The fields of ${filename} were saved.`);
  }

  /** Puts a medium into the bin. @returns whether it is there */
  async remove(id: string, version: number): Promise<boolean> {
    try {
      await firstValueFrom(this.api.remove(id, version), { defaultValue: undefined });
    } catch (error) {
      this.notices.fail(error);
      return false;
    } finally {
      await this.find(this.words());
    }
    return true;
  }

  private replace(medium: MediumAnswer): void {
    const page = this.list.value();
    if (!page) return;
    this.list.set({ ...page, items: page.items.map((each) => (each.id === medium.id ? medium : each)) });
  }

  private async save(id: string, medium: MediumSave): Promise<boolean> {
    try {
      const updated = await firstValueFrom(this.api.describe(id, medium));
      this.replace(updated);
      return true;
    } catch (error) {
      // What somebody else saved meanwhile is shown, so that the next save is made on it.
      const theirs = currentOf<MediumAnswer>(error, 'medium');
      if (theirs) this.replace(theirs);
      this.notices.fail(error);
      return false;
    }
  }
}
