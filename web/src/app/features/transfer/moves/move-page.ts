import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { FetchedPart } from '../../../fetching/fetched-part';
import { Panes } from '../../../shell/panes';
import { ScreenHeading } from '../../../shell/screen-heading';
import { PLANNED_MODEL } from '../import-store';
import type { Station } from '../import-words';
import { StationPage } from '../stations/station-page';
import { StationLine } from '../stations/station-line';
import { CarryOutStation } from './carry-out-station';
import { MoveStore } from './move-store';
import { moveRunInWords } from './move-words';
import { PlanStation } from './plan-station';
import { TablesStation } from './tables-station';

/** A whole site on its way into the workspace: the same five stations as for a file, for all of its tables. */
@Component({
  selector: 'tov-move-page',
  imports: [
    CarryOutStation,
    FetchedPart,
    MatIcon,
    Panes,
    PlanStation,
    RouterLink,
    ScreenHeading,
    StationLine,
    TablesStation,
  ],
  providers: [MoveStore, { provide: PLANNED_MODEL, useFactory: () => inject(MoveStore).planned }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './move-page.html',
  styleUrl: '../import-page.scss',
})
export class MovePage extends StationPage {
  protected readonly store = inject(MoveStore);
  protected override open(id: string): void {
    this.store.open(id);
  }

  protected override stateOf(station: Station): string {
    const [answer, plan] = [this.store.answer(), this.store.plan()];
    if (!answer || !plan) return '';
    if (station === 'source') return counted(answer.tables.length, 'table', 'tables');
    if (station === 'match') {
      if (answer.problems.length > 0) return counted(answer.problems.length, 'problem', 'problems');
      const left = plan.tables.filter(({ becomes }) => becomes.role === 'left').length;
      const taken = plan.tables.length - left;
      return left === 0 ? say`${taken} matched` : say`${taken} matched, ${left} left out`;
    }
    const own = this.store.runOf(station);
    const run = station === 'run' ? (this.store.runOf('take_back') ?? own) : own;
    if (!run) return say`not yet`;
    const words = moveRunInWords(run);
    return run.isCurrent ? words : say`${words}, matched otherwise since`;
  }
}
