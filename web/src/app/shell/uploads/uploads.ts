import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { UPLOAD_LIMIT, type MediumAnswer, type Taken, type TakenAnswer } from '@tovlet/core/contracts/studio';
import { bytesInWords } from '@tovlet/core/fields/media_fit/bytes-in-words';
import { say } from '@tovlet/core/locale/say';
import { firstValueFrom, Subject } from 'rxjs';
import { ApiClient } from '../../fetching/api-client';
import { Connection, isAway, isAwayStatus } from '../../fetching/connection';
import { problemText } from '../../shared/problem';
import { START_TRANSFER, type Transfer } from './transfer';
import { isOver, type UploadLine } from './upload-line';
import { UploadTrayState } from './upload-tray-state';

/** So many files are on their way at the same time. */
const AT_ONCE = 3;

/** What becomes of a file once it is there. */
export interface UploadPlace {
  readonly folder?: string | null;
  readonly replaces?: Taken['replaces'];
}

/** A file with what else is needed to send it. */
interface Job {
  readonly file: File;
  readonly place: UploadPlace;
  transfer: Transfer | null;
  /** What it is taken by, once it is complete. */
  upload: string | null;
  finish(medium: MediumAnswer | null): void;
}

/** Files on their way to the media, wherever one goes meanwhile. */
@Injectable({ providedIn: 'root' })
export class Uploads {
  private readonly client = inject(ApiClient);
  private readonly connection = inject(Connection);
  private readonly startTransfer = inject(START_TRANSFER);
  private readonly tray = inject(UploadTrayState);
  private readonly all = signal<readonly UploadLine[]>([]);
  private readonly jobs = new Map<number, Job>();
  private nextKey = 1;

  /** The files, in the order in which they were given. */
  readonly lines = this.all.asReadonly();
  readonly underWay = computed(() => this.all().filter((line) => !isOver(line)));
  /** Tells of each medium that came of a file. */
  readonly taken = new Subject<MediumAnswer>();

  constructor() {
    const warn = (event: BeforeUnloadEvent): void => {
      if (this.underWay().length > 0) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    inject(DestroyRef).onDestroy(() => window.removeEventListener('beforeunload', warn));
    this.connection.back.pipe(takeUntilDestroyed()).subscribe(() => this.goOn());
  }

  /**
   * Takes files on their way.
   * @returns what became of those that were taken, once all have come to an end
   */
  async add(files: readonly File[], place: UploadPlace = {}): Promise<readonly MediumAnswer[]> {
    const given = files.map((file) => ({ key: (this.nextKey += 1), file }));
    const results = given.map(
      ({ key, file }) =>
        new Promise<MediumAnswer | null>((finish) =>
          this.jobs.set(key, { file, place, transfer: null, upload: null, finish }),
        ),
    );
    const lines = given.map(({ key, file }): UploadLine => ({
      key,
      name: file.name,
      bytes: file.size,
      sent: 0,
      state: 'waiting',
      problem: null,
      medium: null,
      known: false,
    }));
    this.all.update((before) => [...before, ...lines]);
    this.tray.isShown.set(true);
    this.next();
    return (await Promise.all(results)).filter((medium) => medium !== null);
  }

  /** Holds a file. */
  pause(key: number): void {
    this.jobs.get(key)?.transfer?.hold();
    this.set(key, { state: 'paused', problem: null });
    this.next();
  }

  /** Goes on with a file. */
  resume(key: number): void {
    this.set(key, { state: 'waiting', problem: null });
    this.next();
  }

  /** Gives a file up. */
  cancel(key: number): void {
    const job = this.jobs.get(key);
    this.jobs.delete(key);
    this.all.update((lines) => lines.filter((line) => line.key !== key));
    job?.transfer?.end();
    job?.finish(null);
    this.tray.isShown.set(this.all().length > 0);
    this.next();
  }

  /** Puts away what has come to an end. */
  clear(): void {
    this.all.update((lines) => lines.filter((line) => !isOver(line)));
    this.tray.isShown.set(this.all().length > 0);
  }

  private set(key: number, changes: Partial<UploadLine>): void {
    this.all.update((lines) => lines.map((line) => (line.key === key ? { ...line, ...changes } : line)));
  }

  private line(key: number): UploadLine | undefined {
    return this.all().find((line) => line.key === key);
  }

  /** Lets the next ones go, as many as may. */
  private next(): void {
    const busy = this.all().filter(({ state }) => state === 'sending' || state === 'reading').length;
    const free = this.all().filter(({ state }) => state === 'waiting');
    for (const { key } of free.slice(0, Math.max(0, AT_ONCE - busy))) void this.send(key);
  }

  private async send(key: number): Promise<void> {
    const job = this.jobs.get(key);
    if (!job) return;
    if (job.upload !== null) return this.take(key, job, job.upload);
    const { size } = job.file;
    if (size === 0) return this.refuse(key, say`This file is empty.`);
    if (size > UPLOAD_LIMIT) return this.refuse(key, say`A file has up to ${bytesInWords(UPLOAD_LIMIT)}.`);
    this.set(key, { state: 'sending', problem: null });
    job.transfer ??= await this.startTransfer(job.file, {
      sent: (sent) => this.set(key, { sent }),
      complete: (upload) => void this.take(key, job, (job.upload = upload)),
      failed: (status) => this.failed(key, status),
    });
    if (!job.transfer) return this.refuse(key, say`This cannot be read. Of a folder, give the files in it.`);
    // It may have been held or given up while the first piece was prepared.
    if (this.line(key)?.state === 'sending') job.transfer.start();
  }

  private failed(key: number, status: number): void {
    if (status === 401) {
      this.set(key, { state: 'paused', problem: say`Your session has ended. Sign in again, then go on.` });
      return this.next();
    }
    if (isAwayStatus(status)) {
      this.set(key, { state: 'paused', problem: say`Tovlet cannot be reached. It goes on by itself.` });
      // Nothing else may have been asked meanwhile: it is asked for now, until it is back.
      this.connection.lost();
      return this.next();
    }
    this.refuse(key, say`Tovlet answered with status ${status}.`);
  }

  private async take(key: number, job: Job, upload: string): Promise<void> {
    if (!this.line(key)) return;
    this.set(key, { state: 'reading', problem: null, sent: job.file.size });
    try {
      const { folder = null, replaces = null } = job.place;
      const request = this.client.ask('POST', '/api/studio/media/taken', {
        body: { upload, folder, replaces },
      });
      this.finish(key, await firstValueFrom(request));
    } catch (error) {
      if (isAway(error)) this.failed(key, 0);
      else this.refuse(key, problemText(error));
    }
  }

  private finish(key: number, { medium, known }: TakenAnswer): void {
    this.set(key, { state: 'done', medium, known });
    this.jobs.get(key)?.finish(medium);
    this.jobs.delete(key);
    this.taken.next(medium);
    this.next();
  }

  private refuse(key: number, problem: string): void {
    this.set(key, { state: 'refused', problem });
    this.jobs.get(key)?.finish(null);
    this.jobs.delete(key);
    this.next();
  }

  /** The server is there again: what it broke off goes on, what somebody held stays held. */
  private goOn(): void {
    for (const { key, state, problem } of this.all())
      if (state === 'paused' && problem !== null) this.set(key, { state: 'waiting', problem: null });
    this.next();
  }
}
