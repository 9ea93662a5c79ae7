import { FileStore } from '@tus/file-store';
import { Server, type Upload } from '@tus/server';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import { UPLOAD_LIMIT, UPLOADS_PATH } from '@tovlet/core/contracts/studio';
import { join } from 'node:path';
import { ProblemException } from '../../http/problem';

/** What was begun and not ended is let go after a day, in milliseconds. */
const DAY = 86_400_000;

const ID = /^[0-9a-f]{32}$/;

/** A refusal in the form that the protocol's server takes. */
const refusal = (status_code: number, body: string): Error =>
  Object.assign(new Error(body), { status_code, body });

/**
 * Files on their way here, in pieces, so that one goes on where it was broken off: after a pause, a lost connection, a stop of
 * the server. What is complete waits until it is taken among the media.
 * @see https://tus.io/protocols/resumable-upload
 */
export class Uploads {
  private readonly files: FileStore;
  private readonly server: Server;
  /** What is being taken: the second of two who take the same waits, and finds it gone. */
  private readonly taking = new Map<string, Promise<unknown>>();
  /** In whose name a request is made; the protocol's server knows requests only. */
  private readonly people = new WeakMap<Request, string>();

  /** @param folder where the pieces are put together */
  constructor(private readonly folder: string) {
    this.files = new FileStore({ directory: folder, expirationPeriodInMilliseconds: DAY });
    this.server = new Server({
      path: UPLOADS_PATH,
      datastore: this.files,
      relativeLocation: true,
      maxSize: UPLOAD_LIMIT,
      // Scripts of other sites have no business here.
      allowedOrigins: [],
      onUploadCreate: (request, upload) =>
        Promise.resolve({ metadata: { ...upload.metadata, person: this.people.get(request) ?? '' } }),
      onIncomingRequest: async (request, id) => {
        // One that is being made has nobody yet.
        if (request.method !== 'POST') await this.ownedBy(this.people.get(request) ?? '', id);
      },
    });
  }

  /** Answers one request of the protocol, in the name of somebody. */
  answer(request: Request, { id }: PersonSummary): Promise<Response> {
    this.people.set(request, id);
    return this.server.handleWeb(request);
  }

  /**
   * Lets somebody's complete file be read, and lets it go once that went well.
   * @param use gets its path on this machine, and the name it had
   * @throws ProblemException where it is not there, not theirs or not complete
   */
  async take<Result>(
    person: PersonSummary,
    id: string,
    use: (file: string, filename: string) => Promise<Result>,
  ): Promise<Result> {
    const before = this.taking.get(id) ?? Promise.resolve();
    const mine = before.catch(() => undefined).then(() => this.takeNow(person, id, use));
    this.taking.set(id, mine);
    try {
      return await mine;
    } finally {
      if (this.taking.get(id) === mine) this.taking.delete(id);
    }
  }

  private async takeNow<Result>(
    { id: person }: PersonSummary,
    id: string,
    use: (file: string, filename: string) => Promise<Result>,
  ): Promise<Result> {
    const gone = 'This upload is no longer there. Upload the file again.';
    const upload = await this.ownedBy(person, id).catch(() => {
      throw new ProblemException('not_found', gone);
    });
    if (upload.size === undefined || upload.offset !== upload.size)
      throw new ProblemException('invalid', 'This upload is not complete yet. Go on with it first.');
    const result = await use(join(this.folder, id), upload.metadata?.['filename'] ?? '');
    await this.files.remove(id);
    return result;
  }

  /** Lets go what was begun long ago. @returns how many */
  forgetOld(): Promise<number> {
    return this.server.cleanUpExpiredUploads();
  }

  private async ownedBy(person: string, id: string): Promise<Upload> {
    const upload = ID.test(id) ? await this.files.getUpload(id) : undefined;
    if (upload?.metadata?.['person'] !== person) throw refusal(404, 'There is no such upload.\n');
    return upload;
  }
}
