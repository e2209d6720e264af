// @vitest-environment happy-dom
import { parseStack, plateSpecs, type PrintPlan, type Source } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, type EffectScope, reactive, ref, shallowRef } from 'vue';
import { coverageRamp } from '../shared/colour.ts';

const { plan: DEMO } = DEMO_JOBS.find(({ id }) => id === 'cafe-window')!;
interface Asked {
  readonly what: string;
  readonly key?: string;
  readonly plan: PrintPlan;
  done(): void;
}
const asked: Asked[] = [];
const worker = vi.hoisted(() => ({ current: {} as Record<string, unknown> }));
vi.mock('../look/worker.ts', () => ({ lookWorker: () => worker.current }));
const job = reactive({ subject: undefined as { readonly plan: PrintPlan } | undefined });
vi.mock('../job/useJob.ts', () => ({ useJob: () => job }));
const { usePlatePictures } = await import('./usePlatePictures.ts');

const STACK = parseStack('film | W@image(choke 0.3) / CMYK');
const [SPEC] = plateSpecs(STACK);
const CLEANED = { kind: 'cleaned' } as unknown as Extract<Source, { kind: 'cleaned' }>;

const scopes: EffectScope[] = [];
afterEach(() => {
  for (const scope of scopes.splice(0)) scope.stop();
});
beforeEach(() => {
  asked.length = 0;
  const answer = (what: string, plan: PrintPlan, key?: string) =>
    new Promise((resolve) => {
      asked.push({ what, plan, ...(key && { key }), done: () => resolve({ what, key }) });
    });
  worker.current = {
    plateMap: ({ plan }: { plan: PrintPlan }, key: string) => answer('plate', plan, key),
    cleanerMap: ({ plan }: { plan: PrintPlan }) => answer('cleaner', plan),
  };
  job.subject = { plan: { ...DEMO, stack: STACK } };
});

async function answered() {
  for (let i = 0; i < 4; i++) {
    asked.at(-1)?.done();
    await nextTick();
    await Promise.resolve();
  }
}
function pictures(look: 'plate' | 'wipe' | 'cleaner', cleaned: typeof CLEANED | undefined) {
  const wanted = ref(look);
  const key = shallowRef(SPEC.key);
  const plate = () => ({ ...SPEC, part: STACK.front[0].parts[0], key: key.value });
  const scope = effectScope();
  scopes.push(scope);
  const shown = scope.run(() =>
    usePlatePictures(plate as never, wanted, ref(cleaned) as never, coverageRamp()),
  )!;
  return { wanted, key, shown };
}

describe('the pictures of a plate', () => {
  it('are drawn at once, and anew for another plate', async () => {
    const { key, shown } = pictures('plate', undefined);
    expect(asked.map(({ what, key }) => [what, key])).toEqual([['plate', SPEC.key]]);
    await answered();
    expect(shown.picture.value).toMatchObject({ key: SPEC.key });
    key.value = 'another';
    await nextTick();
    await answered();
    expect(shown.picture.value).toMatchObject({ key: 'another' });
  });

  it('come with the plate before its steps where they are wiped', async () => {
    const { shown } = pictures('wipe', undefined);
    await answered();
    const [own, bare] = asked;
    expect(bare.plan.stack.front[0].parts[0].rule!.steps).toEqual([]);
    expect(own.plan.stack).toEqual(STACK);
    expect(bare.key).not.toBe(own.key);
    expect(shown.before.value).toMatchObject({ key: bare.key });
  });

  it('come with what the cleaner decided, where there is one', async () => {
    const { shown } = pictures('cleaner', CLEANED);
    await answered();
    expect(asked.map(({ what }) => what)).toEqual(['plate', 'cleaner']);
    expect(shown.decisions.value).toMatchObject({ what: 'cleaner' });
    asked.length = 0;
    const without = pictures('cleaner', undefined);
    await answered();
    expect(asked.map(({ what }) => what)).toEqual(['plate']);
    expect(without.shown.decisions.value).toBeUndefined();
  });

  it('are not shown once they are stale: of three changes the first and the last are drawn', async () => {
    const { key, shown } = pictures('plate', undefined);
    key.value = 'second';
    await nextTick();
    key.value = 'third';
    await nextTick();
    expect(asked).toHaveLength(1);
    asked[0].done();
    await vi.waitFor(() => expect(asked).toHaveLength(2));
    expect(shown.picture.value).toBeUndefined();
    asked[1].done();
    await vi.waitFor(() => expect(shown.picture.value).toMatchObject({ key: 'third' }));
  });

  it('say why they can’t be drawn', async () => {
    worker.current = { plateMap: () => Promise.reject(new Error('The plate is too large.')) };
    const { shown } = pictures('plate', undefined);
    await vi.waitFor(() => expect(shown.failed.value).toBe('The plate is too large.'));
    expect(shown.busy.value).toBe(false);
  });

  it('wait until the job’s artwork is there', async () => {
    job.subject = undefined;
    pictures('plate', undefined);
    expect(asked).toHaveLength(0);
    job.subject = { plan: { ...DEMO, stack: STACK } };
    await nextTick();
    expect(asked).toHaveLength(1);
  });
});
