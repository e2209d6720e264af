/** Where a server listens, who it lets in, and by what: read from the command line before it opens. */
import { X509Certificate } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { hostname, networkInterfaces } from 'node:os';
import type pg from 'pg';
import { CommandError } from '../program.ts';
import type { Door } from './door.ts';
import { firstOwnersWord, ownerCanSignIn } from './queries.ts';

interface Wanted {
  readonly host: string;
  readonly name: readonly string[];
  readonly cert?: string | undefined;
  readonly key?: string | undefined;
  readonly 'sign-in': boolean;
  readonly proxy: boolean;
}

export interface Doorway {
  readonly door: Door;
  readonly tls: { readonly cert: Buffer; readonly key: Buffer } | undefined;
  /** What is to be said when it opens. */
  readonly words: readonly string[];
  address(port: number): string;
}

const isLoopback = (host: string) =>
  host === 'localhost' || host === '::1' || /^127\.(\d+\.){2}\d+$/.test(host);
const isEverywhere = (host: string) => host === '0.0.0.0' || host === '::';
const inAddress = (host: string) => (host.includes(':') ? `[${host}]` : host);

async function readPem(path: string, what: string): Promise<Buffer> {
  return readFile(path).catch(() => {
    throw new CommandError(
      `The ${what} ${path} can’t be read. Check its name and who may read it.`,
    );
  });
}

async function tlsOf({ cert, key }: Wanted) {
  if (cert === undefined && key === undefined) return undefined;
  if (cert === undefined || key === undefined)
    throw new CommandError('TLS needs both: --cert FILE and --key FILE.');
  const read = { cert: await readPem(cert, 'certificate'), key: await readPem(key, 'key') };
  try {
    const own = new X509Certificate(read.cert);
    // RFC 5280, 4.2.1.6: the names that it holds for.
    const names = [...(own.subjectAltName ?? '').matchAll(/(?:DNS|IP Address):([^,\s]+)/g)];
    return { ...read, names: names.map(([, name]) => name), until: new Date(own.validTo) };
  } catch {
    throw new CommandError(`The file ${cert} holds no certificate in PEM. Give one with --cert.`);
  }
}

/** @throws CommandError */
export async function openDoorway(pool: pg.Pool, wanted: Wanted): Promise<Doorway> {
  const { host, proxy } = wanted;
  const open = !isLoopback(host);
  const signIn = open || wanted['sign-in'];
  const tls = await tlsOf(wanted);
  if (tls && tls.until < new Date())
    throw new CommandError(
      `The certificate ended on ${tls.until.toDateString()}. Renew it, then start again.`,
    );
  if (open && !(await ownerCanSignIn(pool)))
    throw new CommandError(
      `Nobody can sign in yet, so Kyanos does not listen at ${host}. Make the first owner with ./kyanos people add NAME --role owner, then start again.`,
    );
  const words: string[] = [];
  const first = signIn ? await firstOwnersWord(pool) : undefined;
  if (first !== undefined)
    words.push(
      `Nobody can sign in yet. The first owner does with this one-time word, within a day: ${first}`,
    );
  if (open && !tls && !proxy)
    words.push(
      'Without --cert and --key, passwords travel in the clear. Use this in a network that you trust.',
    );
  const own = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  const hosts = [
    ...wanted.name,
    ...(tls?.names ?? []),
    ...(open ? [hostname(), `${hostname()}.local`] : []),
    ...(isEverywhere(host) ? own.map(({ address }) => inAddress(address)) : [inAddress(host)]),
  ].map((name) => name.toLowerCase());
  const called = wanted.name[0] ?? (isEverywhere(host) ? hostname() : inAddress(host));
  return {
    // A proxy speaks TLS to those outside: it is what it is there for.
    door: { signIn, secure: tls !== undefined || proxy, proxy, hosts },
    tls: tls && { cert: tls.cert, key: tls.key },
    words,
    address: (port) => `${tls ? 'https' : 'http'}://${called}:${port}`,
  };
}
