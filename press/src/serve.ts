/** Presses on loopback: each a printer at its own address. */
import { mkdirSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import type { Channel, Machine } from '@kyanos/core';
import { openJournal, readJournal } from './journal.ts';
import { Press } from './press.ts';
import { printer } from './printer.ts';

export interface ServeOptions {
  readonly machines: readonly Machine[];
  /** By the id of a machine, what a new one has in its containers, mL. */
  readonly fitted?: Readonly<Record<string, Readonly<Record<Channel, number | undefined>>>>;
  /** 0 takes a free one. */
  readonly port: number;
  /** Simulated seconds in a second. */
  readonly pace: number;
  readonly seed: number;
  /** Folder of the journals. */
  readonly data: string;
}

const HOST = '127.0.0.1';
const TICK_MS = 100;
const MS_A_MINUTE = 60_000;
/** A press that slept longer than this was switched off. */
const LONGEST_TICK_MS = 10_000;
const pathOf = (id: string) => `/ipp/print/${id}`;

/** @returns the server once it listens; presses by the id of their machine */
export async function servePresses(
  options: ServeOptions,
): Promise<{ readonly server: Server; readonly port: number; close(): Promise<void> }> {
  const { machines, pace, seed, data } = options;
  const server = createServer();
  await new Promise<void>((done, failed) => {
    server.once('error', failed);
    server.listen(options.port, HOST, done);
  });
  const { port } = server.address() as { port: number };

  // What a press that was killed was looking at nobody wants any more.
  const scratch = join(data, 'documents');
  rmSync(scratch, { recursive: true, force: true });
  mkdirSync(scratch, { recursive: true });

  const made = machines.map((machine) => {
    const file = join(data, `${machine.id}.jsonl`);
    const journal = openJournal(file);
    const press = new Press(
      machine,
      seed,
      readJournal(file),
      journal.keep,
      options.fitted?.[machine.id],
    );
    journal.begin(press.entries);
    let last = Date.now();
    const tick = () => {
      const now = Date.now();
      press.giveUp(now);
      press.advance((Math.min(LONGEST_TICK_MS, now - last) * pace) / MS_A_MINUTE);
      last = now;
    };
    const uri = `ipp://${HOST}:${port}${pathOf(machine.id)}`;
    return {
      journal,
      tick,
      path: pathOf(machine.id),
      printer: printer({ press, uri, tick, scratch }),
    };
  });
  const byPath = new Map(made.map((one) => [one.path, one.printer]));

  server.on('request', (req, res) => {
    const found = [...byPath].find(([path]) => req.url === path || req.url?.startsWith(`${path}/`));
    if (!found || req.method !== 'POST' || req.headers['content-type'] !== 'application/ipp') {
      res.writeHead(req.method === 'POST' && found ? 415 : 404, { 'Content-Type': 'text/plain' });
      res.end(
        `Printers here: ${made.map(({ path }) => `ipp://${HOST}:${port}${path}`).join(' ')}\n`,
      );
      return;
    }
    found[1].answer(req).then(
      (body) => {
        res.writeHead(200, { 'Content-Type': 'application/ipp', 'Content-Length': body.length });
        res.end(body);
        // What of a document was not wanted is not waited for.
        req.resume();
      },
      () => req.destroy(),
    );
  });
  const ticking = setInterval(() => {
    for (const { tick } of made) tick();
  }, TICK_MS);

  return {
    server,
    port,
    async close() {
      clearInterval(ticking);
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
      for (const { journal } of made) journal.close();
    },
  };
}
