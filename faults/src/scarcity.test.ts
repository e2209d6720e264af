/** When something runs out or is away: a sentence, recovery by itself, and nothing of what was acknowledged is lost. */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { encodePlan, type ArtworkSummary, type Job, type Problem } from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import pg from 'pg';
import sharp from 'sharp';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { PACE_S, seconds } from './amounts.ts';
import { Installation } from './installation.ts';

const { plan, draw } = DEMO_JOBS.find(({ id }) => id === 'orchard-label')!;

const mount = (folder: string) =>
  spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=300m,mode=755', 'kyanos', folder]).status === 0;
/** A disk of its own needs root, and a machine that lets root have one. */
const CAN_MOUNT = (() => {
  const folder = mkdtempSync(join(tmpdir(), 'kyanos-disk-'));
  const can = mount(folder);
  if (can) execFileSync('umount', [folder]);
  rmSync(folder, { recursive: true });
  return can;
})();

let shop: Installation;

/** Saves a job until told to stop, and keeps what was said yes to and what was refused. */
function saving(): {
  readonly saved: string[];
  readonly refused: Set<string>;
  end(): Promise<void>;
} {
  const saved: string[] = [];
  const refused = new Set<string>();
  let stopped = false;
  const work = async () => {
    let job = await shop.client.post<Job>('/jobs', { plan: encodePlan(plan), artworkId: null });
    for (let turn = 0; !stopped; turn++) {
      const name = `Save ${turn}`;
      const body = { base: job.version, artworkId: null, plan: encodePlan({ ...plan, name }) };
      const key = { 'Idempotency-Key': `${job.id}-${turn}` };
      for (;;) {
        const answer = await shop.client
          .ask<Job & Problem>('PUT', `/jobs/${job.id}`, { body, headers: key })
          .catch(() => undefined);
        if (answer?.status === 200) {
          job = answer.body;
          break;
        }
        if (answer) refused.add(answer.body.code);
        await seconds(0.1);
      }
      saved.push(name);
      await seconds(PACE_S);
    }
    const rows = await shop.query<{ name: string }>(
      `select plan ->> 'name' as name from job_version where job_id = $1 and version > 1 order by version`,
      [job.id],
    );
    expect(rows.map(({ name }) => name)).toEqual(saved);
  };
  const working = work();
  return {
    saved,
    refused,
    end: () => {
      stopped = true;
      return working;
    },
  };
}

/** What may be said of a server whose database is away or has no room. */
const SENTENCES = ['DATABASE_GONE', 'DISK_FULL', 'TOO_BUSY'];

describe('an installation that something befalls, and then something else', () => {
  beforeAll(async () => {
    shop = await Installation.start();
  });
  afterAll(() => shop.remove());

  it('goes on by itself when its database is stopped and started again', async () => {
    const work = saving();
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGQUIT'] as const) {
      await expect.poll(() => work.saved.length).toBeGreaterThan(3);
      const before = work.saved.length;
      process.kill(shop.pids('postgres')[0], signal);
      // The second asks politely, and waits for those who are connected: they stay.
      if (signal === 'SIGTERM') process.kill(shop.pids('postgres')[0], 'SIGINT');
      await expect.poll(() => work.saved.length).toBeGreaterThan(before + 5);
    }
    await work.end();
    expect([...work.refused].filter((code) => !SENTENCES.includes(code))).toEqual([]);
    expect(shop.running).toBe(true);
  });

  it('says that it is busy while others have every connection, and goes on when they leave', async () => {
    const [{ most }] = await shop.query<{ most: string }>(
      `select current_setting('max_connections') as most`,
    );
    const held: pg.Client[] = [];
    for (let i = 0; i < Number(most); i++) {
      const client = new pg.Client({ connectionString: shop.databaseUrl });
      client.on('error', () => undefined);
      const joined = await client.connect().then(
        () => true,
        () => false,
      );
      if (!joined) break;
      held.push(client);
    }
    expect(held.length).toBeGreaterThan(50);
    const all = await Promise.all(
      Array.from({ length: 60 }, () => shop.client.ask<Problem>('GET', '/jobs')),
    );
    const codes = new Set(all.filter(({ status }) => status !== 200).map(({ body }) => body.code));
    expect([...codes].filter((code) => !SENTENCES.includes(code))).toEqual([]);
    expect(shop.running).toBe(true);
    await Promise.all(held.map((one) => one.end()));
    await shop.recovered();
    const after = await Promise.all(
      Array.from({ length: 60 }, () => shop.client.ask('GET', '/jobs')),
    );
    expect(after.map(({ status }) => status)).toEqual(Array(60).fill(200));
  });

  it('takes over the work of a worker that died before the clock was set back by a day', async () => {
    const file = await shop.client.upload(await draw());
    const asked = await shop.client.post<ArtworkSummary>('/artworks', {
      fileId: file.id,
      fileName: 'art.pdf',
      dpi: 300,
    });
    const now = () => shop.client.get<ArtworkSummary>(`/artworks/${asked.id}`);
    await expect.poll(async () => (await now()).state, { interval: 20 }).toBe('running');
    shop.kill('worker', () => 0);
    // What the database wrote a moment ago was written tomorrow, as its clock says now.
    await shop.query(
      `update artwork set lease_until = lease_until + interval '1 day', touched_at = touched_at + interval '1 day'`,
    );
    await expect.poll(async () => (await now()).state).toBe('done');
    // The other way round: work that waits is older than it is.
    const later = await shop.client.post<ArtworkSummary>('/artworks', {
      fileId: file.id,
      fileName: 'art.pdf',
      dpi: 90,
    });
    await shop.query(
      `update artwork set lease_until = lease_until - interval '1 day', touched_at = touched_at - interval '1 day' where state <> 'done'`,
    );
    await expect
      .poll(async () => (await shop.client.get<ArtworkSummary>(`/artworks/${later.id}`)).state)
      .toBe('done');
  });
});

