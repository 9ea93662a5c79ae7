import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import type { Context } from 'hono';
import type { ContentfulStatusCode } from 'hono/utils/http-status';
import { LRUCache } from 'lru-cache';
import type { ContentParts, ContentRevisions, ContentState } from './content';

/** What was made for a request. */
export interface MadeAnswer {
  readonly text: string;
  /** The media type, without its charset. */
  readonly mime: string;
  /** What it is made of. */
  readonly parts: ContentParts;
  /** Whether it stays what it is until one of its parts is written; such answers are kept. */
  readonly lasting: boolean;
  readonly status?: ContentfulStatusCode;
  /** In place of what tells how long it may be kept, where it does not last. */
  readonly headers?: Readonly<Record<string, string>>;
}

/** How a request is answered. */
export interface AnswerPlan {
  /** What tells its answers from those of other requests. */
  readonly key: string;
  /** Whether it is made of what no revision counts, such as drafts: then it is made anew for each request, and kept by nobody. */
  readonly fleeting: boolean;
  /**
   * What an answer is made of as far as that can be said before anything is read; null where it cannot.
   * @throws ProblemException when the request does not fit
   */
  parts(state: ContentState): Promise<ContentParts | null>;
  make(state: ContentState): Promise<MadeAnswer>;
}

interface KeptAnswer extends MadeAnswer {
  readonly tag: string;
  readonly body: Uint8Array<ArrayBuffer>;
  /** What it was compressed to, by the name of the coding. */
  readonly zipped: Map<Coding, Promise<Uint8Array<ArrayBuffer>>>;
}

/** So much memory is held by answers, in bytes. */
const MOST_BYTES = 64 * 1024 * 1024;

/** What is shorter is not worth compressing. */
const LEAST_ZIPPED = 1024;

/** Higher ones take many times as long for a few parts in a hundred. */
const BROTLI_QUALITY = 5;

/**
 * How answers are compressed, the best first.
 * @see https://www.iana.org/assignments/http-parameters/http-parameters.xhtml#content-coding
 */
const codings = {
  br: (body: Uint8Array) =>
    promisify(brotliCompress)(body, { params: { [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY } }),
  gzip: (body: Uint8Array) => promisify(gzip)(body),
} as const;
type Coding = keyof typeof codings;
const codingNames: readonly Coding[] = ['br', 'gzip'];

const zip = async (body: Uint8Array, coding: Coding): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await codings[coding](body));

/** Only what is got can be had already. */
const CONDITIONAL: ReadonlySet<string> = new Set(['GET', 'HEAD']);

