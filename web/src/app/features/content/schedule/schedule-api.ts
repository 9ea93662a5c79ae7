import { inject, Injectable } from '@angular/core';
import type { ScheduleAction, ScheduleAnswer, ScheduleSave } from '@tovlet/core/contracts/studio';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../../../fetching/api-client';

/** What is planned for entries, over HTTP. */
@Injectable({ providedIn: 'root' })
export class ScheduleApi {
  private readonly client = inject(ApiClient);

  get(id: string): Promise<ScheduleAnswer> {
    return firstValueFrom(this.client.ask('GET', '/api/studio/entries/:id/schedule', { parameters: { id } }));
  }

  plan(id: string, action: ScheduleAction, body: ScheduleSave): Promise<ScheduleAnswer> {
    const parameters = { id, action };
    return firstValueFrom(
      this.client.ask('PUT', '/api/studio/entries/:id/schedule/:action', { parameters, body }),
    );
  }

  cancel(id: string, action: ScheduleAction): Promise<ScheduleAnswer> {
    const parameters = { id, action };
    return firstValueFrom(
      this.client.ask('DELETE', '/api/studio/entries/:id/schedule/:action', { parameters }),
    );
  }
}
