/** Ticks on the run sheet of the open job: kept on the server for its version, so that the bench and the office see the same. */
import { API, type BenchState } from '@kyanos/contract';
import type { RunStep } from '@kyanos/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useJob } from '../job/useJob.ts';
import { call, Refused } from '../shared/api.ts';

export function useTicks() {
  const job = useJob();
  const kept = shallowRef<BenchState>();
  const problem = ref<string>();
  const ticks = computed(
    () => new Set(kept.value?.version === job.version ? kept.value?.ticks : []),
  );

  /** Shows what an answer says, unless another job was opened meanwhile. */
  async function asked(id: string, ask: () => Promise<BenchState>): Promise<void> {
    try {
      const state = await ask();
      if (job.id !== id) return;
      kept.value = state;
      problem.value = undefined;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.message;
    }
  }
  watch(
    () => [job.id, job.version] as const,
    ([id]) => {
      kept.value = undefined;
      if (id) void asked(id, () => call(API.getBenchState, { params: { id } }));
    },
    { immediate: true },
  );

  const ticked = (step: number, check: number): boolean => ticks.value.has(`${step}.${check}`);
  function tick(step: number, check: number, on: boolean): void {
    const { id, version } = job;
    if (!id || version === undefined) return;
    const body = { version, tick: { check: `${step}.${check}`, on } };
    void asked(id, () => call(API.changeBench, { params: { id }, body }));
  }
  /** How many checks of a trip's step are ticked, and how many it has; undefined if there is no such step. */
  const tripTicks = (number: number, sheet: readonly RunStep[]) => {
    const at = sheet.findIndex(({ trip }) => trip === number);
    if (at < 0) return undefined;
    const { checks } = sheet[at];
    return { done: checks.filter((_, k) => ticked(at, k)).length, all: checks.length };
  };
  return { ticked, tick, tripTicks, problem };
}
