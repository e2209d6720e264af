import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';

const SCRIPT = fileURLToPath(new URL('../kyanos', import.meta.url));
const { DATABASE_URL: _, ...env } = process.env;
let data: string;
const started: ChildProcess[] = [];
test.beforeAll(() => {
  data = mkdtempSync(join(tmpdir(), 'kyanos-start-'));
  // Open to the postgres user, so that the database lies inside and goes with the folder.
  chmodSync(data, 0o755);
});
test.afterAll(() => {
  for (const child of started) if (child.exitCode === null) child.kill('SIGKILL');
  rmSync(data, { recursive: true, force: true });
});

/** Starts the app from another folder and waits for its address. */
async function start(
  ...args: string[]
): Promise<{ child: ChildProcess; url: string; ended: Promise<number | null> }> {
  const child = spawn(SCRIPT, ['start', '--data', data, '--no-demo', ...args], {
    env,
    cwd: tmpdir(),
    detached: true,
  });
  started.push(child);
  const ended = new Promise<number | null>((done) => child.once('exit', done));
  let text = '';
  const url = await new Promise<string>((ready, fail) => {
    const listen = (part: Buffer) => {
      text += part.toString();
      const found = /Kyanos is ready: (\S+)/.exec(text);
      if (found) ready(found[1]);
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', listen);
    child.once('exit', () => fail(new Error(text)));
  });
  return { child, url, ended };
}

test('starts, refuses a second start on the same data, stops cleanly, and recovers after kill -9', async () => {
  const first = await start();
  expect((await fetch(`${first.url}/api/jobs`)).status).toBe(200);
  await expect(start()).rejects.toThrow(/already running/);
  first.child.kill('SIGTERM');
  expect(await first.ended).toBe(0);

  const second = await start();
  // The shell only: its server notices and goes, its database stays and is taken over.
  process.kill(second.child.pid!, 'SIGKILL');
  await second.ended;
  await expect
    .poll(() =>
      fetch(second.url).then(
        () => 'up',
        () => 'gone',
      ),
    )
    .toBe('gone');

  const third = await start();
  expect((await fetch(`${third.url}/api/jobs`)).status).toBe(200);
  third.child.kill('SIGTERM');
  expect(await third.ended).toBe(0);
  const left = readdirSync(join(data, 'tmp')).filter((name) => name.startsWith('kyanos-'));
  expect(left).toEqual([]);
});

test('the shop is written to a file beside the running app and without it, from any folder', async () => {
  const shop = (...args: string[]) =>
    new Promise<{ code: number | null; text: string }>((done) => {
      const child = spawn(SCRIPT, ['shop', ...args, '--data', data], { env, cwd: tmpdir() });
      let text = '';
      child.stdout.on('data', (part: Buffer) => (text += part.toString()));
      child.stderr.on('data', (part: Buffer) => (text += part.toString()));
      child.once('exit', (code) => done({ code, text }));
    });
  const path = join(data, 'shop.json');
  const app = await start();
  expect(await shop('export', '--out', path)).toMatchObject({ code: 0 });
  expect((await shop('import', path, '--preview')).text).toMatch(/^same +prices/m);
  app.child.kill('SIGTERM');
  expect(await app.ended).toBe(0);
  expect(await shop('import', path)).toMatchObject({ code: 0 });
  expect(await shop('colours')).toMatchObject({
    code: 2,
    text: expect.stringContaining('export, import, validate'),
  });
});

test('says what is wrong with its options', async () => {
  await expect(start('--port', 'many')).rejects.toThrow('--port needs a number from 0 to 65535.');
  await expect(start('--colour')).rejects.toThrow('start does not know "--colour"');
});
