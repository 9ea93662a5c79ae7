import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { DomSanitizer } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { say } from '@tovlet/core/locale/say';
import { hasListPage } from '@tovlet/core/delivery/page-address';
import { accentsOf, corners, textSizes, type Look } from '@tovlet/core/site/look';
import type { MenuItem } from '@tovlet/core/site/frame';
import { FetchedPart } from '../../../fetching/fetched-part';
import { fetchedMedium, mediumChooser } from '../../../pickers/medium/choose-medium';
import { Choice } from '../../../shared/choice';
import { valueFrom } from '../../../shared/event-values';
import type { HoldsWork } from '../../../shared/leave';
import { ModelStore } from '../../../shell/model-store';
import { Panes } from '../../../shell/panes';
import { ScreenHeading } from '../../../shell/screen-heading';
import { SessionStore } from '../../../shell/session-store';
import { FrameStore, type FrameMistakes } from './frame-store';
import { MenuEditor } from './menu-editor';

const SIZE_WORDS: Readonly<Record<Look['textSize'], string>> = {
  small: say`Small`,
  usual: say`Usual`,
  large: say`Large`,
};
const CORNER_WORDS: Readonly<Record<Look['corners'], string>> = {
  square: say`Square`,
  soft: say`Slightly rounded`,
  round: say`Round`,
};

const isOf = <Value extends string>(values: readonly Value[], text: string | null): text is Value =>
  values.some((value) => value === text);

/** What stands around all pages of the site, and how they look, beside the start page in it. */
@Component({
  selector: 'tov-frame-page',
  imports: [Choice, FetchedPart, MatButton, MatCheckbox, MenuEditor, Panes, RouterLink, ScreenHeading],
  providers: [FrameStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(window:beforeunload)': 'warn($event)' },
  templateUrl: './frame-page.html',
  styleUrl: './frame-page.scss',
})
export class FramePage implements HoldsWork {
  protected readonly store = inject(FrameStore);
  protected readonly session = inject(SessionStore);
  private readonly model = inject(ModelStore);
  private readonly sanitizer = inject(DomSanitizer);
  private readonly chooseMedium = mediumChooser();
  protected readonly valueFrom = valueFrom;
  protected readonly logo = fetchedMedium(() => this.store.frame().logo ?? undefined);
  protected readonly sizes = textSizes.map((value) => ({ value, label: SIZE_WORDS[value] }));
  protected readonly corners = corners.map((value) => ({ value, label: CORNER_WORDS[value] }));
  /** The page is shown in a frame without scripts, so that nothing in it can act. */
  protected readonly page = computed(() => this.sanitizer.bypassSecurityTrustHtml(this.store.page()));
  /** What the accent becomes on light pages, where it could not be read as it is; null where it can. */
  protected readonly adapted = computed(() => {
    const { accent } = this.store.frame().look;
    if (this.store.mistakes().has('look/accent')) return null;
    const { light } = accentsOf({ accent });
    return light === accent ? null : light;
  });
  /** The lists of all types, as a menu begins with them. */
  private readonly lists = computed(() =>
    this.model
      .document()
      .contentTypes.filter(hasListPage)
      .map(({ id }): MenuItem => ({ label: '', to: { kind: 'list', type: id } })),
  );

  /** What does not fit in one of the menus. */
  protected mistakesIn(menu: 'menu' | 'footerMenu'): FrameMistakes {
    const begin = `${menu}/`;
    return new Map(
      [...this.store.mistakes()].flatMap(([at, words]) =>
        at.startsWith(begin) ? [[at.slice(begin.length), words] as const] : [],
      ),
    );
  }

  protected setOwnMenu(isOwn: boolean): void {
    this.store.change({ menu: isOwn ? this.lists() : null });
  }

  protected setLook(part: Partial<Look>): void {
    this.store.change({ look: { ...this.store.frame().look, ...part } });
  }

  protected setSize(size: string | null): void {
    if (isOf(textSizes, size)) this.setLook({ textSize: size });
  }

  protected setCorners(corner: string | null): void {
    if (isOf(corners, corner)) this.setLook({ corners: corner });
  }

  protected async chooseLogo(): Promise<void> {
    const medium = await this.chooseMedium();
    if (medium) this.store.change({ logo: medium.id });
  }

  /** Asks before unsaved work is left behind. */
  hasUnsavedWork(): boolean {
    return this.store.isChanged();
  }

  protected warn(event: BeforeUnloadEvent): void {
    if (this.store.isChanged()) event.preventDefault();
  }
}
