import { encodePlan, type Job, type JobId } from '@kyanos/contract';
import type { PrintPlan } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, ref, shallowRef, type EffectScope } from 'vue';
import { useSaving } from './useSaving.ts';

const ID = '5f1c0d5e-52a7-4c0e-9a55-0d1f8a5b0c11' as JobId;
const [{ plan: PLAN }] = DEMO_JOBS;
const named = (name: string): PrintPlan => ({ ...PLAN, name });

interface Sent {
  readonly method: string;
  readonly key: string;
  readonly body: { readonly base: number; readonly plan: { readonly name: string } };
}
const onWire = (plan: PrintPlan, version: number) => ({
  id: ID,
  version,
  savedAt: '2026-11-27T10:00:00.000Z',
  savedBy: 'Ben',
  artworkId: null,
  fileName: null,
  exercise: null,
  practice: false,
  plan: encodePlan(plan),
});

/** A server that answers as it is told, and what was sent to it. */
function serve(answer: (sent: Sent, count: number) => { status: number; body: unknown } | 'away') {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', async (_path: string, { method, headers, body }: RequestInit) => {
    const key = (headers as Record<string, string>)['Idempotency-Key'];
    const one = {
      method: method!,
      key,
      body: body ? JSON.parse(body as string) : undefined,
    } as Sent;
    sent.push(one);
    const answered = answer(one, sent.length);
    if (answered === 'away') throw new TypeError('Failed to fetch');
    return new Response(JSON.stringify(answered.body), { status: answered.status });
  });
  return sent;
}
const saves = (sent: Sent) =>
  ({ status: 200, body: onWire(named(sent.body.plan.name), sent.body.base + 1) }) as const;

let scope: EffectScope;
let store: Map<string, string>;
beforeEach(() => {
  vi.useFakeTimers();
  store = new Map();
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal('localStorage', {
    getItem: (name: string) => store.get(name) ?? null,
    setItem: (name: string, value: string) => void store.set(name, value),
    removeItem: (name: string) => void store.delete(name),
  });
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

function open(plan = named('As it was'), version = 1) {
  const job = {
    id: ref<JobId | undefined>(ID),
    version: ref(version),
    plan: shallowRef<PrintPlan | undefined>(plan),
    artworkId: ref(null),
    fileName: ref(null),
    problem: shallowRef(),
  };
  const taken: Job[] = [];
  const saving = scope.run(() => useSaving(job, (other) => taken.push(other)))!;
  const change = (name: string) => {
    job.plan.value = named(name);
    saving.schedule();
  };
  return { job, saving, change, taken };
}
const settle = (ms = 5000) => vi.advanceTimersByTimeAsync(ms);

describe('the open job', () => {
  it('is saved once after a run of changes, as the last of them, on the version it was made on', async () => {
    const sent = serve(saves);
    const { job, saving, change } = open();
    for (const name of ['A', 'B', 'C']) {
      change(name);
      await vi.advanceTimersByTimeAsync(60);
    }
    expect(saving.saveState.value).toBe('saving');
    await settle();
    expect(sent.map(({ body }) => [body.base, body.plan.name])).toEqual([[1, 'C']]);
    expect([saving.saveState.value, job.version.value, store.size]).toEqual(['saved', 2, 0]);
  });

  it('is kept in the browser while the server is away, and sent again as it was, by the same name', async () => {
    const sent = serve((one, count) => (count < 3 ? 'away' : saves(one)));
    const { saving, change } = open();
    change('A');
    await settle(600);
    expect([saving.saveState.value, store.size]).toEqual(['waiting', 1]);
    await settle(20_000);
    expect(new Set(sent.map(({ key }) => key)).size).toBe(1);
    expect([saving.saveState.value, store.size]).toEqual(['saved', 0]);
  });

  it('shows what somebody else saved meanwhile, and takes theirs or puts mine on top', async () => {
    const theirs = onWire(named('Theirs'), 2);
    const sent = serve((one) =>
      one.method === 'GET'
        ? { status: 200, body: theirs }
        : one.body.base === 1
          ? { status: 409, body: { code: 'JOB_CONFLICT', message: 'Somebody saved.' } }
          : saves(one),
    );
    const { job, saving, change, taken } = open();
    change('Mine');
    await settle();
    expect(saving.saveState.value).toBe('conflict');
    expect(saving.theirs.value?.plan.name).toBe('Theirs');
    change('Mine still');
    await settle();
    expect(sent.filter(({ method }) => method === 'PUT')).toHaveLength(1);
    saving.settle('mine');
    await settle();
    expect(sent.at(-1)!.body).toMatchObject({ base: 2, plan: { name: 'Mine still' } });
    expect([saving.saveState.value, job.version.value]).toEqual(['saved', 3]);
    saving.theirs.value = { ...theirs, plan: named('Theirs') } as unknown as Job;
    saving.settle('theirs');
    expect(taken.map(({ plan }) => plan.name)).toEqual(['Theirs']);
  });

  it('takes up what was kept when the page went away, even where the answer to a save was lost', async () => {
    const sent = serve(saves);
    const draft = (name: string, base: number, sentName?: string) => {
      const content = (plan: string) => ({
        base,
        plan: encodePlan(named(plan)),
        artworkId: null,
      });
      store.set(
        `kyanos-draft-${ID}`,
        JSON.stringify({ ...content(name), ...(sentName && { sent: content(sentName) }) }),
      );
    };
    const restored = (name: string, version: number) => {
      const one = open(named(name), version);
      one.saving.restoreDraft({
        ...onWire(named(name), version),
        plan: named(name),
      } as unknown as Job);
      return one;
    };
    draft('Typed', 1);
    const first = restored('As it was', 1);
    expect(first.job.plan.value?.name).toBe('Typed');
    await settle();
    expect(sent.at(-1)!.body.plan.name).toBe('Typed');
    // Version 2 is our own: it was sent on 1, and nobody heard the answer.
    draft('Typed on', 1, 'Sent');
    expect(restored('Sent', 2).saving.saveState.value).toBe('saving');
    draft('Typed on', 1);
    expect(restored('Somebody’s', 2).saving.saveState.value).toBe('conflict');
    store.set(
      `kyanos-draft-${ID}`,
      JSON.stringify({ base: 1, plan: { format: 3 }, artworkId: null }),
    );
    expect(restored('As it was', 1).job.plan.value?.name).toBe('As it was');
    expect(store.size).toBe(0);
  });

  it('goes out with the page', async () => {
    const sent = serve(saves);
    const { change } = open();
    change('Last words');
    window.dispatchEvent(new Event('pagehide'));
    await settle(10);
    expect(sent.map(({ body }) => body.plan.name)).toEqual(['Last words']);
  });
});
