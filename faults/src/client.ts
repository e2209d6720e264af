/** Somebody's browser, as far as a server can tell. */
import { randomUUID } from 'node:crypto';
import type { ArtworkSummary, Problem, StoredFile } from '@kyanos/contract';
import { seconds } from './amounts.ts';

export interface Answer<T> {
  readonly status: number;
  readonly body: T;
}

interface Asking {
  readonly body?: unknown;
  readonly bytes?: Uint8Array;
  readonly headers?: Readonly<Record<string, string>>;
}

/** So long an answer is waited for before the same is asked again. */
const PATIENCE_S = 30;
/** And so long it is asked again at all. */
const TRIES_S = 180;
/** And work, where whoever did it is killed again and again. */
const WORK_S = 600;

export class Client {
  readonly origin: string;
  readonly #lookEvery: number;
  /** Answers that nobody foresaw, and the numbers of their requests. */
  readonly surprises: string[] = [];
  readonly numbers: string[] = [];

  /** @param lookEvery seconds between looks whether long work is done */
  constructor(origin: string, lookEvery = 0.2) {
    this.origin = origin;
    this.#lookEvery = lookEvery;
  }

  /** Asks once. @throws whatever fetch does when nobody answers */
  async ask<T>(
    method: string,
    path: string,
    { body, bytes, headers }: Asking = {},
  ): Promise<Answer<T>> {
    const response = await fetch(`${this.origin}/api${path}`, {
      method,
      signal: AbortSignal.timeout(PATIENCE_S * 1000),
      headers: { ...headers, ...(body !== undefined && { 'Content-Type': 'application/json' }) },
      ...(body !== undefined && { body: JSON.stringify(body) }),
      ...(bytes && { body: new Uint8Array(bytes) }),
    });
    const type = response.headers.get('Content-Type') ?? '';
    const answer = type.startsWith('application/json')
      ? ((await response.json()) as T)
      : (new Uint8Array(await response.arrayBuffer()) as T);
    if (response.status >= 500) {
      const { code, message } = answer as Problem;
      if (code !== 'DATABASE_GONE') {
        this.surprises.push(`${method} ${path}: ${response.status} ${code} ${message}`);
        this.numbers.push(response.headers.get('X-Request-Id') ?? '');
      }
    }
    return { status: response.status, body: answer };
  }

  /**
   * Asks until somebody answers who has a database, always by the same name, as a browser does.
   * @param key names the request; a new one if absent
   */
  async insist<T>(
    method: string,
    path: string,
    asking: Asking = {},
    key: string = randomUUID(),
  ): Promise<Answer<T>> {
    const headers = { ...asking.headers, ...(method !== 'GET' && { 'Idempotency-Key': key }) };
    const end = Date.now() + TRIES_S * 1000;
    for (;;) {
      const answer = await this.ask<T>(method, path, { ...asking, headers }).catch(
        (error: unknown) => {
          if (Date.now() > end) throw new Error(`${method} ${path}`, { cause: error });
        },
      );
      if (answer && answer.status < 500) return answer;
      if (Date.now() > end) throw new Error(`${method} ${path}: ${JSON.stringify(answer)}`);
      await seconds(0.2);
    }
  }

  /** Insists, and wants no refusal. */
  async get<T>(path: string): Promise<T> {
    return wanted<T>('GET', path, await this.insist<T>('GET', path));
  }
  async post<T>(path: string, body: unknown, key?: string): Promise<T> {
    return wanted<T>('POST', path, await this.insist<T>('POST', path, { body }, key));
  }
  async upload(bytes: Uint8Array): Promise<StoredFile> {
    return wanted('POST', '/files', await this.insist<StoredFile>('POST', '/files', { bytes }));
  }

  /** Follows long work to its end, and asks again where it ended in nothing. */
  async worked<
    T extends { readonly id: string; readonly state: string; readonly problem: Problem | null },
  >(asked: string, body: unknown, at: (id: string) => string): Promise<T> {
    const why: string[] = [];
    const end = Date.now() + WORK_S * 1000;
    while (Date.now() < end) {
      let now = await this.post<T>(asked, body);
      while (now.state === 'queued' || now.state === 'running') {
        await seconds(this.#lookEvery);
        now = await this.get<T>(at(now.id));
      }
      if (now.state === 'done') return now;
      why.push(`${now.state} ${now.problem?.code} ${now.problem?.message}`);
    }
    throw new Error(`${asked} did not end well: ${why.join('; ')}`);
  }

  rip(fileId: string, dpi: number, fileName = 'art.pdf'): Promise<ArtworkSummary> {
    return this.worked('/artworks', { fileId, fileName, dpi }, (id) => `/artworks/${id}`);
  }
}

function wanted<T>(method: string, path: string, { status, body }: Answer<T>): T {
  if (status >= 400) throw new Error(`${method} ${path}: ${status} ${JSON.stringify(body)}`);
  return body;
}
