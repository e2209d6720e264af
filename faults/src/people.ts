/** People of a shop who sign in, each with the cookies of a browser. */
import type { Person, Role } from '@kyanos/contract';
import { send, type Came, type Sent } from './send.ts';

const PASSWORD = 'wood glue and rain';

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