/** A tag as a client sends it back: of the answer, compressed or not. */
const plainTag = (tag: string): string =>
  tag
    .replace(/^W\//, '')
    .replace(/^"|"$/g, '')
    .replace(/-(?:gzip|br)$/, '');

const tagsOf = (header: string | undefined): readonly string[] =>
  (header ?? '').split(',').map((each) => plainTag(each.trim()));

/** Tags say whether everything decides them, so that they can be compared without knowing the answer. */
const tagFor = (state: ContentState, parts: ContentParts, { key }: Pick<AnswerPlan, 'key'>): string => {
  const hash = createHash('sha1')
    .update(`${state.tag(parts)} ${key}`)
    .digest('base64url');
  return `${parts === 'everything' ? 'e' : 'p'}${hash}`;
};

const KEPT_BY_NOBODY = { 'cache-control': 'private, no-store' };

const bodyOf = ({ text }: MadeAnswer, tag: string): Pick<KeptAnswer, 'tag' | 'body' | 'zipped'> => ({
  tag,
  body: new TextEncoder().encode(text),
  zipped: new Map(),
});

/**
 * The best coding that a client takes; null where it takes none of them.
 * @see https://www.rfc-editor.org/rfc/rfc9110#name-accept-encoding
 */
function codingFor(context: Context): Coding | null {
  const accepted = context.req.header('accept-encoding') ?? '';
  const takes = (coding: Coding): boolean =>
    new RegExp(`(?:^|,)\\s*${coding}\\b(?!\\s*;\\s*q=0(?:\\.0*)?\\s*(?:,|$))`, 'i').test(accepted);
  return codingNames.find(takes) ?? null;
}

const headersOf = (tag: string) => ({
  etag: `"${tag}"`,
  'cache-control': 'no-cache',
  vary: 'authorization, cookie, accept-encoding',
});

/**
 * Answers that are kept until something is written that they are made of. Whether a client has the present one is known before
 * anything is read for it, in every process.
 * @see https://www.rfc-editor.org/rfc/rfc9110#name-conditional-requests
 */
export class KeptAnswers {
  private readonly kept = new LRUCache<string, KeptAnswer>({
    maxSize: MOST_BYTES,
    // Two that are compressed may come to lie beside it, each far smaller.
    sizeCalculation: ({ body }, key) => 512 + key.length * 2 + body.length * 2,
  });
  private readonly making = new Map<string, Promise<KeptAnswer>>();

  constructor(private readonly revisions: ContentRevisions) {}

  /** Answers a request: with what is kept, that the client has it already, or with what is made for it. */
  async answer(context: Context, plan: AnswerPlan): Promise<Response> {
    const state = await this.revisions.current();
    if (plan.fleeting) return respond(context, await this.madeOnce(plan, state), []);
    const kept = this.kept.get(plan.key);
    const conditional = CONDITIONAL.has(context.req.method);
    const known = conditional ? tagsOf(context.req.header('if-none-match')) : [];
    if (kept?.tag === tagFor(state, kept?.parts ?? 'everything', plan)) return respond(context, kept, known);
    if (known.some((tag) => tag !== '')) {
      const parts = await plan.parts(state);
      const same = [parts, 'everything' as const].find(
        (each) => each !== null && known.includes(tagFor(state, each, plan)),
      );
      if (same) return context.body(null, 304, headersOf(tagFor(state, same, plan)));
    }
    return respond(context, await this.made(plan, state), known);
  }

  /** Makes an answer for one request alone. */
  private async madeOnce(plan: AnswerPlan, state: ContentState): Promise<KeptAnswer> {
    const made = await plan.make(state);
    return { ...made, lasting: false, headers: { ...made.headers, ...KEPT_BY_NOBODY }, ...bodyOf(made, '') };
  }

  /** Makes an answer once, however many ask for it in the same state. */
  private made(plan: AnswerPlan, state: ContentState): Promise<KeptAnswer> {
    const name = `${state.tag('everything')} ${plan.key}`;
    const under = this.making.get(name);
    if (under) return under;
    const making = this.make(plan, state).finally(() => this.making.delete(name));
    this.making.set(name, making);
    return making;
  }

  private async make(plan: AnswerPlan, state: ContentState): Promise<KeptAnswer> {
    const made = await plan.make(state);
    const answer = {
      ...made,
      ...bodyOf(made, tagFor(state, made.parts, plan)),
    };
    if (made.lasting) this.kept.set(plan.key, answer);
    return answer;
  }
}

const UNSURE = { 'cache-control': 'no-cache', vary: 'authorization, cookie, accept-encoding' };

async function respond(context: Context, kept: KeptAnswer, known: readonly string[]): Promise<Response> {
  const { tag, body, mime, lasting, status = 200, headers = UNSURE } = kept;
  const named = (name: string) => (lasting ? headersOf(name) : headers);
  if (lasting && status === 200 && (known.includes(tag) || known.includes('*')))
    return context.body(null, 304, headersOf(tag));
  const content = { 'content-type': `${mime}; charset=utf-8` };
  const coding = body.length < LEAST_ZIPPED ? null : codingFor(context);
  if (coding === null) return context.body(body, status, { ...named(tag), ...content });
  const zipped = kept.zipped.get(coding) ?? zip(body, coding);
  kept.zipped.set(coding, zipped);
  return context.body(await zipped, status, {
    ...named(`${tag}-${coding}`),
    ...content,
    'content-encoding': coding,
  });
}
