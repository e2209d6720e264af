/** What PostgreSQL notifies of work in the background, by LISTEN: one connection a server, however many browsers hear of it. */
import { EventEmitter } from 'node:events';
import type pg from 'pg';

const CHANNEL = 'work';
/** Between tries while the database is away. */
const RETRY_MS = 1000;

export class WorkEvents {
  readonly #pool: pg.Pool;
  readonly #heard = new EventEmitter().setMaxListeners(0);
  #client: pg.PoolClient | undefined;
  #retry: NodeJS.Timeout | undefined;
  #ended = false;

  constructor(pool: pg.Pool) {
    this.#pool = pool;
    void this.#listen();
  }

  async #listen(): Promise<void> {
    try {
      const client = await this.#pool.connect();
      if (this.#ended) {
        client.release();
        return;
      }
      this.#client = client;
      client.on('notification', ({ payload }) => this.#heard.emit(CHANNEL, payload ?? ''));
      client.once('end', () => this.#client === client && this.#again());
      await client.query(`listen ${CHANNEL}`);
    } catch {
      this.#again();
    }
  }

  /** The connection is gone, and with it the listening: it is given back, and another taken. */
  #again(): void {
    this.#leave();
    if (this.#ended) return;
    clearTimeout(this.#retry);
    this.#retry = setTimeout(() => void this.#listen(), RETRY_MS);
  }

  #leave(): void {
    const client = this.#client;
    this.#client = undefined;
    client?.removeAllListeners('notification');
    client?.release(true);
  }

  /** Calls `hear` with the id of each piece of work that is further. Returns what ends that. */
  subscribe(hear: (id: string) => void): () => void {
    this.#heard.on(CHANNEL, hear);
    return () => void this.#heard.off(CHANNEL, hear);
  }

  end(): void {
    this.#ended = true;
    clearTimeout(this.#retry);
    this.#leave();
  }
}
