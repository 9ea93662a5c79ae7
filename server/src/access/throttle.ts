import { counted } from '@tovlet/core/locale/counts';
import { RateLimiterDrizzle, RateLimiterRes } from 'rate-limiter-flexible';
import type { Database } from '../db/connect';
import { throttle } from '../db/schema';
import { RetryLater } from '../http/problem';

/**
 * What is bounded: so many tries within so many seconds, after which it is closed for as long.
 *
 * A sign-in counts for the account from one address together, so that a stranger's guesses do not lock the owner out, and
 * for the address alone, so that guesses over many accounts are slow as well.
 */
const bounds = {
  sign_in: { points: 5, duration: 300 },
  sign_in_by_address: { points: 60, duration: 900 },
  secret: { points: 20, duration: 3600 },
  secret_by_person: { points: 10, duration: 600 },
} as const;

export type Bound = keyof typeof bounds;

/** Counts tries in the database, so that all processes count together and a restart forgets nothing. */
export class Throttle {
  private readonly limiters: Readonly<Record<Bound, RateLimiterDrizzle>>;

  constructor(database: Database) {
    const limiter = (bound: Bound): RateLimiterDrizzle =>
      new RateLimiterDrizzle({
        storeClient: database,
        schema: throttle,
        keyPrefix: bound,
        ...bounds[bound],
        blockDuration: bounds[bound].duration,
      });
    this.limiters = {
      sign_in: limiter('sign_in'),
      sign_in_by_address: limiter('sign_in_by_address'),
      secret: limiter('secret'),
      secret_by_person: limiter('secret_by_person'),
    };
  }

  /**
   * Counts a try before it is made: of many at once no more are made than are left.
   * @throws RetryLater when none is left
   */
  async spend(bound: Bound, key: string): Promise<void> {
    try {
      await this.limiters[bound].consume(key.slice(0, 300));
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      const seconds = Math.max(1, Math.ceil(error.msBeforeNext / 1000));
      throw new RetryLater(
        'too_many_tries',
        `Too many tries. Try again in ${counted(seconds, 'second', 'seconds')}.`,
        seconds,
      );
    }
  }

  /** Forgets the tries, as after one that was right. */
  async forget(bound: Bound, key: string): Promise<void> {
    await this.limiters[bound].delete(key.slice(0, 300));
  }
}
