/** A browser: it keeps its cookies, and comes from an address of its own. */
import type { Me } from '@kyanos/contract';

export const PASSWORD = 'a long enough one';

export class Browser {
  readonly base: string;
  readonly address: string;
  readonly cookies: Map<string, string>;

  /** @param base of the API @param address that a proxy says it comes from */
  constructor(base: string, address = '192.0.2.1', cookies: Iterable<[string, string]> = []) {
    this.base = base;
    this.address = address;
    this.cookies = new Map(cookies);
  }

  async send<T>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<{ status: number; body: T }> {
    const stop = new AbortController();
    const bytes = body instanceof Uint8Array;
    const response = await fetch(this.base + path, {
      method,
      signal: stop.signal,
      headers: {
        'X-Forwarded-For': this.address,
        Cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; '),
        ...(body === undefined || bytes ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: bytes ? new Uint8Array(body) : JSON.stringify(body) }),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie)!;
      this.cookies.set(name, value);
    }
    // The stream of events never ends.
    const endless = response.headers.get('Content-Type')?.startsWith('text/event-stream');
    const text = endless ? '' : await response.text();
    if (endless) stop.abort();
    const json = response.headers.get('Content-Type')?.startsWith('application/json');
    return { status: response.status, body: (json && text ? JSON.parse(text) : text) as T };
  }

  signIn = (name: string, password = PASSWORD) =>
    this.send<never>('POST', '/sign-in', { name, password });
  me = async () => (await this.send<Me>('GET', '/me')).body;
  /** The same, with cookies of its own from here on; at another server, if one is named. */
  clone = (base = this.base) => new Browser(base, this.address, this.cookies);
}
