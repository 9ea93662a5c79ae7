import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { FetchedPart } from '../../fetching/fetched-part';
import { Panes } from '../../shell/panes';
import { ScreenHeading } from '../../shell/screen-heading';
import { ImportStore } from './import-store';
import { runInWords, sourceInWords, type Station } from './import-words';
import { MatchStation } from './stations/match-station';
import { RunStation } from './stations/run-station';
import { StationPage } from './stations/station-page';
import { StationLine } from './stations/station-line';
import { SourceStation } from './stations/source-station';
import { say } from '@tovlet/core/locale/say';

/** A file on its way to entries: five stations on one line, each with its state and an address of its own. */
@Component({
  selector: 'tov-import-page',
  imports: [
    FetchedPart,
    MatchStation,
    MatIcon,
    Panes,
    RouterLink,
    RunStation,
    ScreenHeading,
    SourceStation,
    StationLine,
  ],
  providers: [ImportStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './import-page.html',
  styleUrl: './import-page.scss',
})
export class ImportPage extends StationPage {
  protected readonly store = inject(ImportStore);
  protected override open(id: string): void {
    this.store.open(id);
  }

  protected override stateOf(station: Station): string {
    const answer = this.store.answer();
    const [source, recipe] = [this.store.source(), this.store.recipe()];
    if (!answer || !source || !recipe) return '';
    if (station === 'source') return answer.problem ?? sourceInWords(source, answer.columns.length);
    if (station === 'match') {
      const open = recipe.columns.filter(({ to }) => to === null).length;
      const matched = recipe.columns.length - open;
      return open === 0 ? say`${matched} matched` : say`${matched} matched, ${open} left out`;
    }
    const own = this.store.runOf(station);
    const run = station === 'run' ? (this.store.runOf('take_back') ?? own) : own;
    if (!run) return say`not yet`;
    const words = runInWords(run);
    return run.isCurrent ? words : say`${words}, matched otherwise since`;
  }
}
