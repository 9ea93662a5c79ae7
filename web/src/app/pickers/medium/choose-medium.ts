import { inject } from '@angular/core';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import { fetched, type Fetched } from '../../fetching/fetched';
import { Dialogs } from '../../shared/dialogs';
import { nullWhereGone } from '../../shared/problem';
import { MediaApi } from './media-api';

/**
 * What lets a person choose a medium, or add one. To be called where services may be injected.
 * @returns opens the picker; its promise is undefined where nothing was chosen
 * @example private readonly chooseMedium = mediumChooser({ files: true });
 */
export function mediumChooser({ files = false } = {}): () => Promise<MediumAnswer | undefined> {
  const dialogs = inject(Dialogs);
  return async () => {
    const { MediaPicker } = await import('./media-picker');
    return dialogs.ask<MediumAnswer>(MediaPicker, {
      width: '860px',
      maxWidth: '94vw',
      ariaLabelledBy: 'picker-title',
      data: { files },
    });
  };
}

/**
 * The medium that a value names, empty where it is gone. To be called where effects may be made.
 * @param id its id; undefined while there is none
 */
export function fetchedMedium(id: () => string | undefined): Fetched<MediumAnswer | null> {
  const api = inject(MediaApi);
  return fetched({
    request: id,
    fetch: (wanted) => nullWhereGone(firstValueFrom(api.get(wanted))),
    isEmpty: (found) => found === null,
    keeps: (before, now) => before === now,
  });
}
