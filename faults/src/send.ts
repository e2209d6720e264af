/** Requests as nobody's browser sends them. */
import { request, type IncomingHttpHeaders } from 'node:http';

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
            text: Buffer.concat(parts).toString(),
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
