/** The data folder as a whole: moved, renamed, copied, restored, by root and by another user, wherever its cluster lies. */
import { execFileSync, spawnSync } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';

const SCRIPTS = fileURLToPath(new URL('../../scripts/', import.meta.url));
const NOBODY = '65534';
const isRoot = process.getuid!() === 0;

let top: string;
const started = new Set<string>();
beforeEach(() => {
  top = mkdtempSync(join(tmpdir(), 'data-folder-'));
  chmodSync(top, 0o755);
});
afterEach(() => {
  for (const data of started) if (existsSync(data)) bash('root', 'postgres_stop "$1"', data);
  started.clear();
  rmSync(top, { recursive: true, force: true });
});

type User = 'root' | 'nobody';

/** Runs lines with the functions of the scripts. */
function bash(user: User, lines: string, ...args: string[]) {
  const script = `set -euo pipefail; fail() { echo "$1" >&2; exit "\${2:-2}"; }; . ${SCRIPTS}postgres.sh; ${lines}`;
  const as =
    isRoot && user === 'nobody'
      ? ['setpriv', `--reuid=${NOBODY}`, `--regid=${NOBODY}`, '--clear-groups']
      : [];
  const [program, ...rest] = [...as, 'bash', '--norc', '-c', script, 'bash', ...args];
  const { status, stdout, stderr } = spawnSync(program, rest, { encoding: 'utf8' });
  return { status, said: `${stdout}${stderr}`.trim() };
}

const start = (user: User, data: string) => {
  started.add(data);
  return bash(user, 'postgres_start "$1"', data);
};
const stop = (user: User, data: string) => bash(user, 'postgres_stop "$1"', data);

async function query(data: string, sql: string): Promise<unknown[]> {
  const connectionString = execFileSync(
    'bash',
    ['-c', `. ${SCRIPTS}postgres.sh; postgres_url "$1"`, 'bash', data],
    { encoding: 'utf8' },
  ).trim();
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    return (await client.query(sql)).rows as unknown[];
  } finally {
    await client.end();
  }
}
const remember = (data: string, word: string) =>
  query(data, `create table word as select '${word}' as word`);
const remembered = (data: string) => query(data, 'select word from word');

function folder(user: User, name = 'data'): string {
  const data = join(top, name);
  mkdirSync(data);
  if (isRoot && user === 'nobody') execFileSync('chown', [NOBODY, data]);
  return data;
}

describe.each<User>(isRoot ? ['root', 'nobody'] : ['nobody'])('a data folder of %s', (user) => {
  it('is found again when it is moved or renamed, and with it all that is in it', async () => {
    const data = folder(user);
    expect(start(user, data)).toMatchObject({ status: 0 });
    await remember(data, 'first');
    stop(user, data);
    const moved = join(top, 'moved and renamed');
    renameSync(data, moved);
    expect(start(user, moved)).toEqual({ status: 0, said: '' });
    expect(await remembered(moved)).toEqual([{ word: 'first' }]);
  });

  it('and its copy go on by themselves, at the same time', async () => {
    const data = folder(user);
    start(user, data);
    await remember(data, 'original');
    stop(user, data);
    const copy = join(top, 'copy');
    execFileSync('cp', ['-a', data, copy]);
    start(user, data);
    expect(start(user, copy)).toMatchObject({
      status: 0,
      said: expect.stringContaining('is a copy of'),
    });
    await query(copy, `update word set word = 'copy'`);
    expect([await remembered(data), await remembered(copy)]).toEqual([
      [{ word: 'original' }],
      [{ word: 'copy' }],
    ]);
    expect(readFileSync(join(copy, 'identity'), 'utf8')).not.toBe(
      readFileSync(join(data, 'identity'), 'utf8'),
    );
  });

  it('that was copied while its database ran is refused, and the original goes on', async () => {
    const data = folder(user);
    start(user, data);
    await remember(data, 'original');
    const copy = join(top, 'copy');
    execFileSync('cp', ['-a', data, copy]);
    expect(start(user, copy)).toMatchObject({
      status: 2,
      said: expect.stringContaining('may be torn'),
    });
    expect(await remembered(data)).toEqual([{ word: 'original' }]);
  });

  it('that is restored from an archive is whole', async () => {
    const data = folder(user);
    start(user, data);
    await remember(data, 'kept');
    stop(user, data);
    const archive = join(top, 'backup.tar');
    execFileSync('tar', ['-C', top, '-cf', archive, 'data']);
    rmSync(data, { recursive: true });
    const elsewhere = join(top, 'elsewhere');
    mkdirSync(elsewhere);
    execFileSync('tar', ['-C', elsewhere, '-xf', archive]);
    expect(start(user, join(elsewhere, 'data'))).toEqual({ status: 0, said: '' });
    expect(await remembered(join(elsewhere, 'data'))).toEqual([{ word: 'kept' }]);
  });

  it.each(['identity', 'password', 'postgres'])(
    'without its %s is refused, and nothing is made anew',
    (part) => {
      const data = folder(user);
      start(user, data);
      stop(user, data);
      const password = readFileSync(join(data, 'password'), 'utf8');
      renameSync(join(data, part), join(top, 'taken'));
      const again = start(user, data);
      expect([again.status, again.said]).toEqual([2, expect.stringMatching(/Put .* back/)]);
      expect(existsSync(join(data, part))).toBe(false);
      if (part !== 'password') expect(readFileSync(join(data, 'password'), 'utf8')).toBe(password);
      renameSync(join(top, 'taken'), join(data, part));
      expect(start(user, data).status).toBe(0);
    },
    60_000,
  );
});

