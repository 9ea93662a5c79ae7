import { inject, Injectable } from '@angular/core';
import type { LooseAdopt, LooseAnswer, LooseName } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** Values that no field declares, over HTTP. */
@Injectable({ providedIn: 'root' })
export class LooseApi {
  private readonly client = inject(ApiClient);

  get(): Promise<LooseAnswer> {
    return firstValueFrom(this.client.ask('GET', '/api/studio/loose'));
  }

  discard({ type, within, key }: LooseName): Promise<LooseAnswer> {
    return firstValueFrom(
      this.client.ask('POST', '/api/studio/loose/discard', { body: { type, within, key } }),
    );
  }

  adopt(body: LooseAdopt): Promise<LooseAnswer> {
    return firstValueFrom(this.client.ask('POST', '/api/studio/loose/adopt', { body }));
  }

  restore(id: string): Promise<LooseAnswer> {
    return firstValueFrom(
      this.client.ask('POST', '/api/studio/loose/removals/:id/restore', { parameters: { id } }),
    );
  }
}
