/** People of a shop who sign in, each with the cookies of a browser. */
import { request, type IncomingHttpHeaders } from 'node:http';
import type { Person, Role } from '@kyanos/contract';

const PASSWORD = 'wood glue and rain';
/** Longest that an answer to whatever is sent may take. */
export const LIMIT_MS = 10_000;

export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Buffer;
}

export interface Came {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly text: string;
  readonly ms: number;
}

/**
 * Sends what `fetch` would refuse to: any host, any path as it is. The stream of events is left as soon as it begins.
 * @throws Error where nobody answers in time
 */
export function send(origin: string, { method, path, headers = {}, body }: Sent): Promise<Came> {
  const { hostname, port } = new URL(origin);
  const begin = performance.now();
  return new Promise((done, fail) => {
    const asked = request(
      {
        hostname,
        port,
        method,
        path,
        agent: false,
        headers: {
          ...headers,
          ...(body !== undefined && { 'Content-Length': Buffer.byteLength(body) }),
        },
      },
      (response) => {
        const parts: Buffer[] = [];
        const end = () =>
          done({
            status: response.statusCode ?? 0,
            headers: response.headers,
            text: Buffer.concat(parts).toString('latin1'),
            ms: performance.now() - begin,
          });
        if (response.headers['content-type']?.startsWith('text/event-stream')) {
          response.destroy();
          end();
          return;
        }
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', end);
        response.on('error', fail);
      },
    );
    asked.setTimeout(LIMIT_MS, () => asked.destroy(new Error(`no answer within ${LIMIT_MS} ms`)));
    asked.on('error', fail);
    asked.end(body);
  });
}

export class Browser {
  readonly #origin: string;
  readonly #cookies = new Map<string, string>();

  constructor(origin: string) {
    this.#origin = origin;
  }

  get cookie(): string {
    return [...this.#cookies].map(([name, value]) => `${name}=${value}`).join('; ');
  }

  async send(
    method: string,
    path: string,
    body?: unknown,
    headers: Sent['headers'] = {},
  ): Promise<Came> {
    const came = await send(this.#origin, {
      method,
      path: `/api${path}`,
      headers: { Cookie: this.cookie, 'Content-Type': 'application/json', ...headers },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
    for (const cookie of came.headers['set-cookie'] ?? []) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie)!;
      this.#cookies.set(name, value);
    }
    return came;
  }

  async join(word: string, name?: string): Promise<this> {
    const { status, text } = await this.send('POST', '/join', {
      word,
      password: PASSWORD,
      ...(name && { name }),
    });
    if (status !== 200) throw new Error(text);
    return this;
  }
  signIn = (name: string) => this.send('POST', '/sign-in', { name, password: PASSWORD });

  /** Lets somebody in. */
  async add(name: string, role: Role): Promise<Browser> {
    const { text } = await this.send('POST', '/people', { name, role });
    const { word } = JSON.parse(text) as { person: Person; word: string };
    return new Browser(this.#origin).join(word);
  }
}
