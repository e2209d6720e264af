/** The app as a journey finds it: a server, one worker, a database of its own. */
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import pg from 'pg';

const MAIN = fileURLToPath(new URL('../.cache/programs/main.js', import.meta.url));
const WEB = fileURLToPath(new URL('../.cache/web', import.meta.url));

async function admin(query: string): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL! });
  await client.connect();
  await client.query(query).finally(() => client.end());
}

export class App {
  readonly database: string;
  readonly databaseUrl: string;
  readonly url: string;
  readonly #child: ChildProcess;
  readonly #text: () => string;

  private constructor(databaseUrl: URL, url: string, child: ChildProcess, text: () => string) {
    this.database = databaseUrl.pathname.slice(1);
    this.databaseUrl = databaseUrl.href;
    this.url = url;
    this.#child = child;
    this.#text = text;
  }

  /** Starts it on a fresh database, or on a copy of another that nobody is connected to. */
  static async start(args: readonly string[] = [], template?: string): Promise<App> {
    const database = `journeys_${randomUUID().replaceAll('-', '')}`;
    await admin(`create database ${database}${template ? ` template ${template}` : ''}`);
    const address = new URL(process.env.DATABASE_URL!);
    address.pathname = database;
    const child = spawn(process.execPath, [MAIN, '--web', WEB, ...args], {
      env: { ...process.env, DATABASE_URL: address.href },
    });
    let text = '';
    const url = await new Promise<string>((ready, fail) => {
      for (const stream of [child.stdout, child.stderr])
        stream.on('data', (part: Buffer) => {
          text += part.toString();
          const found = /Kyanos is ready: (\S+)/.exec(text);
          if (found) ready(found[1]);
        });
      child.once('exit', () => fail(new Error(text)));
    });
    return new App(address, url, child, () => text);
  }

  /** Waits until it has printed something. @returns the first group */
  async printed(pattern: RegExp): Promise<string> {
    for (;;) {
      const found = pattern.exec(this.#text());
      if (found) return found[1];
      await new Promise((done) => this.#child.stdout!.once('data', done));
    }
  }

  /** Ends it in order; its database stays. */
  async stop(): Promise<void> {
    if (this.#child.exitCode !== null) return;
    const gone = new Promise((done) => this.#child.once('exit', done));
    this.#child.kill('SIGTERM');
    await gone;
  }

  async remove(): Promise<void> {
    await this.stop();
    await admin(`drop database ${this.database} with (force)`);
  }
}
