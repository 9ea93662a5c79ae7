import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import {
  DeleteObjectsCommand,
  GetObjectCommand,
  HeadObjectCommand,
  ListObjectsV2Command,
  PutObjectCommand,
  S3Client,
  S3ServiceException,
} from '@aws-sdk/client-s3';
import type { MediaStore, StoredFile } from './media-store';
import { withTemporaryFile } from './temporary-file';

/** Where an S3-compatible store is, and what opens it. */
export interface S3Place {
  /** Such as `https://files.example.org`; left out, that of the region. */
  readonly endpoint?: string | undefined;
  readonly region: string;
  readonly bucket: string;
  readonly accessKeyId: string;
  readonly secretAccessKey: string;
}

const isMissing = (error: unknown): boolean =>
  error instanceof S3ServiceException && error.$metadata.httpStatusCode === 404;

/**
 * Keeps media in a store that speaks the protocol S3, so that several machines share them.
 * @see https://docs.aws.amazon.com/AmazonS3/latest/API/
 */
export class S3Store implements MediaStore {
  private readonly client: S3Client;
  private readonly bucket: string;

  constructor({ endpoint, region, bucket, accessKeyId, secretAccessKey }: S3Place) {
    this.bucket = bucket;
    this.client = new S3Client({
      region,
      ...(endpoint === undefined ? {} : { endpoint, forcePathStyle: true }),
      credentials: { accessKeyId, secretAccessKey },
      // Stores of other makers do not all know the checksums that were added later.
      requestChecksumCalculation: 'WHEN_REQUIRED',
      responseChecksumValidation: 'WHEN_REQUIRED',
    });
  }

  /** Finds out whether the store is there and lets itself be opened. @throws what it answered instead */
  async check(): Promise<void> {
    await this.client.send(new ListObjectsV2Command({ Bucket: this.bucket, MaxKeys: 1 }));
  }

  async write(path: string, file: string): Promise<void> {
    const { size } = await stat(file);
    await this.client.send(
      new PutObjectCommand({
        Bucket: this.bucket,
        Key: path,
        Body: createReadStream(file),
        ContentLength: size,
      }),
    );
  }

  async open(path: string): Promise<StoredFile | null> {
    const of = { Bucket: this.bucket, Key: path };
    try {
      const { ContentLength: bytes = 0 } = await this.client.send(new HeadObjectCommand(of));
      return {
        bytes,
        stream: async (range) => {
          const part = range && { Range: `bytes=${range.first}-${range.last}` };
          const { Body } = await this.client.send(new GetObjectCommand({ ...of, ...part }));
          if (!Body) throw new Error(`The store answered ${path} without a body.`);
          return Body.transformToWebStream() as ReadableStream<Uint8Array>;
        },
      };
    } catch (error) {
      if (isMissing(error)) return null;
      throw error;
    }
  }

  async borrow<Result>(path: string, use: (file: string) => Promise<Result>): Promise<Result | null> {
    const found = await this.open(path);
    return found ? withTemporaryFile(await found.stream(), use) : null;
  }

  async *list(): AsyncGenerator<string> {
    for (let token: string | undefined; ;) {
      const page = await this.client.send(
        new ListObjectsV2Command({ Bucket: this.bucket, ContinuationToken: token }),
      );
      for (const { Key } of page.Contents ?? []) if (Key !== undefined) yield Key;
      token = page.NextContinuationToken;
      if (token === undefined) return;
    }
  }

  async remove(place: string): Promise<void> {
    const { bucket: Bucket } = this;
    for (;;) {
      const { Contents = [], IsTruncated } = await this.client.send(
        new ListObjectsV2Command({ Bucket, Prefix: place }),
      );
      // `m_1/3` is not the place of `m_1/320.webp`.
      const Objects = Contents.flatMap(({ Key }) =>
        Key === place || Key?.startsWith(`${place}/`) === true ? [{ Key }] : [],
      );
      if (Objects.length > 0)
        await this.client.send(new DeleteObjectsCommand({ Bucket, Delete: { Objects } }));
      if (IsTruncated !== true || Objects.length === 0) return;
    }
  }
}
