/** What a job costs, step by step, on the machine that this runs on: processor, rows and bytes in the database. */
import { spawn } from 'node:child_process';
import { readdirSync, readFileSync, readlinkSync } from 'node:fs';
import {
  encodePlan,
  type ArtworkSummary,
  type Job,
  type PlateBuild,
  type PlateExport,
  type StoredFile,
} from '@kyanos/contract';
import { DEMO_JOBS, type DemoJob } from '@kyanos/demo';
import { programPath } from '@kyanos/intake';
import type pg from 'pg';

export const STEPS = ['upload', 'read', 'plates', 'files', 'save', 'look'] as const;
export type Step = (typeof STEPS)[number];
/** Of one step of one job. */
export interface Cost {
  readonly seconds: number;
  /** Of a processor: who answers, who works with all that it starts, and the database. */
  readonly cpu: { readonly web: number; readonly worker: number; readonly database: number };
  readonly bytes: number;
  readonly rows: number;
}
export interface JobCost {
  readonly name: string;
  readonly pages: number;
  readonly megapixels: number;
  readonly steps: Readonly<Record<Step, Cost>>;
}

/** Saves and looks of a job until it is printed, that one step stands for. */
const TIMES = 10;

/** Hundredths of a second, in which the system counts. */
const TICKS = 100;

interface Process {
  readonly pid: number;
  readonly parent: number;
  readonly own: number;
  readonly ended: number;
}
/** Source: proc(5), /proc/pid/stat: fields 4, 14 to 17; in hundredths of a second on every Linux that we know of. */
function processes(): Process[] {
  return readdirSync('/proc').flatMap((name) => {
    if (!/^\d+$/.test(name)) return [];
    try {
      const stat = readFileSync(`/proc/${name}/stat`, 'utf8');
      const fields = stat
        .slice(stat.lastIndexOf(')') + 2)
        .split(' ')
        .map(Number);
      const [, parent] = fields;
      return [
        {
          pid: Number(name),
          parent,
          own: (fields[11] + fields[12]) / TICKS,
          ended: (fields[13] + fields[14]) / TICKS,
        },
      ];
    } catch {
      return [];
    }
  });
}
/** Seconds of a processor that a process and all below it have had, those that ended too. */
function cpuBelow(pid: number, all = processes()): number {
  const mine = all.find((one) => one.pid === pid);
  if (!mine) return 0;
  const below = all.filter((one) => one.parent === pid);
  return mine.own + mine.ended + below.reduce((sum, one) => sum + cpuBelow(one.pid, all), 0);
}