describe.runIf(isRoot)('a data folder that only root gets to', () => {
  const hidden = () => {
    const outer = join(top, 'hidden');
    mkdirSync(outer, { mode: 0o700 });
    const data = join(outer, 'data');
    mkdirSync(data);
    return data;
  };
  const clusterOf = (data: string) =>
    join('/var/lib/kyanos', readFileSync(join(data, 'identity'), 'utf8').trim());

  it('has its cluster outside, and is found again when it is moved', async () => {
    const data = hidden();
    expect(start('root', data).status).toBe(0);
    await remember(data, 'outside');
    stop('root', data);
    expect(existsSync(join(clusterOf(data), 'PG_VERSION'))).toBe(true);
    const moved = join(top, 'hidden', 'moved');
    renameSync(data, moved);
    expect(start('root', moved)).toEqual({ status: 0, said: '' });
    expect(await remembered(moved)).toEqual([{ word: 'outside' }]);
    const cluster = clusterOf(moved);
    stop('root', moved);
    rmSync(cluster, { recursive: true });
  });

  it('is refused as a copy, since both would write into one database', async () => {
    const data = hidden();
    start('root', data);
    await remember(data, 'original');
    stop('root', data);
    const copy = join(top, 'hidden', 'copy');
    cpSync(data, copy, { recursive: true });
    expect(start('root', copy)).toMatchObject({
      status: 2,
      said: expect.stringContaining('is a copy of'),
    });
    started.delete(copy);
    rmSync(copy, { recursive: true });
    expect(start('root', data).status).toBe(0);
    expect(await remembered(data)).toEqual([{ word: 'original' }]);
    const cluster = clusterOf(data);
    stop('root', data);
    rmSync(cluster, { recursive: true });
  });

  it('whose cluster is gone is refused, and nothing is made anew', () => {
    const data = hidden();
    start('root', data);
    stop('root', data);
    const cluster = clusterOf(data);
    rmSync(cluster, { recursive: true });
    expect(start('root', data)).toMatchObject({
      status: 2,
      said: expect.stringContaining('is not there'),
    });
    expect(existsSync(cluster)).toBe(false);
  });

  it('of an earlier version, which noted the place as a path, is taken over', async () => {
    const data = hidden();
    start('root', data);
    await remember(data, 'old');
    stop('root', data);
    const cluster = clusterOf(data);
    rmSync(join(data, 'identity'));
    rmSync(join(cluster, 'kyanos-identity'));
    writeFileSync(join(data, 'cluster-place'), `${cluster}\n`);
    expect(start('root', data).status).toBe(0);
    expect(await remembered(data)).toEqual([{ word: 'old' }]);
    stop('root', data);
    rmSync(cluster, { recursive: true });
  });
});

it('a database that dies is started again, on its port', async () => {
  const data = folder('root');
  start('root', data);
  await remember(data, 'before');
  const keeper = `sleep 20 & parent=$!; postgres_keep "$1" $parent & kept=$!
    postgres_cluster "$1"; kill -9 "$(postgres_pid "$cluster")"
    for i in $(seq 60); do sleep 0.25; (exec 3<>"/dev/tcp/127.0.0.1/$(cat "$1/postgres-port")") 2>/dev/null && break; done
    kill $parent; wait $kept`;
  const port = readFileSync(join(data, 'postgres-port'), 'utf8');
  expect(bash('root', keeper, data).status).toBe(0);
  expect(readFileSync(join(data, 'postgres-port'), 'utf8')).toBe(port);
  expect(await remembered(data)).toEqual([{ word: 'before' }]);
});
