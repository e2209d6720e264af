/**
 * Limits on guessing, counted in the database for all servers on it. Each wrong try counts against the address, against the
 * name from that address, and against the name from everywhere. The last would let anybody lock anybody out: so it does not
 * count where the person has signed in before (OWASP, device cookies; from memory), and is far higher.
 */
import { DomainError } from '@kyanos/core';
import type pg from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { t } from '../texts/texts.ts';

/** Wrong tries within so many seconds. Our own choice; 100 in all is the limit of NIST SP 800-63B (from memory). */
const LIMITS = {
  /** From an address, or the network of 64 bits of an IPv6 one, whatever the name. */
  address: { points: 30, duration: 900 },
  /** At one name from one address. */
  pair: { points: 8, duration: 900 },
  /** At one name from a browser in which they signed in before. */
  known: { points: 20, duration: 900 },
  /** At one name from everywhere else. */
  name: { points: 100, duration: 86_400 },
  /** At one PIN on one tablet, and on all of them. */
  pin: { points: 5, duration: 900 },
  pins: { points: 20, duration: 86_400 },
} as const;
type Limit = keyof typeof LIMITS;

export type Counted = readonly [limit: Limit, key: string];

/** What counts as one address: an IPv6 network is one household. */
export function networkOf(address = ''): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/, '');
  if (!plain.includes(':')) return plain;
  const [head, tail] = plain.split('%')[0].split('::');
  const parts = (text: string | undefined) => (text ? text.split(':') : []);
  const [before, after] = [parts(head), parts(tail)];
  const whole =
    tail === undefined
      ? before
      : [
          ...before,
          ...Array<string>(Math.max(0, 8 - before.length - after.length)).fill('0'),
          ...after,
        ];
  return whole
    .slice(0, 4)
    .map((part) => parseInt(part || '0', 16).toString(16))
    .join(':');
}

export class Guesses {
  readonly #limiters: Readonly<Record<Limit, RateLimiterPostgres>>;

  constructor(pool: pg.Pool) {
    const limiter = (limit: Limit) =>
      new RateLimiterPostgres({
        storeClient: pool,
        tableName: 'guess',
        tableCreated: true,
        clearExpiredByTimeout: false,
        keyPrefix: limit,
        ...LIMITS[limit],
      });
    this.#limiters = Object.fromEntries(
      (Object.keys(LIMITS) as Limit[]).map((limit) => [limit, limiter(limit)]),
    ) as Record<Limit, RateLimiterPostgres>;
  }

  /**
   * Lets a guess be made. It counts as wrong before it is looked at, so that many at once count as many; a right one is taken
   * back.
   * @returns what `guess` found; undefined where it is wrong
   * @throws DomainError `TOO_MANY_GUESSES`
   */
  async made<T>(
    counted: readonly Counted[],
    guess: () => Promise<T | undefined>,
  ): Promise<T | undefined> {
    for (const [limit, key] of counted)
      await this.#limiters[limit].consume(key).catch((refusal: unknown) => {
        if (!(refusal instanceof RateLimiterRes)) throw refusal;
        const minutes = Math.max(1, Math.ceil(refusal.msBeforeNext / 60_000));
        throw new DomainError('TOO_MANY_GUESSES', t('people.waitMinutes', { n: minutes }));
      });
    const found = await guess();
    if (found !== undefined)
      for (const [limit, key] of counted)
        if (limit === 'address') await this.#limiters[limit].reward(key);
        else await this.#limiters[limit].delete(key);
    return found;
  }
}

/** Forgets what is long past: guesses, ended sessions, words that nobody used, browsers that nobody came back with. */
export async function tidyDoor(pool: pg.Pool): Promise<void> {
  await pool.query('delete from guess where expire < $1::bigint', [Date.now()]);
  await pool.query('delete from session where expire < now()');
  await pool.query(`delete from one_time_word where until < now() - interval '30 days'`);
  await pool.query(`delete from known_browser where seen_at < now() - interval '400 days'`);
}