export async function measure(pool: pg.Pool, url: string): Promise<JobCost[]> {
  const web = spawn(process.execPath, [programPath('main.js'), '--no-demo'], {
    env: { ...process.env, DATABASE_URL: url },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const gone = new Promise((done) => web.once('exit', done));
  try {
    let text = '';
    const base = await new Promise<string>((ready, fail) => {
      web.stdout.on('data', (part: Buffer) => {
        text += part.toString();
        const address = /Kyanos is ready: (\S+)/.exec(text)?.[1];
        if (address) ready(`${address}/api`);
      });
      web.once('exit', () => fail(new Error(text)));
    });
    return await measureAt(base, pool, web.pid!);
  } finally {
    web.kill('SIGTERM');
    await gone;
  }
}

async function measureAt(base: string, pool: pg.Pool, web: number): Promise<JobCost[]> {
  const call = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const bytes = body instanceof Uint8Array;
    const answer = await fetch(base + path, {
      method,
      ...(body !== undefined && {
        body: bytes ? new Uint8Array(body) : JSON.stringify(body),
        headers: { 'Content-Type': bytes ? 'application/octet-stream' : 'application/json' },
      }),
    });
    if (!answer.ok) throw new Error(`${method} ${path}: ${await answer.text()}`);
    return (answer.headers.get('Content-Type') ?? '').startsWith('application/json')
      ? ((await answer.json()) as T)
      : ((await answer.arrayBuffer()) as T);
  };
  const worked = async <T extends { id: string; state: string }>(
    path: string,
    body: unknown,
    at: (id: string) => string,
  ): Promise<T> => {
    let now = await call<T>('POST', path, body);
    while (now.state === 'queued' || now.state === 'running') {
      await new Promise((done) => setTimeout(done, 500));
      now = await call<T>('GET', at(now.id));
    }
    if (now.state !== 'done') throw new Error(`${path}: ${JSON.stringify(now)}`);
    return now;
  };

  const { rows: place } = await pool.query<{ folder: string; one: number }>(
    `select current_setting('data_directory') as folder, pg_backend_pid() as one`,
  );
  const postmaster = processes().find(({ pid }) => pid === place[0].one)?.parent ?? 0;
  if (readlinkSync(`/proc/${postmaster}/cwd`) !== place[0].folder)
    throw new Error('The database runs on another machine: its processor can’t be measured.');
  const { rows: tables } = await pool.query<{ name: string }>(
    `select tablename as name from pg_tables where schemaname = 'public'`,
  );
  const counting = tables.map(({ name }) => `(select count(*) from "${name}")`).join(' + ');
  const worker = () => processes().find(({ parent }) => parent === web)?.pid ?? 0;

  const now = async () => {
    const { rows } = await pool.query<{ rows: string; bytes: string }>(
      `select ${counting} as rows, pg_database_size(current_database()) as bytes`,
    );
    const all = processes();
    const below = cpuBelow(worker(), all);
    return {
      at: performance.now() / 1000,
      worker: below,
      web: cpuBelow(web, all) - below,
      database: cpuBelow(postmaster, all),
      rows: Number(rows[0].rows),
      bytes: Number(rows[0].bytes),
    };
  };
  async function cost(act: () => Promise<unknown>): Promise<Cost> {
    const before = await now();
    await act();
    const after = await now();
    return {
      seconds: after.at - before.at,
      cpu: {
        web: after.web - before.web,
        worker: after.worker - before.worker,
        database: after.database - before.database,
      },
      bytes: Math.max(0, after.bytes - before.bytes),
      rows: after.rows - before.rows,
    };
  }

  async function ofJob({ plan, draw, fileName, dpi }: DemoJob): Promise<JobCost> {
    const bytes = await draw();
    let file!: StoredFile;
    let artwork!: ArtworkSummary;
    let job!: Job;
    const body = { plan: encodePlan(plan) };
    const upload = await cost(async () => (file = await call('POST', '/files', bytes)));
    const read = await cost(
      async () =>
        (artwork = await worked(
          '/artworks',
          { fileId: file.id, fileName, dpi },
          (id) => `/artworks/${id}`,
        )),
    );
    const plates = await cost(() =>
      worked<PlateBuild>(`/artworks/${artwork.id}/plates`, body, (id) => `/plates/${id}`),
    );
    const files = await cost(() =>
      worked<PlateExport>(`/artworks/${artwork.id}/export`, body, (id) => `/exports/${id}`),
    );
    const save = await cost(async () => {
      job = await call('POST', '/jobs', { ...body, artworkId: artwork.id });
      for (let base = 1; base < TIMES; base++)
        await call('PUT', `/jobs/${job.id}`, { ...body, artworkId: artwork.id, base });
    });
    const look = await cost(async () => {
      for (let i = 0; i < TIMES; i++) {
        await call('GET', '/jobs');
        await call('GET', `/jobs/${job.id}`);
        await call('GET', `/artworks/${artwork.id}/pages/1/preview`);
      }
    });
    const pages = artwork.info?.pages ?? [];
    return {
      name: plan.name,
      pages: pages.length,
      megapixels: pages.reduce((sum, { widthPx, heightPx }) => sum + widthPx * heightPx, 0) / 1e6,
      steps: { upload, read, plates, files, save, look },
    };
  }
  const jobs: JobCost[] = [];
  // The first one warms up what starts once, and does not count.
  await ofJob({ ...DEMO_JOBS[0], dpi: DEMO_JOBS[0].dpi - 1 });
  for (const job of DEMO_JOBS) jobs.push(await ofJob(job));
  return jobs;
}
