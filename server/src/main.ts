/** Starts the server: migrates, loads the demo, serves, and keeps a worker process. */
import { fork, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { EMPTY_SHOP } from '@kyanos/core';
import { confinementInWords } from '@kyanos/intake';
import pino from 'pino';
import { makeApp } from './app.ts';
import { beginAside, endAside } from './aside/aside.ts';
import { migrate, openPool } from './db.ts';
import { backUpIfDue, scheduleOf, type Schedule } from './backup/backup.ts';
import { WorkEvents } from './events/workEvents.ts';
import { openDoorway } from './people/doorway.ts';
import { CommandError, refuseToBegin } from './program.ts';
import { giveSimulated, startPresses } from './press/simulated.ts';
import { openQueue } from './queue.ts';
import { loadDemo, prepareShop } from './shop/demo.ts';
import { foundShop } from './shop/queries.ts';

const LOOPBACK = '127.0.0.1';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '0' },
    web: { type: 'string' },
    'no-demo': { type: 'boolean', default: false },
    /** Folder of the stand-ins for the demo's machines; none are started without it. */
    press: { type: 'string' },
    /** Address to listen at, for more than this computer: people sign in then. */
    host: { type: 'string', default: LOOPBACK },
    /** Names that this server is called by, beside its own. */
    name: { type: 'string', multiple: true, default: [] },
    /** Certificate and key of TLS, as PEM. */
    cert: { type: 'string' },
    key: { type: 'string' },
    /** People sign in though it listens at this computer alone. */
    'sign-in': { type: 'boolean', default: false },
    /** A proxy on this computer hands requests on, and says where they come from and how. */
    proxy: { type: 'boolean', default: false },
    'no-worker': { type: 'boolean', default: false },
    /** Folder for backups, how often one is made, and how many are kept. */
    'backup-to': { type: 'string' },
    'backup-hours': { type: 'string', default: '24' },
    'backup-keep': { type: 'string', default: '7' },
  },
});
const url = process.env.DATABASE_URL;
if (!url) throw new Error('The server needs DATABASE_URL.');

/** Ends with the sentence of what stands on the command line and can't be. */
function refuseToStart(error: unknown): never {
  if (!(error instanceof CommandError)) throw error;
  console.error(error.message);
  process.exit(2);
}
let schedule: Schedule | undefined;
try {
  schedule = scheduleOf(values);
} catch (error) {
  refuseToStart(error);
}

const log = pino({ level: process.env.KYANOS_LOG ?? 'error' }, pino.destination(2));
const pool = openPool(url);
const queue = await prepare().catch(refuseToBegin);

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
const doorway = await openDoorway(pool, values).catch(refuseToStart);
const app = await makeApp(pool, queue, log, web, events, doorway.door);
const server = doorway.tls ? createTlsServer(doorway.tls, app) : createServer(app);
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
if (!values['no-worker']) startWorker();

server.on('error', (error: NodeJS.ErrnoException) => {
  const known: Readonly<Record<string, string>> = {
    EADDRINUSE: `Port ${values.port} is taken. Choose another with --port.`,
    EADDRNOTAVAIL: `This computer has no address ${values.host}. Choose one of its own with --host.`,
    ENOTFOUND: `There is no address ${values.host}. Choose one of this computer’s with --host.`,
    EACCES: `Port ${values.port} is not for this user. Choose one above 1023 with --port.`,
  };
  const sentence = known[error.code ?? ''];
  console.error(sentence ?? error);
  stopping = true;
  worker?.kill('SIGTERM');
  process.exit(sentence ? 2 : 1);
});
server.listen(Number(values.port), values.host, () => {
  const { port } = server.address() as { port: number };
  if (!values['no-worker']) console.log(confinementInWords());
  for (const line of doorway.words) console.log(line);
  console.log(`Kyanos is ready: ${doorway.address(port)}`);
  beginAside();
});

/** How often it is looked whether a backup is due. */
const BACKUP_LOOK_MS = 10 * 60_000;
async function keepBackups(): Promise<void> {
  if (!schedule || stopping) return;
  try {
    const file = await backUpIfDue(pool, url!, schedule);
    if (file) console.log(`Backup: ${file}`);
  } catch (error) {
    console.error(`No backup was made: ${(error as Error).message}`);
  }
}
if (schedule) {
  void keepBackups();
  setInterval(() => void keepBackups(), BACKUP_LOOK_MS).unref();
}

async function stop() {
  if (stopping) return;
  stopping = true;
  worker?.kill('SIGTERM');
  server.close();
  server.closeAllConnections();
  await Promise.race([
    new Promise<void>((done) => (worker ? worker.once('exit', () => done()) : done())),
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
