/** What is fetched by a key and kept for a while. */
import { LRUCache } from 'lru-cache';

/** The newest few answers; a failure is asked for again next time. */
export class Fetched<T extends object> {
  readonly #kept: LRUCache<string, Promise<T>>;

  constructor(most: number) {
    this.#kept = new LRUCache({ max: most });
  }

  get(key: string, fetch: () => Promise<T>): Promise<T> {
    let found = this.#kept.get(key);
    if (!found) {
      found = fetch();
      found.catch(() => this.#kept.delete(key));
      this.#kept.set(key, found);
    }
    return found;
  }
}
