// @vitest-environment happy-dom
import type { ArtworkId, PlateBuild } from '@kyanos/contract';
import type { ArtworkInfo, Measures, PrintPlan } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, shallowRef, type EffectScope } from 'vue';
import type { Subject } from './usePlates.ts';

/** Measures that say what they were made of. */
const measuresOf = (coverage: number): Measures =>
  ({ plates: [{ key: 'W', coverage }], pictures: {} }) as unknown as Measures;
const screen = { asked: [] as PrintPlan[], coverage: 0.5 };
vi.mock('../look/worker.ts', () => ({
  lookWorker: () => ({
    measure: async ({ plan }: Subject) => {
      screen.asked.push(plan);
      return measuresOf(screen.coverage);
    },
  }),
}));
const server = {
  built: [] as PrintPlan[],
  cancelled: [] as number[],
  states: [] as PlateBuild['state'][],
  refuses: false,
};
vi.mock('../shared/api.ts', async (original) => {
  const api = await original<typeof import('../shared/api.ts')>();
  const answer = (): PlateBuild => {
    const state = server.states.shift() ?? 'done';
    return {
      id: `build-${server.built.length}`,
      attempt: server.built.length,
      state,
      progress: 0,
      measures: state === 'done' ? measuresOf(0.4) : null,
    } as unknown as PlateBuild;
  };
  return {
    ...api,
    call: async (_endpoint: unknown, { body }: { body?: Record<string, unknown> }) => {
      if (server.refuses)
        throw new api.Refused({ code: 'REQUEST_INVALID', message: 'Too much.' }, 422);
      if (body && 'plan' in body) server.built.push(body.plan as PrintPlan);
      if (body && 'attempt' in body) server.cancelled.push(body.attempt as number);
      return answer();
    },
  };
});
const { usePlates } = await import('./usePlates.ts');

const { plan: DEMO } = DEMO_JOBS.find(({ id }) => id === 'cafe-window')!;
const INFO = { pages: [] } as unknown as ArtworkInfo;
const subjectOf = (plan: PrintPlan): Subject => ({
  artworkId: 'one' as ArtworkId,
  info: INFO,
  plan,
});

let scope: EffectScope;
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('EventSource', undefined);
  scope = effectScope();
  Object.assign(screen, { asked: [], coverage: 0.5 });
  Object.assign(server, { built: [], cancelled: [], states: [], refuses: false });
});
afterEach(() => {
  scope.stop();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});
const rest = (ms = 0) => vi.advanceTimersByTimeAsync(ms);
async function open(plan = DEMO) {
  const subject = shallowRef<Subject | undefined>(subjectOf(plan));
  const plates = scope.run(() => usePlates(subject))!;
  await rest();
  return { subject, plates };
}
const coverage = ({ measures }: ReturnType<typeof usePlates>) => measures.value?.plates[0].coverage;

describe('the plates of the open job', () => {
  it('are measured on the screen at once, and at full size once nothing has changed for a moment', async () => {
    const { plates } = await open();
    expect([coverage(plates), plates.fullSize.value]).toEqual([0.5, false]);
    await rest(800);
    expect(server.built).toHaveLength(0);
    await rest(200);
    expect([coverage(plates), plates.fullSize.value, plates.building.value]).toEqual([
      0.4,
      true,
      false,
    ]);
    expect(plates.screenMeasure('W')!.coverage).toBe(0.5);
    expect(plates.screenMeasure('nobody')).toBeUndefined();
  });

  it('are not built anew for a change that they don’t depend on, and are for one that they do', async () => {
    const { subject, plates } = await open();
    await rest(1000);
    subject.value = subjectOf({ ...DEMO, name: 'Another name' });
    await rest(2000);
    expect([screen.asked.length, server.built.length, coverage(plates)]).toEqual([1, 1, 0.4]);
    screen.coverage = 0.7;
    const page = DEMO.artwork.page + 1;
    subject.value = subjectOf({ ...DEMO, artwork: { ...DEMO.artwork, page } });
    await rest();
    // What was built is of other plates: the screen picture says more of these.
    expect([coverage(plates), plates.fullSize.value]).toEqual([0.7, false]);
    await rest(1000);
    expect([server.built.length, coverage(plates)]).toEqual([2, 0.4]);
  });

  it('are not built at every step of a slider', async () => {
    const { subject } = await open();
    for (let page = 2; page < 12; page++) {
      subject.value = subjectOf({ ...DEMO, artwork: { ...DEMO.artwork, page } });
      await rest(300);
    }
    expect(server.built).toHaveLength(0);
    await rest(1000);
    expect(server.built.map(({ artwork: { page } }) => page)).toEqual([11]);
  });

  it('can be left at what the screen says, and stay that where the server refuses to build them', async () => {
    server.states = ['running', 'running', 'cancelled'];
    const { plates } = await open();
    await rest(950);
    expect(plates.building.value).toBe(true);
    await plates.cancelBuild();
    expect(server.cancelled).toEqual([1]);
    scope.stop();
    scope = effectScope();
    server.refuses = true;
    const refused = (await open()).plates;
    await rest(2000);
    expect([coverage(refused), refused.fullSize.value, refused.build.value]).toEqual([
      0.5,
      false,
      undefined,
    ]);
  });
});
