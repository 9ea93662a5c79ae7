import { computed, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { FolderAnswer, FolderSave, FoldersAnswer } from '@tovlet/core/contracts/studio';
import { debounceTime, filter, firstValueFrom, type Observable } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { Events } from '../../../shell/events';
import { MediaApi } from '../../../pickers/medium/media-api';
import type { ChoiceOption } from '../../../shared/choice-option';

/** A folder as it is drawn: how deep it lies, and how many media lie in it and below. */
export interface FolderLine extends FolderAnswer {
  readonly depth: number;
  readonly below: number;
}

/** What others did meanwhile is read once it is quiet for so long, in milliseconds. */
const QUIET = 400;

/** Puts folders in the order of a tree. */
function asTree(
  folders: readonly FolderAnswer[],
  parent: string | null,
  depth: number,
): readonly FolderLine[] {
  return folders
    .filter((each) => each.parent === parent)
    .flatMap((folder) => {
      const inner = asTree(folders, folder.id, depth + 1);
      const direct = inner.filter((each) => each.depth === depth + 1);
      const below = direct.reduce((sum, each) => sum + each.below, folder.media);
      return [{ ...folder, depth, below }, ...inner];
    });
}

/** The folders of the media. */
@Injectable()
export class FoldersStore {
  private readonly api = inject(MediaApi);
  readonly answer = fetched<true, FoldersAnswer>({
    request: () => true,
    fetch: () => firstValueFrom(this.api.folders()),
    isEmpty: () => false,
  });
  readonly lines = computed(() => asTree(this.answer.value()?.folders ?? [], null, 0));
  readonly options = computed((): readonly ChoiceOption[] =>
    this.lines().map(({ id, name, depth }) => ({ value: id, label: `${'\u2003'.repeat(depth)}${name}` })),
  );

  constructor() {
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'media' || kind === 'missed'),
        debounceTime(QUIET),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.answer.reload());
  }

  /** Makes a folder. @throws what was wrong with it */
  add(folder: FolderSave): Promise<void> {
    return this.take(this.api.addFolder(folder));
  }

  /** Names a folder anew, or puts it elsewhere. @throws what was wrong with it */
  change(id: string, folder: FolderSave): Promise<void> {
    return this.take(this.api.changeFolder(id, folder));
  }

  /** Takes a folder away; what lies in it lies above afterwards. @throws what was wrong */
  remove(id: string): Promise<void> {
    return this.take(this.api.removeFolder(id));
  }

  private async take(change: Observable<FoldersAnswer>): Promise<void> {
    this.answer.set(await firstValueFrom(change));
  }
}
