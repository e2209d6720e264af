/** What a job costs, step by step, on the machine that this runs on: processor, rows and bytes in the database. */
import { spawn } from 'node:child_process';
import { readlinkSync } from 'node:fs';
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
import { Client } from '../../../faults/src/client.ts';
import { below, processes, type Process } from '../../../faults/src/processes.ts';

export const STEPS = ['upload', 'read', 'plates', 'files', 'save', 'look'] as const;
export type Step = (typeof STEPS)[number];
/** Of one step of one job. */
export interface Cost {
  readonly seconds: number;
  /** Of a processor: who answers, who works with all that it starts, and the database; to hundredths. */
  readonly cpu: { readonly web: number; readonly worker: number; readonly database: number };
  readonly bytes: number;
  readonly rows: number;
}
export type JobCost = Readonly<Record<Step, Cost>>;

/** Saves and looks of a job until it is printed, that one step stands for. */
const TIMES = 10;
/** Time between looks whether long work is done: each costs the server, and a browser hears of it instead. */
const LOOK_EVERY_S = 1;

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
        if (address) ready(address);
      });
      web.once('exit', () => fail(new Error(text)));
    });
    return await measureAt(new Client(base, LOOK_EVERY_S), pool, web.pid!);
  } finally {
    web.kill('SIGTERM');
    await gone;
  }
}

async function measureAt(client: Client, pool: pg.Pool, web: number): Promise<JobCost[]> {
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
  const now = async () => {
    const { rows } = await pool.query<{ rows: string; bytes: string }>(
      `select ${counting} as rows, pg_database_size(current_database()) as bytes`,
    );
    const all = processes();
    const cpu = (list: readonly Process[]) => list.reduce((sum, one) => sum + one.cpu, 0);
    const itself = (pid: number) => all.filter((one) => one.pid === pid);
    return {
      at: performance.now() / 1000,
      web: cpu(itself(web)),
      worker: cpu(below(all, web)),
      database: cpu([...itself(postmaster), ...below(all, postmaster)]),
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
    const upload = await cost(async () => (file = await client.upload(bytes)));
    const read = await cost(async () => (artwork = await client.rip(file.id, dpi, fileName)));
    const at = `/artworks/${artwork.id}`;
    const plates = await cost(() =>
      client.worked<PlateBuild>(`${at}/plates`, body, (id) => `/plates/${id}`),
    );
    const files = await cost(() =>
      client.worked<PlateExport>(`${at}/export`, body, (id) => `/exports/${id}`),
    );
    const content = { ...body, artworkId: artwork.id };
    const save = await cost(async () => {
      job = await client.post('/jobs', content);
      for (let base = 1; base < TIMES; base++)
        await client.insist('PUT', `/jobs/${job.id}`, { body: { ...content, base } });
    });
    const look = await cost(async () => {
      for (let i = 0; i < TIMES; i++)
        for (const path of ['/jobs', `/jobs/${job.id}`, `${at}/pages/1/preview`])
          await client.get(path);
    });
    return { upload, read, plates, files, save, look };
  }
  const jobs: JobCost[] = [];
  // The first one warms up what starts once, and does not count.
  await ofJob({ ...DEMO_JOBS[0], dpi: DEMO_JOBS[0].dpi - 1 });
  for (const job of DEMO_JOBS) jobs.push(await ofJob(job));
  return jobs;
}
