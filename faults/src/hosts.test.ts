/**
 * Three hosts that know each other by network alone, each a network namespace (ip-netns(8)): one serves and has the database, two
 * do long work. Needs root; a machine that gives no namespaces says so.
 */
import { execFileSync, spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  chmodSync,
  chownSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { encodePlan, type ArtworkSummary, type PlateBuild } from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { seconds, WHOLE } from './amounts.ts';
import { Client } from './client.ts';
import { query } from './database.ts';

const PROGRAMS = fileURLToPath(new URL('../../.cache/programs', import.meta.url));
const { plan, draw } = DEMO_JOBS.find(({ id }) => id === 'orchard-label')!;
const PIECES = 16;
const NET = `ky${process.pid % 10_000}`;
/** The bridge is where this test stands; RFC 2544's range is nobody's. */
const BRIDGE = '198.18.77.254';
const HOSTS = { web: '198.18.77.1', first: '198.18.77.2', second: '198.18.77.3' } as const;
type Host = keyof typeof HOSTS;

const PORT = '4900';
const RELAY = `
  const net = require('node:net');
  net.createServer((from) => {
    const to = net.connect(${PORT}, '127.0.0.1');
    from.pipe(to).pipe(from);
    for (const one of [from, to]) one.on('error', () => { from.destroy(); to.destroy(); });
  }).listen(${PORT}, '${HOSTS.web}', () => console.log('relays'));`;

const ip = (...args: string[]) => execFileSync('ip', args, { stdio: 'pipe' });
const cable = (host: Host) => `${NET}${host[0]}`;
const space = (host: Host) => `${NET}-${host}`;
const possible =
  WHOLE && process.getuid?.() === 0 && spawnSync('ip', ['netns', 'add', `${NET}-try`]).status === 0;
if (possible) ip('netns', 'del', `${NET}-try`);

const children: ChildProcess[] = [];
let folder: string;
let database: string;
let client: Client;

/** A program on one of the hosts, by itself a group that ends with the test. */
function on(host: Host, command: readonly string[], env: NodeJS.ProcessEnv = {}): ChildProcess {
  const child = spawn('ip', ['netns', 'exec', space(host), ...command], {
    env: { ...process.env, ...env },
    detached: true,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  children.push(child);
  return child;
}
const said = (child: ChildProcess, what: RegExp) =>
  new Promise<void>((done, fail) => {
    let text = '';
    const listen = (part: Buffer) => {
      text += part.toString();
      if (what.test(text)) done();
    };
    child.stdout!.on('data', listen);
    child.stderr!.on('data', listen);
    child.once('exit', (code) => fail(new Error(`ended with ${code}: ${text}`)));
  });
async function worker(host: 'first' | 'second', core?: number): Promise<ChildProcess> {
  const tmp = join(folder, host);
  mkdirSync(tmp, { recursive: true });
  chmodSync(tmp, 0o755);
  const pinned = core === undefined ? [] : ['taskset', '-c', String(core)];
  const child = on(host, [...pinned, process.execPath, join(PROGRAMS, 'worker.js')], {
    DATABASE_URL: database,
    TMPDIR: tmp,
  });
  await said(child, /The worker is ready/);
  return child;
}
async function ended(child: ChildProcess, signal: 'SIGTERM' | 'SIGKILL'): Promise<void> {
  const gone = new Promise((done) => child.once('exit', done));
  process.kill(-child.pid!, signal);
  await gone;
}

function startDatabase(): string {
  const bin = `/usr/lib/postgresql/${readdirSync('/usr/lib/postgresql').sort((a, b) => Number(b) - Number(a))[0]}/bin`;
  const cluster = join(folder, 'postgres');
  mkdirSync(cluster);
  const owner = Number(execFileSync('id', ['-u', 'postgres'], { encoding: 'utf8' }));
  chownSync(cluster, owner, owner);
  const as = [
    '--reuid=postgres',
    '--regid=postgres',
    '--init-groups',
    '--inh-caps=-all',
    'env',
    '-C',
    '/',
  ];
  execFileSync(
    'setpriv',
    [
      ...as,
      `${bin}/initdb`,
      '-D',
      cluster,
      '-U',
      'kyanos',
      '--auth=trust',
      '--encoding=UTF8',
      '--locale=C.UTF-8',
    ],
    { stdio: 'pipe' },
  );
  writeFileSync(join(cluster, 'pg_hba.conf'), 'host all all 198.18.77.0/24 trust\n');
  execFileSync(
    'ip',
    [
      'netns',
      'exec',
      space('web'),
      'setpriv',
      ...as,
      `${bin}/pg_ctl`,
      '-D',
      cluster,
      '-l',
      `${cluster}/server.log`,
      '-w',
      '-o',
      `-c listen_addresses=${HOSTS.web} -c unix_socket_directories= -c shared_buffers=256MB`,
      'start',
    ],
    { stdio: 'ignore' },
  );
  return `postgres://kyanos@${HOSTS.web}:5432/postgres`;
}

describe.skipIf(!possible)('three hosts', () => {
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'kyanos-hosts-'));
    chmodSync(folder, 0o755);
    ip('link', 'add', NET, 'type', 'bridge');
    ip('addr', 'add', `${BRIDGE}/24`, 'dev', NET);
    ip('link', 'set', NET, 'up');
    for (const [host, address] of Object.entries(HOSTS) as [Host, string][]) {
      ip('netns', 'add', space(host));
      ip('link', 'add', cable(host), 'type', 'veth', 'peer', 'name', 'eth0', 'netns', space(host));
      ip('link', 'set', cable(host), 'master', NET, 'up');
      ip('-n', space(host), 'addr', 'add', `${address}/24`, 'dev', 'eth0');
      ip('-n', space(host), 'link', 'set', 'eth0', 'up');
      ip('-n', space(host), 'link', 'set', 'lo', 'up');
    }
    database = startDatabase();
    // It answers on loopback, as behind a proxy on its own host; one that only hands bytes on stands there.
    const served = [join(PROGRAMS, 'main.js'), '--port', PORT, '--no-worker', '--no-demo'];
    const web = on('web', [process.execPath, ...served, '--name', HOSTS.web], {
      DATABASE_URL: database,
    });
    await said(web, /Kyanos is ready/);
    await said(on('web', [process.execPath, '-e', RELAY]), /relays/);
    client = new Client(`http://${HOSTS.web}:${PORT}`);
  });
  afterAll(async () => {
    if (!possible) return;
    for (const child of children)
      if (child.exitCode === null && child.signalCode === null) await ended(child, 'SIGKILL');
    const pid = execFileSync('head', ['-n', '1', join(folder, 'postgres/postmaster.pid')], {
      encoding: 'utf8',
    });
    process.kill(Number(pid), 'SIGINT');
    await seconds(2);
    for (const host of Object.keys(HOSTS) as Host[]) ip('netns', 'del', space(host));
    ip('link', 'del', NET);
    rmSync(folder, { recursive: true, force: true });
  });

  it('read a file though the worker that has it is unplugged in the middle, and what it wrote counts for nothing when it is back', async () => {
    const [first, second] = [await worker('first'), await worker('second')];
    const file = await client.upload(await draw());
    const { id } = await client.post<ArtworkSummary>('/artworks', {
      fileId: file.id,
      fileName: 'art.pdf',
      dpi: 400,
    });
    const now = () => client.get<ArtworkSummary>(`/artworks/${id}`);
    await expect.poll(async () => (await now()).state, { interval: 20 }).toBe('running');
    const [{ host }] = await query<{ host: string }>(
      database,
      `select case when w.pid = ${first.pid} then 'first' else 'second' end as host from artwork a join worker w on w.owner = a.owner where a.id = '${id}'`,
    );
    const unplugged = host as 'first' | 'second';
    ip('link', 'set', cable(unplugged), 'down');
    const began = Date.now();
    await expect.poll(async () => (await now()).state).toBe('done');
    const tookOver = (Date.now() - began) / 1000;
    const [{ attempt }] = await query<{ attempt: number }>(
      database,
      `select attempt from artwork where id = '${id}'`,
    );
    expect(attempt).toBe(2);
    const artwork = await now();
    ip('link', 'set', cable(unplugged), 'up');
    await seconds(3);
    expect(await now()).toEqual(artwork);
    await client.worked<PlateBuild>(
      `/artworks/${artwork.id}/plates`,
      { plan: encodePlan(plan) },
      (one) => `/plates/${one}`,
    );
    await Promise.all([ended(first, 'SIGTERM'), ended(second, 'SIGTERM')]);
    for (const one of ['first', 'second'])
      expect(readdirSync(join(folder, one)).filter((name) => name !== 'jiti')).toEqual([]);
    console.log(`read by the other ${tookOver.toFixed(1)} s after the cable was out`);
  });

  it('do more with two workers than with one, each on a core of its own', async () => {
    const cores = availableParallelism();
    let next = 100;
    const bytes = await draw();
    const { id } = await client.upload(bytes);
    const round = async (...workers: ChildProcess[]) => {
      const begin = performance.now();
      const before = busySeconds();
      await Promise.all(Array.from({ length: PIECES }, () => client.rip(id, next++)));
      const took = (performance.now() - begin) / 1000;
      const busy = (busySeconds() - before) / (took * cores);
      await Promise.all(workers.map((one) => ended(one, 'SIGTERM')));
      return { took, busy };
    };
    const one = await round(await worker('first', 0));
    const two = await round(await worker('first', 0), await worker('second', 1 % cores));
    const gain = one.took / two.took;
    // The database writes what is read, on the same cores: what one worker leaves idle is all that a second can use.
    const most = Math.min(2, 1 / one.busy);
    console.log(
      `${PIECES} files by one worker on one core ${one.took.toFixed(1)} s, by two on two ${two.took.toFixed(1)} s: ${gain.toFixed(2)} times as much. ` +
        `With one, the ${cores} cores were ${(100 * one.busy).toFixed(0)} % busy, so that at most ${most.toFixed(2)} times as much goes`,
    );
    expect(gain).toBeGreaterThan(0.85 * most);
  });
});

/** Seconds that all cores together were not idle since the machine began (proc(5), /proc/stat). */
function busySeconds(): number {
  const [, ...ticks] = readFileSync('/proc/stat', 'utf8').split('\n')[0].split(/\s+/);
  const [user, nice, system, , , irq, softirq] = ticks.map(Number);
  return (user + nice + system + irq + softirq) / 100;
}
