/** Stand-ins for the demo's machines, which come with the app. */
import { fork, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { SHOP } from '@kyanos/demo';
import type pg from 'pg';
import { inTransaction, type Db } from '../db.ts';
import { keepSetting, settingOf } from '../settings/queries.ts';

const HOST = '127.0.0.1';
const AGAIN_MS = 2000;
/** It has this long to end. */
const END_MS = 3000;

async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((done) => probe.listen(0, HOST, done));
  const { port } = probe.address() as { port: number };
  await new Promise((done) => probe.close(done));
  return port;
}

/** Starts the presses, and again whenever they die. @param data folder of their journals */
export async function startPresses(
  data: string,
): Promise<{ readonly port: number; stop(): Promise<void> }> {
  const here = dirname(fileURLToPath(import.meta.url));
  const file = [join(here, 'press.js'), join(here, '../../../press/src/main.ts')].find(existsSync)!;
  const port = await freePort();
  let child: ChildProcess | undefined;
  let stopping = false;
  const begin = () => {
    child = fork(file, ['--port', String(port), '--data', data], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    child.on('exit', () => {
      if (!stopping) setTimeout(begin, AGAIN_MS);
    });
  };
  begin();
  return {
    port,
    async stop() {
      stopping = true;
      const { exitCode, signalCode } = child!;
      if (exitCode !== null || signalCode !== null) return;
      const ended = new Promise((done) => child!.once('exit', done));
      child!.kill('SIGTERM');
      await Promise.race([ended, new Promise((done) => setTimeout(done, END_MS))]);
      child!.kill('SIGKILL');
    },
  };
}

/**
 * Gives the demo's machines the addresses of their stand-ins, where nobody has given them another. Without a port the stand-ins are
 * taken away.
 */
export const giveSimulated = (pool: pg.Pool, port: number | undefined): Promise<void> =>
  inTransaction(pool, async (db) => {
    const before = (await settingOf(db, 'printers')) ?? {};
    const others = Object.entries(before).filter(([, { simulated }]) => !simulated);
    const machines = port === undefined ? [] : await demoMachines(db);
    const own = machines.map(
      (id) => [id, { uri: `ipp://${HOST}:${port}/ipp/print/${id}`, simulated: true }] as const,
    );
    const now = Object.fromEntries([...own, ...others]);
    if (JSON.stringify(now) === JSON.stringify(before)) return;
    await keepSetting(db, 'printers', now, { by: 'Kyanos', base: undefined });
  });

async function demoMachines(db: Db): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `select id from shop_item where kind = 'machine' and id = any ($1::text[]) order by id`,
    [SHOP.machines.map(({ id }) => id)],
  );
  return rows.map(({ id }) => id);
}
