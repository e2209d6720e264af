/** Ticks on the run sheet of the open job: kept in this browser, for this version of the job; a changed plan is checked anew. */
import type { RunStep } from '@kyanos/core';
import { useStorage } from '@vueuse/core';
import { computed } from 'vue';
import { useJob } from '../job/useJob.ts';

export function useTicks() {
  const job = useJob();
  const all = useStorage<Record<string, Record<string, boolean>>>('kyanos-run-sheets', {});
  const ticks = computed(() => all.value[job.id ?? ''] ?? {});
  const nameOf = (step: number, check: number) => `${job.version}/${step}/${check}`;
  const ticked = (step: number, check: number): boolean =>
    ticks.value[nameOf(step, check)] ?? false;
  function tick(step: number, check: number, on: boolean): void {
    if (job.id)
      all.value = { ...all.value, [job.id]: { ...ticks.value, [nameOf(step, check)]: on } };
  }
  /** How many checks of a trip's step are ticked, and how many it has; undefined if there is no such step. */
  const tripTicks = (number: number, sheet: readonly RunStep[]) => {
    const at = sheet.findIndex(({ trip }) => trip === number);
    if (at < 0) return undefined;
    const { checks } = sheet[at];
    return { done: checks.filter((_, k) => ticked(at, k)).length, all: checks.length };
  };
  return { ticked, tick, tripTicks };
}
