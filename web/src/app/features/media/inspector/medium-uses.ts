import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { MediumUse, MediumUses as Uses } from '@tovlet/core/contracts/studio';
import { say } from '@tovlet/core/locale/say';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { firstValueFrom } from 'rxjs';
import { FetchedPart } from '../../../fetching/fetched-part';
import { fetched } from '../../../fetching/fetched';
import { MediaApi } from '../../../pickers/medium/media-api';
import { ModelStore } from '../../../shell/model-store';

/** A use as it is drawn: where it leads, and what it is. */
interface Line extends MediumUse {
  readonly address: readonly string[];
  readonly about: string;
}

/** Where a use leads, and what it is; its name as well, where another is better known. */
type Place = (
  use: MediumUse,
  model: CompiledModel,
) => { readonly address: readonly string[]; readonly what: string; readonly name?: string };

/** Every kind of use; one that is missing does not compile. */
const PLACES: Readonly<Record<MediumUse['kind'], Place>> = {
  entry({ id, subject }, { typeById }) {
    const type = typeById.get(subject ?? '')?.contentType;
    return { address: ['/content', type?.key ?? '', id], what: type?.singular ?? '' };
  },
  term: ({ subject }) => ({ address: ['/model', 'taxonomies', subject ?? ''], what: say`Term` }),
  person: () => ({ address: ['/people'], what: say`Person` }),
  medium: () => ({ address: ['/media'], what: say`Medium` }),
  template({ id }, { typeById }) {
    const type = typeById.get(id)?.contentType;
    return {
      address: ['/templates', ...(type ? [type.key] : [])],
      what: say`Template`,
      name: type?.singular ?? say`Start page`,
    };
  },
};

/** What refers to a medium. */
@Component({
  selector: 'tov-medium-uses',
  imports: [FetchedPart, MatIcon, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <tov-fetched [of]="uses" what="Where it is used" i18n-what [lines]="2">
      <ul>
        @for (line of lines(); track $index) {
          <li>
            <a [routerLink]="line.address"><mat-icon svgIcon="link" aria-hidden="true" />{{ line.name }}</a>
            <span class="muted">{{ line.about }}</span>
          </li>
        }
      </ul>
      @if (more() > 0) {
        <p i18n class="muted">and {{ more() }} more</p>
      }
      <p empty i18n class="muted">Nothing uses it.</p>
    </tov-fetched>
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 8px;
      padding: 3px 0;
    }
    a {
      display: inline-flex;
      gap: 5px;
      align-items: center;
    }
    a mat-icon {
      width: 15px;
      height: 15px;
    }
    p {
      margin: 0;
    }
  `,
})
export class MediumUses {
  readonly medium = input.required<string>();
  private readonly api = inject(MediaApi);
  private readonly model = inject(ModelStore);
  protected readonly uses = fetched<string, Uses>({
    request: () => this.medium(),
    fetch: (id) => firstValueFrom(this.api.uses(id)),
    isEmpty: ({ total }) => total === 0,
    keeps: (before, now) => before === now,
  });
  protected readonly lines = computed(() => this.uses.value()?.uses.map((use) => this.line(use)) ?? []);
  protected readonly more = computed(() => (this.uses.value()?.total ?? 0) - this.lines().length);

  private line(use: MediumUse): Line {
    const { kind, field } = use;
    const place = field === null ? '' : say`in “${field}”`;
    const { what, ...rest } = PLACES[kind](use, this.model.compiled());
    return { ...use, ...rest, about: [what, place].filter((each) => each !== '').join(', ') };
  }
}