describe('an installation that is short of room', () => {
  afterEach(() => shop.remove());

  it('reads what it has the memory for, says of the rest that it has not, and goes on', async () => {
    const MEMORY = 900 * 1024 * 1024;
    shop = await Installation.start({ dataLimit: MEMORY });
    // All of a progressive JPEG has to be kept until its last pass has come.
    const side = 16_000;
    const large = await sharp({
      create: { width: side, height: side, channels: 3, background: '#e2763c' },
    })
      .jpeg({ progressive: true })
      .toBuffer();
    const ask = async (bytes: Uint8Array, dpi: number) => {
      const { id } = await shop.client.upload(bytes);
      let now = await shop.client.post<ArtworkSummary>('/artworks', {
        fileId: id,
        fileName: 'art',
        dpi,
      });
      while (now.state === 'queued' || now.state === 'running') {
        await seconds(0.3);
        now = await shop.client.get<ArtworkSummary>(`/artworks/${now.id}`);
      }
      return now;
    };
    const [first, second] = await Promise.all([ask(large, 300), ask(await draw(), 60)]);
    expect(first).toMatchObject({ state: 'failed', problem: { code: 'READING_TOO_LARGE' } });
    expect(second.state).toBe('done');
    expect(shop.running).toBe(true);
    expect(shop.client.surprises).toEqual([]);
  });

  it.skipIf(!CAN_MOUNT)(
    'says that the disk is full, loses nothing, and goes on when there is room again',
    async () => {
      const disk = mkdtempSync(join(tmpdir(), 'kyanos-disk-'));
      expect(mount(disk)).toBe(true);
      try {
        const data = join(disk, 'data');
        execFileSync('mkdir', [data]);
        shop = await Installation.start({ data, env: { KYANOS_FREE_MB: '10' } });
        const work = saving();
        const bytes = await draw();
        const first = await shop.client.upload(bytes);
        const artwork = await shop.client.rip(first.id, 60);
        await expect.poll(() => work.saved.length).toBeGreaterThan(3);
        for (let round = 0; round < 2; round++) {
          // Somebody else's files, until nothing goes any more.
          const ballast = join(disk, 'ballast');
          const { bavail, bsize } = statfsSync(disk);
          writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - 3_000_000)));
          work.refused.clear();
          await expect
            .poll(
              async () => {
                const flood = Buffer.concat([
                  bytes,
                  Buffer.alloc(2_000_000, `${round}${Math.random()}`),
                ]);
                const answer = await shop.client
                  .ask<Problem>('POST', '/files', { bytes: flood })
                  .catch(() => undefined);
                return answer && answer.status >= 400 ? answer.body.code : undefined;
              },
              { interval: 100 },
            )
            .toBeOneOf(SENTENCES);
          await seconds(3);
          rmSync(ballast);
          await shop.recovered();
          const before = work.saved.length;
          await expect.poll(() => work.saved.length).toBeGreaterThan(before + 5);
          expect([...work.refused].filter((code) => !SENTENCES.includes(code))).toEqual([]);
        }
        expect((await shop.client.get<ArtworkSummary>(`/artworks/${artwork.id}`)).state).toBe(
          'done',
        );
        await work.end();
        expect(shop.client.surprises.filter((one) => !one.includes('DISK_FULL'))).toEqual([]);
        await shop.end();
        expect(shop.leftFiles()).toEqual([]);
      } finally {
        await shop.end();
        execFileSync('umount', [disk]);
        rmSync(disk, { recursive: true });
      }
    },
  );
});
