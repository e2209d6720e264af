import { existsSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { run } from './run.ts';

let tmp: string;
beforeAll(() => {
  tmp = mkdtempSync(join(tmpdir(), 'run-test-'));
});
afterAll(() => rmSync(tmp, { recursive: true }));

describe('run', () => {
  it('gives back what a program says and how it ended', async () => {
    expect(await run('sh', ['-c', 'echo out; echo err >&2; exit 3'], { tmp })).toEqual({
      code: 3,
      stdout: 'out\n',
      stderr: 'err\n',
      timedOut: false,
    });
  });

  it('ends a program that hangs, and all that it started', async () => {
    const begin = Date.now();
    const hung = await run('sh', ['-c', 'sleep 60 & sleep 60'], { tmp, limits: { seconds: 1 } });
    expect(hung.timedOut).toBe(true);
    expect(Date.now() - begin).toBeLessThan(5000);
  });

  it('ends a program that computes without end', async () => {
    const busy = await run('sh', ['-c', 'while :; do :; done'], { tmp, limits: { seconds: 1 } });
    expect(busy.timedOut).toBe(true);
  });

  it('tells that somebody else ended a program, and does not take it for the program’s own answer', async () => {
    await expect(run('sh', ['-c', 'kill -KILL $$'], { tmp })).rejects.toMatchObject({
      code: 'READER_KILLED',
    });
  });

  it('stops a program that writes more than it may', async () => {
    const out = join(tmp, 'flood');
    const flood = await run('dd', ['if=/dev/zero', `of=${out}`, 'bs=1M', 'count=50'], {
      tmp,
      limits: { fileMb: 2 },
    });
    expect(flood.code).not.toBe(0);
    expect(statSync(out).size).toBeLessThanOrEqual(2 * 1024 * 1024);
  });

  it('stops at once when nobody waits any more', async () => {
    const stop = new AbortController();
    const mark = join(tmp, 'mark');
    const going = run('sh', ['-c', `echo $$ > ${mark}; sleep 60; true`], {
      tmp,
      signal: stop.signal,
    });
    const refused = expect(going).rejects.toThrow('nobody waits');
    await expect.poll(() => existsSync(mark) && readFileSync(mark, 'utf8')).toMatch(/\d\n/);
    const id = Number(readFileSync(mark, 'utf8'));
    stop.abort(new Error('nobody waits'));
    await refused;
    await expect.poll(() => existsSync(`/proc/${id}`)).toBe(false);
  });

  it('names a program that is not there', async () => {
    const { code, stderr } = await run('no-such-program', [], { tmp });
    expect(code).not.toBe(0);
    expect(stderr).toContain('no-such-program');
  });
});
