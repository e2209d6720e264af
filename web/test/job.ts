/** A job that is open in the browser, without a server or a worker: the screens of a job show it. */
import { API, type ArtworkSummary, type Job } from '@kyanos/contract';
import { plateSpecs, type ArtworkInfo, type Measures, type PrintPlan } from '@kyanos/core';
import { DEMO_JOBS, SHOP } from '@kyanos/demo';
import { expose } from 'comlink';
import { createPinia, setActivePinia } from 'pinia';
import { vi } from 'vitest';
import { artwork, measures as measuresOf } from '../../core/test/shop.ts';
import { useJob } from '../src/job/useJob.ts';
import type { LookWorker } from '../src/look/look.worker.ts';
import { serve, type Server } from './server.ts';

/** What the worker beside the page answers, at once or later; what is not said here it never does. */
export const worker: {
  [Name in keyof LookWorker]?: (
    ...asked: Parameters<LookWorker[Name]>
  ) => ReturnType<LookWorker[Name]> | Promise<Awaited<ReturnType<LookWorker[Name]>>>;
} = {};
const NEVER = () => new Promise<never>(() => undefined);

/** In its place answers {@link worker}, over the same wire. */
class InPlace {
  constructor() {
    const { port1, port2 } = new MessageChannel();
    const asked = new Proxy({}, { get: (_, name: keyof LookWorker) => worker[name] ?? NEVER });
    expose(asked, port2);
    for (const port of [port1, port2] as { unref?: () => void }[]) port.unref?.();
    return port1 as unknown as InPlace;
  }
}

export interface OpenJob {
  readonly job: ReturnType<typeof useJob>;
  readonly server: Server;
}

/** Half of each plate is inked, if nothing else is said. */
export const halfInked = ({ stack }: PrintPlan): Measures =>
  measuresOf(...plateSpecs(stack).map(({ key }) => ({ key, coverage: 0.5, areaMm2: 10_000 })));

let opened = 0;
const id = (n: number) => `5f1c0d5e-52a7-4c0e-9a55-0000${String(opened).padStart(4, '0')}000${n}`;

/**
 * Opens a job of the demo, 200 × 100 mm, until the test ends.
 *
 * @param change what is different in its plan
 */
export async function openJob(
  name: string,
  change: Partial<PrintPlan> = {},
  info: ArtworkInfo = artwork({ Cyan: 0.4, Black: 0.1 }),
): Promise<OpenJob> {
  // Another job each time: what was typed into the last one is kept for it.
  opened++;
  vi.stubGlobal('Worker', InPlace);
  vi.stubGlobal('EventSource', undefined);
  const server = serve();
  const demo = DEMO_JOBS.find((one) => one.id === name)!;
  let plan: PrintPlan = { ...demo.plan, ...change };
  let version = 1;
  const job = () =>
    ({
      id: id(1),
      version,
      savedAt: '2026-11-30T08:00:00Z',
      savedBy: 'Ada',
      artworkId: id(2),
      fileName: 'window.pdf',
      exercise: null,
      practice: false,
      plan,
    }) as unknown as Job;
  const work = { attempt: 1, progress: 1, problem: null, state: 'done' as const };
  const measures = halfInked(plan);
  worker.measure = async ({ plan: now }) => halfInked(now);
  server.on(API.getShop, () => SHOP);
  server.on(API.getJob, job);
  server.on(API.saveJob, ({ body }) => {
    plan = API.saveJob.body!.parse(body).plan as PrintPlan;
    version++;
    return job();
  });
  server.on(
    API.getArtwork,
    () =>
      ({
        ...work,
        id: id(2),
        fileId: id(3),
        fileName: 'window.pdf',
        bytes: 1,
        dpi: 25.4,
        scale: 1,
        info,
        firstLook: false,
      }) as unknown as ArtworkSummary,
  );
  server.on(API.buildPlates, () => ({ ...work, id: id(4), measures }) as never);
  server.on(API.getPlates, () => ({ ...work, id: id(4), measures }) as never);
  server.on(API.listJobs, () => ({ total: 0, jobs: [] }));
  server.on(
    API.getJobStock,
    () => ({ need: null, reason: '', lots: [], reserved: [], drawn: [] }) as never,
  );
  server.on(API.getMachineState, () => ({ leftMl: {} }) as never);
  setActivePinia(createPinia());
  const store = useJob();
  await store.open(id(1));
  await vi.waitFor(() => {
    if (!store.shown) throw new Error(`No result: ${store.problem?.message ?? 'still waiting'}`);
  });
  return { job: store, server };
}
