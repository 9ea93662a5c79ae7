import { say } from '@tovlet/core/locale/say';
import { inSentence } from '@tovlet/core/locale/say';
import { ChangeDetectionStrategy, Component, computed, effect, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Router } from '@angular/router';
import { listAddress, pageAddress, SITE_ROOT } from '@tovlet/core/delivery/page-address';
import type { ContentType } from '@tovlet/core/model/document';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { isBoolean, remembered } from '../../../shared/remembered';
import { ApiClient } from '../../../fetching/api-client';
import { ModelStore } from '../../../shell/model-store';
import { firstStepsOf, type FirstStep } from './first-steps-of';

/** The way from an empty workspace to a page that shows a value of one's own. It goes away when it has been gone, or when it is closed. */
@Component({
  selector: 'tov-first-steps',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isShown()) {
      <section aria-labelledby="first-steps">
        <header>
          <h2 i18n id="first-steps">From nothing to a page</h2>
          <button i18n type="button" matButton (click)="closed.set(true)">Close</button>
        </header>
        <ol>
          @for (step of steps(); track step.kind) {
            <li [class.done]="step.done" [attr.aria-current]="step === next() ? 'step' : null">
              <mat-icon [svgIcon]="step.done ? 'check' : 'chevron_right'" aria-hidden="true" />
              <div>
                <strong>{{ step.label }}</strong>
                @if (step.done) {
                  <span i18n class="visually-hidden">(done)</span>
                } @else {
                  <p class="muted">{{ step.hint }}</p>
                }
                @if (step === next()) {
                  <div class="ways">
                    @for (way of waysOf(step); track way.label; let first = $first) {
                      <button type="button" [matButton]="first ? 'filled' : 'outlined'" (click)="way.go()">
                        {{ way.label }}
                      </button>
                    }
                  </div>
                }
              </div>
            </li>
          }
        </ol>
      </section>
    }
  `,
  styles: `
    section {
      margin-bottom: 22px;
      padding: 12px 16px 14px;
      border: 1px solid var(--line);
      border-top: 3px solid var(--saffron);
      border-radius: var(--radius);
      background: var(--raised);
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: center;
    }
    ol {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
      gap: 12px 20px;
      margin: 6px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: 8px;
    }
    .done {
      color: var(--muted);
    }
    li mat-icon {
      color: var(--spruce);
      margin-top: 1px;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin-top: 8px;
    }
  `,
})
export class FirstSteps {
  private readonly model = inject(ModelStore);
  private readonly router = inject(Router);
  private readonly client = inject(ApiClient);
  /** Somebody wants a content type. */
  readonly newType = output();
  /** Somebody wants a field group for a type. */
  readonly newGroup = output<string>();
  protected readonly closed = remembered('first-steps.closed', false, isBoolean);
  private readonly begun = remembered('first-steps.begun', false, isBoolean);
  private readonly seen = remembered('first-steps.seen', false, isBoolean);

  private readonly path = computed(() =>
    firstStepsOf(this.model.document(), this.model.counts().types, this.seen()),
  );
  protected readonly steps = computed(() => this.path()?.steps ?? []);
  protected readonly next = computed(() => this.steps().find(({ done }) => !done) ?? null);
  /** Workspaces that were filled otherwise, such as the demo, are not taught. */
  protected readonly isShown = computed(
    () =>
      this.model.countsKnown() && !this.closed() && this.next() !== null && (this.begun() || !this.isLast()),
  );
  private readonly isLast = computed(() => this.next()?.kind === 'page');

  /** The newest entry that is published, once its page is the next thing to see. */
  private readonly newest = fetched({
    request: () => (this.isShown() && this.isLast() ? this.path()?.type.key : undefined),
    fetch: (type) =>
      firstValueFrom(
        this.client.ask('GET', '/api/studio/entries', {
          query: { type, status: 'published', sort: 'updated_at', descending: true, limit: 1 },
        }),
      ),
  });

  constructor() {
    effect(() => {
      if (this.isShown() && !this.isLast()) this.begun.set(true);
    });
  }

  protected waysOf({ kind }: FirstStep): readonly { readonly label: string; readonly go: () => void }[] {
    const path = this.path();
    if (!path) return [];
    const { type, group } = path;
    const take = { label: say`Take ${type.singular}`, go: () => this.newGroup.emit(type.id) };
    switch (kind) {
      case 'type':
        return [{ label: say`New content type`, go: () => this.newType.emit() }, take];
      case 'field':
        return [{ label: say`Fields for ${type.singular}`, go: () => this.goToFields(type, group) }];
      case 'entry':
        return [
          { label: say`New ${inSentence(type.singular)}`, go: () => this.go(`/content/${type.key}/new`) },
        ];
      case 'page':
        return [{ label: say`See it`, go: () => this.see(type) }];
    }
  }

  private goToFields(type: ContentType, group: string | null): void {
    if (group === null) this.newGroup.emit(type.id);
    else this.go(`/model/groups/${group}`);
  }

  private see(type: ContentType): void {
    const slug = this.newest.value()?.items[0]?.slug;
    const hasPages = type.features.page;
    const list = hasPages ? listAddress(type) : `${SITE_ROOT}/`;
    this.seen.set(true);
    window.open(slug !== undefined && hasPages ? pageAddress(type, slug) : list, '_blank');
  }

  private go(path: string): void {
    void this.router.navigateByUrl(path);
  }
}
