/** The orders worth choosing between and times that can be promised, worked out in the background. */
import { OBJECTIVES, type Promised, type QueueOrder, type QueueProblem } from '@kyanos/core';
import { proxy, wrap } from 'comlink';
import { onBeforeUnmount, ref, shallowRef } from 'vue';
import { LANGUAGE } from '../texts/language.ts';
import type { Found, QueueWorker } from './queue.worker.ts';
import { t } from '../texts/texts.ts';

export function useBest() {
  const found = shallowRef<readonly Found[]>([]);
  /** 0 to 1 while it is searched. */
  const share = ref<number>();
  const failed = ref<string>();
  const workers = new Set<Worker>();
  let searching: Worker | undefined;

  function end(worker: Worker | undefined): void {
    if (!worker) return;
    worker.terminate();
    workers.delete(worker);
    if (worker !== searching) return;
    searching = undefined;
    share.value = undefined;
  }
  /** A worker for one question: a search that nobody wants any more ends with it. */
  function begin() {
    failed.value = undefined;
    const worker = new Worker(new URL('./queue.start.ts', import.meta.url), {
      type: 'module',
      name: LANGUAGE,
    });
    workers.add(worker);
    const broke = new Promise<never>((_, reject) => {
      worker.addEventListener('error', () => reject(new Error(t('queue.searchFailed'))));
    });
    broke.catch((error: Error) => {
      failed.value = error.message;
      end(worker);
    });
    return { worker, broke, remote: wrap<QueueWorker>(worker) };
  }
  const cancel = () => end(searching);

  /** Searches for the best order of each kind, one after another, and shows each as soon as it is known. */
  async function search(problem: QueueProblem, from: QueueOrder): Promise<void> {
    cancel();
    found.value = [];
    share.value = 0;
    const { worker, remote } = begin();
    searching = worker;
    for (const [i, objective] of OBJECTIVES.entries()) {
      const progress = proxy((done: number) => {
        if (searching === worker) share.value = (i + done) / OBJECTIVES.length;
      });
      const one = await remote.best(problem, objective, from, progress);
      if (searching !== worker) return;
      found.value = [...found.value, one];
    }
    end(worker);
  }

  /** @throws Error with a sentence if it could not be worked out */
  async function promise(
    problem: QueueProblem,
    order: QueueOrder,
    taskId: string,
  ): Promise<Promised | undefined> {
    const { worker, broke, remote } = begin();
    const promised = await Promise.race([remote.promise(problem, order, taskId), broke]);
    end(worker);
    return promised;
  }

  function forget(): void {
    cancel();
    found.value = [];
  }
  onBeforeUnmount(() => workers.forEach(end));
  return { found, share, failed, search, promise, cancel, forget };
}
