import { computed, inject, Injectable, signal } from '@angular/core';
import type { MediumAnswer, MediumSave } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { firstValueFrom } from 'rxjs';
import { Notices } from '../../shared/notices';
import { currentOf, problemText } from '../../shared/problem';
import { MediaApi } from './media-api';

/** The media in sight: a search, what it found, uploads under way. Provided where media are shown. */
@Injectable()
export class MediaStore {
  private readonly api = inject(MediaApi);
  private readonly notices = inject(Notices);
  private readonly found = signal<readonly MediumAnswer[]>([]);
  private readonly count = signal(0);
  private readonly words = signal('');
  private readonly uploading = signal(0);

  readonly items = this.found.asReadonly();
  readonly total = this.count.asReadonly();
  readonly search = this.words.asReadonly();
  readonly busy = computed(() => this.uploading() > 0);
  readonly hasMore = computed(() => this.found().length < this.count());

  /** Of one kind, where no other is of use. */
  kind: 'image' | null = null;

  /** Looks for media by words; what stands is kept where the server does not answer. */
  async find(words: string): Promise<void> {
    this.words.set(words);
    await this.read(words, []);
  }

  /** Reads the next page of what was found. */
  async more(): Promise<void> {
    await this.read(this.words(), this.found());
  }

  private async read(words: string, before: readonly MediumAnswer[]): Promise<void> {
    try {
      const { items, total } = await firstValueFrom(this.api.list(words, before.length, this.kind));
      if (words !== this.words()) return;
      this.found.set([...before, ...items]);
      this.count.set(total);
    } catch (error) {
      this.notices.fail(error);
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
      this.notices.say(`The fields of ${filename} were saved.`);
  }

  private replace(medium: MediumAnswer): void {
    this.found.update((found) => found.map((each) => (each.id === medium.id ? medium : each)));
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
