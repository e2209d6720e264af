/** A server with a database of its own and one worker, as tests call it. */
import { fork, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { encodePlan, type ArtworkSummary, type Job, type StoredFile } from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import pino from 'pino';
import { afterAll, beforeAll, expect } from 'vitest';
import { makeApp } from '../src/app.ts';
import { WorkEvents } from '../src/events/workEvents.ts';
import { endAside } from '../src/aside/aside.ts';
import { AT_THIS_COMPUTER, type Door } from '../src/people/door.ts';
import { openQueue, type Queue } from '../src/queue.ts';
import { prepareShop } from '../src/shop/demo.ts';
import { testDatabase, type TestDatabase } from './database.ts';

export const BUNDLED_WORKER = new URL('../../.cache/programs/worker.js', import.meta.url);

export class Served {
  /** How people are let in. */
  readonly door: Door;

  /** Of an earlier installation, where it is there before the start. */
  database!: TestDatabase;
  queue!: Queue;
  events!: WorkEvents;
  server!: Server;
  worker!: ChildProcess;
  base!: string;
  tmp!: string;

  constructor(door: Door = AT_THIS_COMPUTER) {
    this.door = door;
  }

  /** @param work false without a worker, which is to be started once there is work */
  async start({ work = true } = {}): Promise<void> {
    this.database ??= await testDatabase();
    const { pool } = this.database;
    await prepareShop(pool);
    this.queue = await openQueue(pool);
    await this.queue.migrate();
    this.events = new WorkEvents(pool);
    const log = pino({ level: 'silent' });
    this.server = createServer(
      await makeApp(pool, this.queue, log, undefined, this.events, this.door),
    );
    await new Promise<void>((done) => this.server.listen(0, '127.0.0.1', done));
    this.base = `http://127.0.0.1:${(this.server.address() as { port: number }).port}/api`;
    this.tmp = mkdtempSync(join(tmpdir(), 'server-test-'));
    // Files are read by nobody where root runs the tests.
    chmodSync(this.tmp, 0o755);
    if (work) this.worker = await this.startWorker();
  }

  /** One more worker, once it takes work. */
  async startWorker(): Promise<ChildProcess> {
    const worker = fork(BUNDLED_WORKER, {
      env: { ...process.env, DATABASE_URL: this.database.url, TMPDIR: this.tmp },
      execArgv: [],
    });
    await new Promise((done) => worker.once('message', done));
    return worker;
  }

  /** Ends the worker, in order or not, and starts another. */
  async replaceWorker(signal: 'SIGTERM' | 'SIGKILL'): Promise<void> {
    this.worker.kill(signal);
    await new Promise((done) => this.worker.once('exit', done));
    this.worker = await this.startWorker();
  }

  async stop(): Promise<void> {
    if (this.worker) {
      this.worker.kill('SIGTERM');
      await new Promise((done) => this.worker.once('exit', done));
    }
    expect(readdirSync(this.tmp)).toEqual([]);
    rmSync(this.tmp, { recursive: true });
    this.server.closeAllConnections();
    this.server.close();
    this.events.end();
    await endAside();
    await this.queue.release();
    await this.database.drop();
  }

  async call<T>(
    method: string,
    path: string,
    body?: unknown,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<{ status: number; body: T }> {
    const response = await fetch(this.base + path, {
      method,
      headers: {
        ...headers,
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const text = await response.text();
    return { status: response.status, body: (text ? JSON.parse(text) : undefined) as T };
  }

  async upload(bytes: Uint8Array): Promise<{ status: number; body: StoredFile }> {
    const response = await fetch(`${this.base}/files`, {
      method: 'POST',
      body: new Uint8Array(bytes),
    });
    return { status: response.status, body: (await response.json()) as StoredFile };
  }

  async until<T extends { state: string }>(path: string): Promise<T> {
    for (;;) {
      const { body } = await this.call<T>('GET', path);
      if (body.state !== 'queued' && body.state !== 'running') return body;
      await new Promise((done) => setTimeout(done, 100));
    }
  }

  async rip(fileId: string, dpi = 100, fileName = 'art.pdf'): Promise<ArtworkSummary> {
    const wanted = { fileId, fileName, dpi };
    const { body } = await this.call<ArtworkSummary>('POST', '/artworks', wanted);
    return this.until<ArtworkSummary>(`/artworks/${body.id}`);
  }

  async newJob(artworkId: string | null = null, plan = demo('orchard-label').plan): Promise<Job> {
    const wanted = { plan: encodePlan(plan), artworkId };
    return (await this.call<Job>('POST', '/jobs', wanted)).body;
  }
}

export const demo = (id: string) => DEMO_JOBS.find((job) => job.id === id)!;

/** Runs for the tests of one file. */
export function useServer(door?: Door): Served {
  const served = new Served(door);
  beforeAll(() => served.start());
  afterAll(() => served.stop());
  return served;
}
