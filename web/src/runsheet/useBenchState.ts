/**
 * What is said of a job at the bench, kept on the server: changes go one after another, so that no answer stands for a later one. A tick
 * is seen at once, and taken back where it is refused.
 */
import { API, type BenchState, type Given, type JobId } from '@kyanos/contract';
import type { RunStep } from '@kyanos/core';
import { ref, shallowRef, watch } from 'vue';
import { call, Refused } from '../shared/api.ts';

type Change = Omit<Given<typeof API.changeBench>['body'], 'version'>;

/** A check of a run sheet by its step and its place there, both from 0. */
const nameOf = (step: number, check: number) => `${step}.${check}`;

/** @param of the job and the version of its plan that the sheet was read from; undefined while there is none */
export function useBenchState(
  of: () => { readonly id: JobId; readonly version: number } | undefined,
) {
  const state = shallowRef<BenchState>();
  /** Ticks on their way. */
  const sent = shallowRef<Readonly<Record<string, boolean>>>({});
  const problem = ref<string>();
  let last: Promise<unknown> = Promise.resolve();

  /** Asks when what was asked before is answered. Returns whether it was done. */
  function asking(id: JobId, ask: () => Promise<BenchState>): Promise<boolean> {
    const turn = last.then(async () => {
      try {
        const now = await ask();
        if (of()?.id !== id) return true;
        state.value = now;
        problem.value = undefined;
        return true;
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        problem.value = error.message;
        return false;
      }
    });
    last = turn.catch(() => undefined);
    return turn;
  }
  function load(): void {
    const job = of();
    if (job) void asking(job.id, () => call(API.getBenchState, { params: { id: job.id } }));
  }
  watch(
    () => [of()?.id, of()?.version],
    () => {
      state.value = undefined;
      sent.value = {};
      problem.value = undefined;
      load();
    },
    { immediate: true },
  );

  async function change(what: Change): Promise<boolean> {
    const job = of();
    if (!job) return false;
    const params = { id: job.id };
    return asking(job.id, () =>
      call(API.changeBench, { params, body: { version: job.version, ...what } }),
    );
  }
  const ticked = (step: number, check: number): boolean => {
    const name = nameOf(step, check);
    const kept = state.value?.version === of()?.version && state.value?.ticks.includes(name);
    return sent.value[name] ?? kept ?? false;
  };
  async function tick(step: number, check: number, on: boolean): Promise<void> {
    const name = nameOf(step, check);
    sent.value = { ...sent.value, [name]: on };
    try {
      await change({ tick: { check: name, on } });
    } finally {
      if (sent.value[name] === on) {
        const { [name]: _, ...others } = sent.value;
        sent.value = others;
      }
    }
  }
  /** How many checks of some steps are not ticked. */
  const unticked = (steps: readonly RunStep[]): number =>
    steps.reduce((sum, { checks }, i) => sum + checks.filter((_, k) => !ticked(i, k)).length, 0);
  /** How many checks of a trip's step are ticked, and how many it has; undefined if there is no such step. */
  function tripTicks(number: number, steps: readonly RunStep[]) {
    const at = steps.findIndex(({ trip }) => trip === number);
    if (at < 0) return undefined;
    const { checks } = steps[at];
    return { done: checks.filter((_, k) => ticked(at, k)).length, all: checks.length };
  }
  return { state, problem, load, change, ticked, tick, unticked, tripTicks };
}
