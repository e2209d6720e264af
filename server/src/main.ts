/** Starts the server: migrates, loads the demo, serves, and keeps a worker process. */
import { fork, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { EMPTY_SHOP } from '@kyanos/core';
import { confinementInWords } from '@kyanos/intake';
import pino from 'pino';
import { makeApp } from './app.ts';
import { endAside } from './aside/aside.ts';
import { migrate, openPool } from './db.ts';
import { WorkEvents } from './events/workEvents.ts';
import { refusalFor } from './http.ts';
import { giveSimulated, startPresses } from './press/simulated.ts';
import { openQueue } from './queue.ts';
import { loadDemo, prepareShop } from './shop/demo.ts';
import { foundShop } from './shop/queries.ts';

const HOST = '127.0.0.1';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '0' },
    web: { type: 'string' },
    'no-demo': { type: 'boolean', default: false },
    /** Folder of the stand-ins for the demo's machines; none are started without it. */
    press: { type: 'string' },
  },
});
const url = process.env.DATABASE_URL;
if (!url) throw new Error('The server needs DATABASE_URL.');

const log = pino({ level: process.env.KYANOS_LOG ?? 'error' }, pino.destination(2));
const pool = openPool(url);
const queue = await prepare().catch((error: unknown) => {
  const { code, message } = refusalFor(error);
  console.error(
    code === 'DATABASE_GONE'
      ? 'The database does not answer. Check DATABASE_URL and that it runs.'
      : message,
  );
  if (code === 'INTERNAL') console.error(error);
  process.exit(1);
});

async function prepare() {
  await migrate(pool);
  if (values['no-demo']) await foundShop(pool, EMPTY_SHOP, {});
  // The history of the demo's floor ends in the state that its machines have.
  else await prepareShop(pool, {});
  const opened = await openQueue(pool);
  await opened.migrate();
  if (!values['no-demo']) await loadDemo(pool, opened);
  return opened;
}

const presses =
  values.press === undefined || values['no-demo'] ? undefined : await startPresses(values.press);
await giveSimulated(pool, presses?.port);

const web = values.web && existsSync(values.web) ? values.web : undefined;
const events = new WorkEvents(pool);
const server = createServer(makeApp(pool, queue, log, web, events));
// A large upload over a slow line takes its time; the size is what is limited.
server.requestTimeout = 0;

const here = dirname(fileURLToPath(import.meta.url));
let worker: ChildProcess | undefined;
let stopping = false;
/** A worker that dies is replaced: its work is queued again when the new one starts. */
function startWorker() {
  const file = ['worker.js', 'worker.ts'].map((name) => join(here, name)).find(existsSync)!;
  worker = fork(file, { stdio: ['ignore', 'inherit', 'inherit', 'ipc'] });
  worker.on('exit', () => {
    if (!stopping) setTimeout(startWorker, 2000);
  });
}
startWorker();

server.on('error', (error: NodeJS.ErrnoException) => {
  const busy = error.code === 'EADDRINUSE';
  console.error(busy ? `Port ${values.port} is taken. Choose another with --port.` : error);
  stopping = true;
  worker?.kill('SIGTERM');
  process.exit(busy ? 2 : 1);
});
server.listen(Number(values.port), HOST, () => {
  const { port } = server.address() as { port: number };
  console.log(confinementInWords());
  console.log(`Kyanos is ready: http://${HOST}:${port}`);
});

async function stop() {
  if (stopping) return;
  stopping = true;
  worker?.kill('SIGTERM');
  server.close();
  server.closeAllConnections();
  await Promise.race([
    new Promise((done) => worker?.once('exit', done)),
    new Promise((done) => setTimeout(done, 4000)),
  ]);
  worker?.kill('SIGKILL');
  events.end();
  await presses?.stop();
  await endAside();
  await pool.end().catch(() => undefined);
  process.exit(0);
}
// The shell that started the server was killed: nobody else would end it.
const parent = process.ppid;
setInterval(() => {
  if (process.ppid !== parent) void stop();
}, 1000).unref();
process.on('SIGINT', () => void stop());
process.on('SIGTERM', () => void stop());
