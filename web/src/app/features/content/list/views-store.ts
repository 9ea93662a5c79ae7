import { inject, Injectable, signal } from '@angular/core';
import type { ViewAnswer, ViewCreate, ViewSave } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import { Notices } from '../../../shared/notices';
import { ViewsApi } from './views-api';

const byName = (one: ViewAnswer, other: ViewAnswer): number => one.name.localeCompare(other.name);

/** The saved views of a type's list. */
@Injectable()
export class ViewsStore {
  private readonly api = inject(ViewsApi);
  private readonly notices = inject(Notices);
  private readonly list = signal<readonly ViewAnswer[]>([]);
  readonly views = this.list.asReadonly();

  /** Reads the views of a type; without the server there are none to be opened. */
  async load(type: string): Promise<void> {
    this.list.set([]);
    this.list.set(await firstValueFrom(this.api.all(type)).catch(() => []));
  }

  /** @returns the new view; null where it could not be saved */
  create(view: ViewCreate): Promise<ViewAnswer | null> {
    return this.keep(() => firstValueFrom(this.api.create(view)));
  }

  /** Changes a view; what the server refuses is said. */
  save({ id, version }: ViewAnswer, view: Omit<ViewSave, 'version'>): Promise<ViewAnswer | null> {
    return this.keep(() => firstValueFrom(this.api.save(id, { version, ...view })));
  }

  /** @returns whether it is gone */
  async remove({ id }: ViewAnswer): Promise<boolean> {
    try {
      await firstValueFrom(this.api.remove(id), { defaultValue: undefined });
      this.list.update((views) => views.filter((each) => each.id !== id));
      return true;
    } catch (error) {
      this.notices.fail(error);
      return false;
    }
  }

  private async keep(ask: () => Promise<ViewAnswer>): Promise<ViewAnswer | null> {
    try {
      const kept = await ask();
      this.list.update((views) => [...views.filter(({ id }) => id !== kept.id), kept].sort(byName));
      return kept;
    } catch (error) {
      this.notices.fail(error);
      return null;
    }
  }
}
