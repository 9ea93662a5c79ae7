import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import downloadIcon from '@material-symbols/svg-400/outlined/download.svg' with { loader: 'text' };
import uploadIcon from '@material-symbols/svg-400/outlined/upload.svg' with { loader: 'text' };
import type { BesideChange, FilesPlanAnswer, Preference } from '@tovlet/core/contracts/studio/model-files';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { firstValueFrom } from 'rxjs';
import { fetched } from '../../../fetching/fetched';
import { FetchedPart } from '../../../fetching/fetched-part';
import { knowIcons } from '../../../shared/icons';
import { Notices } from '../../../shared/notices';
import { Panes } from '../../../shell/panes';
import { ScreenHeading } from '../../../shell/screen-heading';
import { SessionStore } from '../../../shell/session-store';
import { FieldOutcome } from './field-outcome';
import { filesFrom, packed, UnreadableFiles, type PackedFiles } from './file-pack';
import { ModelFilesApi } from './model-files-api';

/** What was chosen, under the name by which people know it. */
interface Given {
  readonly name: string;
  readonly files: PackedFiles;
}

const BESIDE_WORDS: Readonly<
  Record<BesideChange['kind'], Readonly<Record<BesideChange['what'], (name: string) => string>>>
> = {
  template: {
    made: (name) => say`Makes the template “${name}”`,
    changed: (name) => say`Changes the template “${name}”`,
    removed: (name) => say`Takes the template “${name}” to the bin`,
  },
  saved_query: {
    made: (name) => say`Makes the saved query “${name}”`,
    changed: (name) => say`Changes the saved query “${name}”`,
    removed: (name) => say`Removes the saved query “${name}”`,
  },
};

/** The model as files: taken along as one archive, and brought in after it was seen what they would change. */
@Component({
  selector: 'tov-model-files-page',
  imports: [
    FetchedPart,
    FieldOutcome,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatCheckbox,
    MatIcon,
    Panes,
    RouterLink,
    ScreenHeading,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './model-files-page.html',
  styleUrl: './model-files-page.scss',
})
export class ModelFilesPage {
  private readonly api = inject(ModelFilesApi);
  private readonly notices = inject(Notices);
  protected readonly session = inject(SessionStore);

  protected readonly given = signal<Given | null>(null);
  protected readonly isWhole = signal(false);
  protected readonly prefer = signal<Preference>(null);
  /** Why what was chosen cannot be read; null where it can. */
  protected readonly unreadable = signal<string | null>(null);
  protected readonly isOver = signal(false);
  protected readonly isBusy = signal(false);
  /** What was brought in last; null before anything was. */
  protected readonly taken = signal<FilesPlanAnswer | null>(null);

  private readonly asked = computed(() => {
    const given = this.given();
    return given ? { files: given.files, isWhole: this.isWhole(), prefer: this.prefer() } : undefined;
  });
  protected readonly plan = fetched({
    request: () => this.asked(),
    fetch: (request) => firstValueFrom(this.api.plan(request)),
    keeps: (before, now) => before.files === now.files,
  });

  protected readonly errors = computed(() =>
    (this.plan.value()?.problems ?? []).filter(({ severity }) => severity === 'error'),
  );
  protected readonly leftOut = computed(() =>
    (this.plan.value()?.problems ?? []).filter(({ severity }) => severity === 'warning'),
  );
  protected readonly changes = computed(() => {
    const { changes = [], beside = [] } = this.plan.value() ?? {};
    return [...changes, ...beside.map(({ kind, what, name }) => BESIDE_WORDS[kind][what](name))];
  });
  /** Why it cannot be brought in; null where it can. */
  protected readonly obstacle = computed(() => {
    const plan = this.plan.value();
    if (!plan || this.plan.isAsking()) return say`The files are looked at.`;
    if (this.errors().length > 0) return say`Mend the files first.`;
    if (plan.conflicts.length > 0 && this.prefer() === null)
      return say`Say first whose word holds where both sides changed the same.`;
    return this.changes().length === 0 ? say`There is nothing to bring in.` : null;
  });
  protected readonly bringWords = computed(
    () => say`Bring ${counted(this.changes().length, 'change', 'changes')} in`,
  );

  constructor() {
    knowIcons({ download: downloadIcon, upload: uploadIcon });
  }

  protected originWords({ base }: FilesPlanAnswer): string {
    return base === null
      ? say`They come from another workspace, or nothing is known of where they come from: things are found by their ids, else by their keys, and taken as the files have them.`
      : say`They were written here at revision ${base}: what was changed in the files since, and in the workspace since, is told apart.`;
  }

  protected choosePreference(value: string): void {
    this.prefer.set(value === 'files' || value === 'workspace' ? value : null);
  }

  protected chosen(input: HTMLInputElement): void {
    void this.take([...(input.files ?? [])]);
    input.value = '';
  }

  protected over(event: DragEvent): void {
    event.preventDefault();
    this.isOver.set(true);
  }

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.isOver.set(false);
    void this.take([...(event.dataTransfer?.files ?? [])]);
  }

  /** Takes what was chosen in hand; nothing is sent before it can be read. */
  private async take(files: readonly File[]): Promise<void> {
    const [first] = files;
    if (!first) return;
    this.unreadable.set(null);
    this.taken.set(null);
    this.prefer.set(null);
    this.isWhole.set(false);
    try {
      const [folder] = first.webkitRelativePath.split('/');
      this.given.set({ name: folder || first.name, files: await filesFrom(files) });
    } catch (error) {
      this.given.set(null);
      // A folder that is dropped is a file that no browser reads.
      this.unreadable.set(
        error instanceof UnreadableFiles ? error.message : say`“${first.name}” cannot be read.`,
      );
    }
  }

  protected async save(): Promise<void> {
    this.isBusy.set(true);
    try {
      const { files } = await firstValueFrom(this.api.all());
      const link = document.createElement('a');
      link.href = URL.createObjectURL(packed(files));
      link.download = 'tovlet-model.zip';
      link.click();
      URL.revokeObjectURL(link.href);
    } catch (error) {
      this.notices.fail(error);
    } finally {
      this.isBusy.set(false);
    }
  }

  protected async bringIn(): Promise<void> {
    const [asked, plan] = [this.asked(), this.plan.value()];
    if (!asked || !plan || this.obstacle() !== null) return;
    this.isBusy.set(true);
    try {
      this.taken.set(await firstValueFrom(this.api.take({ ...asked, revision: plan.revision })));
      this.given.set(null);
    } catch (error) {
      this.notices.fail(error);
      this.plan.reload();
    } finally {
      this.isBusy.set(false);
    }
  }
}
