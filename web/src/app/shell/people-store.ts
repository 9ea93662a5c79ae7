import { HttpClient } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import type { PersonAnswer } from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import { firstValueFrom } from 'rxjs';

const ADDRESS = '/api/studio/people';

/** The people of the workspace, read when first asked for. */
@Injectable({ providedIn: 'root' })
export class PeopleStore {
  private readonly http = inject(HttpClient);
  private readonly known = signal<readonly PersonAnswer[]>([]);
  private started: Promise<void> | null = null;
  readonly all = this.known.asReadonly();

  start(): Promise<void> {
    this.started ??= this.load();
    return this.started;
  }

  find(id: string | null): PersonAnswer | undefined {
    return this.known().find((person) => person.id === id);
  }

  /** Saves somebody's values; afterwards all are as they are now, also when somebody else was faster. */
  async saveValues({ id, version }: PersonAnswer, values: JsonObject): Promise<void> {
    try {
      await firstValueFrom(this.http.put(`${ADDRESS}/${id}`, { version, values }));
    } finally {
      await this.load();
    }
  }

  private async load(): Promise<void> {
    this.known.set(await firstValueFrom(this.http.get<readonly PersonAnswer[]>(ADDRESS)));
  }
}
