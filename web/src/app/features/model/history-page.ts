import { ChangeDetectionStrategy, Component, inject, resource } from '@angular/core';
import { DatePipe } from '@angular/common';
import { firstValueFrom } from 'rxjs';
import { ModelApi } from '../../shell/model-api';
import { ModelStore } from '../../shell/model-store';
import { Panes } from '../../shell/panes';
import { ModelOutline } from './model-outline';

/** Every revision of the model: when, who, what. */
@Component({
  selector: 'tov-history-page',
  imports: [Panes, ModelOutline, DatePipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-panes [inspector]="false" outlineLabel="Model">
      <tov-model-outline outline />
      <div class="page">
        <h1>History</h1>
        <p class="muted">Every change of the model, the newest first.</p>
        <ol>
          @for (step of steps.value(); track step.revision) {
            <li>
              <span class="mono muted">{{ step.revision }}</span>
              <span>{{ step.summary }}</span>
              <span class="muted">{{ step.author }}, {{ step.createdAt | date: 'd MMM y, HH:mm' }}</span>
            </li>
          }
        </ol>
      </div>
    </tov-panes>
  `,
  styles: `
    .page {
      padding: 18px 24px 40px;
      max-width: 980px;
    }
    ol {
      list-style: none;
      padding: 0;
      margin: 16px 0 0;
      border-top: 1px solid var(--line);
    }
    li {
      display: grid;
      grid-template-columns: 48px 1fr auto;
      gap: 12px;
      padding: 7px 0;
      border-bottom: 1px solid var(--line);
    }
  `,
})
export class HistoryPage {
  private readonly api = inject(ModelApi);
  private readonly model = inject(ModelStore);
  protected readonly steps = resource({
    params: () => this.model.revision(),
    loader: () => firstValueFrom(this.api.history()),
  });
}
