/** What a server shows those who watch over it: Prometheus' text format (prometheus.io, exposition formats). */
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import type { RequestHandler } from 'express';
import type pg from 'pg';
import { workWaiting } from '../queue.ts';
import { workersSeen } from './workers.ts';

/** Seconds; around what a person notices. */
const BUCKETS = [0.005, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 20];

export class Metrics {
  readonly #registry = new Registry();
  readonly #seconds: Histogram<'method' | 'route' | 'status'>;

  constructor(pool: pg.Pool) {
    const registers = [this.#registry];
    collectDefaultMetrics({ register: this.#registry });
    this.#seconds = new Histogram({
      name: 'kyanos_request_seconds',
      help: 'Time from a request to the end of its answer',
      labelNames: ['method', 'route', 'status'],
      buckets: BUCKETS,
      registers,
    });
    new Gauge({
      name: 'kyanos_work',
      help: 'Pieces of long work, by kind and state',
      labelNames: ['task', 'state'],
      registers,
      async collect() {
        this.reset();
        for (const { task, state, n } of await workWaiting(pool)) this.set({ task, state }, n);
      },
    });
    new Gauge({
      name: 'kyanos_workers',
      help: 'Workers that announced themselves within the last ten seconds',
      registers,
      async collect() {
        this.set((await workersSeen(pool)).length);
      },
    });
    new Gauge({
      name: 'kyanos_database_bytes',
      help: 'Size of the database',
      registers,
      async collect() {
        const { rows } = await pool.query<{ size: string }>(
          'select pg_database_size(current_database()) as size',
        );
        this.set(Number(rows[0].size));
      },
    });
    new Gauge({
      name: 'kyanos_database_connections',
      help: 'Connections of this process to the database',
      labelNames: ['state'],
      registers,
      collect() {
        this.set({ state: 'idle' }, pool.idleCount);
        this.set({ state: 'busy' }, pool.totalCount - pool.idleCount);
        this.set({ state: 'waited for' }, pool.waitingCount);
      },
    });
  }

  /** Times requests by the route that answered them, never by their address: ids would make a series each. */
  readonly timing: RequestHandler = (req, res, next) => {
    const end = this.#seconds.startTimer();
    res.once('finish', () => {
      const path = (req.route as { path?: string } | undefined)?.path ?? 'other';
      end({ method: req.method, route: req.baseUrl + path, status: res.statusCode });
    });
    next();
  };

  get type(): string {
    return this.#registry.contentType;
  }
  text(): Promise<string> {
    return this.#registry.metrics();
  }
}
