/** The orders worth choosing between, searched in the background. */
import { OBJECTIVES, type QueueOrder, type QueueProblem } from '@kyanos/core';
import { proxy, releaseProxy, wrap } from 'comlink';
import { onBeforeUnmount, ref, shallowRef } from 'vue';
import { LANGUAGE } from '../texts/language.ts';
import type { Found, QueueWorker } from './queue.worker.ts';

export function useBest() {
  const found = shallowRef<readonly Found[]>([]);
  /** 0 to 1 while it is searched. */
  const share = ref<number>();
  let worker: Worker | undefined;

  function cancel(): void {
    worker?.terminate();
    worker = undefined;
    share.value = undefined;
  }

  /** Searches for the best order of each kind, one after another, and tells each as soon as it is known. */
  async function search(problem: QueueProblem, from: QueueOrder): Promise<void> {
    cancel();
    found.value = [];
    share.value = 0;
    const own = new Worker(new URL('./queue.start.ts', import.meta.url), {
      type: 'module',
      name: LANGUAGE,
    });
    worker = own;
    own.addEventListener('error', () => worker === own && cancel());
    const remote = wrap<QueueWorker>(own);
    for (const [i, objective] of OBJECTIVES.entries()) {
      const tell = proxy((done: number) => {
        if (worker === own) share.value = (i + done) / OBJECTIVES.length;
      });
      const one = await remote.best(problem, objective, from, tell);
      if (worker !== own) return;
      found.value = [...found.value, one];
    }
    remote[releaseProxy]();
    cancel();
  }

  function forget(): void {
    cancel();
    found.value = [];
  }
  onBeforeUnmount(cancel);
  return { found, share, search, cancel, forget };
}
