import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { Router, RouterLink } from '@angular/router';
import type { ImportListItem } from '@tovlet/core/contracts/studio/imports';
import { counted } from '@tovlet/core/locale/counts';
import { say } from '@tovlet/core/locale/say';
import { auditTime, filter, firstValueFrom, type Observable } from 'rxjs';
import { fetched } from '../../fetching/fetched';
import { FetchedPart } from '../../fetching/fetched-part';
import uploadIcon from '@material-symbols/svg-400/outlined/upload.svg' with { loader: 'text' };
import { Choice } from '../../shared/choice';
import { Confirm } from '../../shared/confirm';
import { ICON_BUTTON } from '../../shared/icon-button';
import { knowIcons } from '../../shared/icons';
import { MomentWords } from '../../shared/moment-words';
import { Notices } from '../../shared/notices';
import { Events } from '../../shell/events';
import { ModelStore } from '../../shell/model-store';
import { Panes } from '../../shell/panes';
import { ScreenHeading } from '../../shell/screen-heading';
import { SessionStore } from '../../shell/session-store';
import { START_TRANSFER } from '../../shell/uploads/transfer';
import { phaseWords } from './import-words';
import { moveState } from './moves/move-words';
import { MovesApi } from './moves/moves-api';
import { ImportsApi } from './imports-api';

/** Archives are packages of tables. */
const PACKAGE = /\.zip$/i;

/** The files that were brought in, and another one: its type, then the file, chosen or dropped. */
@Component({
  selector: 'tov-imports-page',
  imports: [
    Choice,
    FetchedPart,
    ICON_BUTTON,
    MatButton,
    MatIcon,
    MatProgressBar,
    MomentWords,
    Panes,
    RouterLink,
    ScreenHeading,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './imports-page.html',
  styleUrl: './imports-page.scss',
})
export class ImportsPage {
  private readonly api = inject(ImportsApi);
  private readonly moves = inject(MovesApi);
  private readonly begin = inject(START_TRANSFER);
  private readonly confirm = inject(Confirm);
  private readonly model = inject(ModelStore);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  protected readonly session = inject(SessionStore);

  protected readonly types = computed(() =>
    this.model.document().contentTypes.map(({ id, plural }) => ({ value: id, label: plural })),
  );
  private readonly wanted = signal<string | null>(null);
  protected readonly type = computed(() => this.wanted() ?? this.types()[0]?.value ?? null);
  /** How much of the file was sent, from 0 to 1; null while none is. */
  protected readonly sent = signal<number | null>(null);
  protected readonly isOver = signal(false);
  protected readonly imports = fetched({
    request: () => this.session.canModel() || undefined,
    fetch: async () => {
      const [files, sites] = await Promise.all([
        firstValueFrom(this.api.all()),
        firstValueFrom(this.moves.all()),
      ]);
      return { files, sites };
    },
    isEmpty: ({ files, sites }) => files.length + sites.length === 0,
  });

  constructor() {
    knowIcons({ upload: uploadIcon });
    inject(Events)
      .stream.pipe(
        filter(({ kind }) => kind === 'import' || kind === 'missed'),
        auditTime(1_000),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.imports.reload());
  }

  protected readonly lines = computed(() => {
    const files = (this.imports.value()?.files ?? []).map((each) => ({
      id: each.id,
      name: each.filename,
      link: ['/transfer/imports', each.id],
      becomes: this.typeOf(each),
      state: this.stateOf(each),
      author: each.author,
      createdAt: each.createdAt,
      remove: () => this.remove(each.filename, () => this.api.remove(each.id)),
    }));
    const sites = (this.imports.value()?.sites ?? []).map((each) => ({
      id: each.id,
      name: each.filename,
      link: ['/transfer/sites', each.id],
      becomes: say`a whole site: ${each.title}`,
      state: moveState(each),
      author: each.author,
      createdAt: each.createdAt,
      remove: () => this.remove(each.filename, () => this.moves.remove(each.id)),
    }));
    return [...files, ...sites].toSorted((one, other) => other.createdAt.localeCompare(one.createdAt));
  });

  protected chooseType(id: string | null): void {
    this.wanted.set(id);
  }

  private typeOf({ type }: ImportListItem): string {
    return (
      this.model.document().contentTypes.find(({ id }) => id === type)?.plural ?? say`a type that is gone`
    );
  }

  private stateOf({ last }: ImportListItem): string {
    if (!last) return say`not rehearsed yet`;
    const rows = counted(last.report.rows, 'row', 'rows');
    if (last.state === 'running') return say`under way, ${rows} so far`;
    if (last.state === 'stopped') return say`stopped after ${rows}`;
    return last.state === 'failed' ? say`broke off after ${rows}` : say`${phaseWords[last.phase]}, ${rows}`;
  }

  protected taken(input: HTMLInputElement): void {
    const [file] = input.files ?? [];
    if (file) void this.bring(file);
    input.value = '';
  }

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.isOver.set(false);
    const [file] = event.dataTransfer?.files ?? [];
    if (file) void this.bring(file);
  }

  protected over(event: DragEvent): void {
    event.preventDefault();
    this.isOver.set(true);
  }

  private async bring(file: File): Promise<void> {
    const type = this.type();
    const isPackage = PACKAGE.test(file.name);
    if ((type === null && !isPackage) || this.sent() !== null) return;
    this.sent.set(0);
    try {
      const upload = await this.send(file);
      if (isPackage) {
        const { id } = await firstValueFrom(this.moves.create({ upload }));
        await this.router.navigate(['/transfer/sites', id, 'match']);
      } else if (type !== null) {
        const { id } = await firstValueFrom(this.api.create({ upload, type }));
        await this.router.navigate(['/transfer/imports', id, 'match']);
      }
    } catch (error) {
      this.notices.fail(error);
    } finally {
      this.sent.set(null);
    }
  }

  /** Sends a file in pieces. @returns what it is taken by */
  private async send(file: File): Promise<string> {
    return new Promise<string>((resolve, reject) => {
      const events = {
        sent: (bytes: number) => this.sent.set(file.size === 0 ? 1 : bytes / file.size),
        complete: resolve,
        failed: (_status: number, message: string) => reject(new Error(message)),
      };
      void this.begin(file, events).then((transfer) => {
        if (transfer) transfer.start();
        else reject(new Error(say`“${file.name}” cannot be read.`));
      }, reject);
    });
  }

  private async remove(name: string, request: () => Observable<undefined>): Promise<void> {
    const sure = await this.confirm.ask({
      title: say`Remove the import of “${name}”?`,
      text: say`The entries that it brought stay. It cannot be taken back or verified any more.`,
      yes: say`Remove the import`,
    });
    if (!sure) return;
    try {
      await firstValueFrom(request(), { defaultValue: undefined });
    } catch (error) {
      this.notices.fail(error);
    }
    this.imports.reload();
  }
}
