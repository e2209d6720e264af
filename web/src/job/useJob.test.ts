// @vitest-environment happy-dom
import { encodePlan, type ArtworkSummary, type JobId } from '@kyanos/contract';
import { parseStack, withDensity, type MachineState, type PrintPlan } from '@kyanos/core';
import { DEMO_JOBS, SHOP } from '@kyanos/demo';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { artwork, measures } from '../../../core/test/shop.ts';
import { useJob } from './useJob.ts';

const SCREEN = measures({ key: 'W:front:image', coverage: 0.5, areaMm2: 10_000 });
vi.mock('../look/worker.ts', () => ({ lookWorker: () => ({ measure: async () => SCREEN }) }));

const uuid = (n: number) => `5f1c0d5e-52a7-4c0e-9a55-00000000000${n}`;
const [JOB, ARTWORK, FILE, BUILD] = [1, 2, 3, 4].map(uuid);
const { plan: DEMO } = DEMO_JOBS.find(({ id }) => id === 'cafe-window')!;
const slot = { ...DEMO.machine, whiteSlot: { minutes: 10 } };
const PLAN: PrintPlan = {
  ...DEMO,
  machine: slot,
  stack: parseStack('film | W@image / CMYK'),
  artwork: { page: 1, rearPage: null, names: {}, overprint: [] },
};

/** A server with one job; what was asked of it, and what can be changed about it. */
function serve() {
  const asked: string[] = [];
  const kept = {
    state: { whiteSlot: 'other', leftMl: {} } as MachineState,
    version: 1,
    plan: encodePlan(PLAN),
    built: 'done' as 'running' | 'done',
    reading: [] as ('queued' | 'running')[],
  };
  const work = { attempt: 1, progress: 1, problem: null };
  const read = (): ArtworkSummary =>
    ({
      id: ARTWORK,
      fileId: FILE,
      fileName: 'window.pdf',
      bytes: 1,
      dpi: 25.4,
      scale: 1,
      ...work,
      state: kept.reading.shift() ?? 'done',
      info: artwork({ Cyan: 0.5 }),
      firstLook: false,
    }) as unknown as ArtworkSummary;
  const job = () => ({
    id: JOB,
    version: kept.version,
    savedAt: '2026-11-27T10:00:00.000Z',
    savedBy: 'Ann',
    artworkId: ARTWORK,
    fileName: 'window.pdf',
    exercise: null,
    practice: false,
    plan: kept.plan,
  });
  const build = () => ({
    id: BUILD,
    ...work,
    state: kept.built,
    measures: kept.built === 'done' ? measures({ ...SCREEN.plates[0], coverage: 0.4 }) : null,
  });
  const answers: Readonly<Record<string, (body: never) => unknown>> = {
    'GET /shop': () => SHOP,
    [`GET /jobs/${JOB}`]: job,
    [`PUT /jobs/${JOB}`]: ({ plan }: { plan: typeof kept.plan }) => {
      kept.version++;
      kept.plan = plan;
      return job();
    },
    [`GET /artworks/${ARTWORK}`]: read,
    [`POST /artworks/${ARTWORK}/plates`]: build,
    [`GET /plates/${BUILD}`]: build,
    [`POST /plates/${BUILD}/cancel`]: () => ({
      id: BUILD,
      ...work,
      state: 'cancelled',
      measures: null,
    }),
    [`GET /shop/machines/${slot.id}/state`]: () => kept.state,
    [`PUT /shop/machines/${slot.id}/state`]: (body: MachineState) => (kept.state = body),
  };
  vi.stubGlobal('EventSource', undefined);
  vi.stubGlobal('fetch', async (path: string, { method, body }: RequestInit) => {
    const name = `${method} ${path.replace(/^\/api/, '')}`;
    asked.push(name);
    const answer = answers[name.split('?')[0]];
    if (!answer) return new Response('{}', { status: 404 });
    return Response.json(answer((body ? JSON.parse(body as string) : undefined) as never));
  });
  return { asked, kept };
}

const settle = (ms = 3000) => vi.advanceTimersByTimeAsync(ms);
async function opened() {
  const job = useJob();
  await job.open(JOB);
  await settle();
  return job;
}
const white = (density: number) => withDensity(PLAN.stack, 0, 'W', density);

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  setActivePinia(createPinia());
});
afterEach(async () => {
  useJob().close();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('the job that is open', () => {
  it('is worked out from the screen picture at once, and from plates at full size when they are built', async () => {
    const { kept } = serve();
    kept.built = 'running';
    const job = useJob();
    await job.open(JOB);
    await settle(100);
    expect([job.fullSize, job.result?.plates[0].coverage]).toEqual([false, 0.5]);
    kept.built = 'done';
    job.cancelBuild();
    await job.buildAgain();
    await settle(100);
    expect([job.fullSize, job.result?.plates[0].coverage]).toEqual([true, 0.4]);
    expect(job.screenMeasure('W:front:image')?.coverage).toBe(0.5);
  });

  it('waits for artwork that is still being read', async () => {
    const { kept } = serve();
    kept.reading = ['queued', 'running'];
    const job = await opened();
    expect(job.artwork?.state).toBe('done');
    expect(job.result?.work).toBeDefined();
  });

  it('takes a whole drag for one step, for undo and for the ledger alike', async () => {
    serve();
    const job = await opened();
    const stood = job.shown;
    for (const density of [90, 80, 70, 60]) {
      job.update({ stack: white(density) });
      await settle(80);
    }
    expect(job.before).toBe(stood);
    expect(job.shown).not.toBe(stood);
    job.undo();
    await settle(80);
    expect(job.plan?.stack).toEqual(PLAN.stack);
    expect(job.canUndo).toBe(false);
    job.redo();
    expect(job.plan?.stack).toEqual(white(60));
  });

  it('builds plates again only where they change, and gives up those that nobody wants', async () => {
    const { asked, kept } = serve();
    const job = await opened();
    const builds = () => asked.filter((name) => name.endsWith('/plates')).length;
    expect(builds()).toBe(1);
    job.update({ prices: { ...PLAN.prices, minimum: 1 } });
    await settle();
    expect(builds()).toBe(1);
    kept.built = 'running';
    job.update({ stack: parseStack('film | W@image(choke 0.3) / CMYK') });
    await settle(1200);
    job.update({ stack: parseStack('film | W@image(choke 0.4) / CMYK') });
    await settle(1200);
    expect(builds()).toBe(3);
    expect(asked).toContain(`POST /plates/${BUILD}/cancel`);
  });

  it('tells the shop, and no plan, that the white was moved', async () => {
    const { asked, kept } = serve();
    const job = await opened();
    const found = () => job.shown?.findings.find(({ code }) => code === 'WHITE_SLOT');
    const minutes = job.result!.work!.minutes;
    job.repair(found()!.repair!);
    await settle();
    expect(kept.state.whiteSlot).toBe('under');
    expect(found()).toBeUndefined();
    expect(minutes - job.result!.work!.minutes).toBeCloseTo(10);
    expect(asked).not.toContain(`PUT /jobs/${JOB}`);
    // The shelf of its material is told with the state, and what it has reserved is its own.
    expect(asked).toContain(
      `GET /shop/machines/${slot.id}/state?material=${PLAN.material.id}&job=${JOB}`,
    );
  });

  it('says what is wrong where there is no such job', async () => {
    serve();
    const job = useJob();
    await job.open(uuid(9) as JobId);
    expect(job.problem?.code).toBe('ANSWER_UNREADABLE');
  });
});
