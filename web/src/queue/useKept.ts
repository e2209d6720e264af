/**
 * What a hand has said of the queue, kept on the server a moment after each move, one save at a time, and never over another's. Steps
 * are undone and done again.
 */
import { SETTING_ENDPOINTS } from '@kyanos/contract';
import { NO_QUEUE, type KeptQueue } from '@kyanos/core';
import { useEventListener } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { callRevised, Refused } from '../shared/api.ts';
import { t } from '../texts/texts.ts';

/** Between the last move and the saving of it, and between tries while the server does not answer. */
const SAVE_MS = 400;
const RETRY_MS = 3000;
/** Steps that can be taken back. */
const MOST_STEPS = 100;
const { put } = SETTING_ENDPOINTS.queue;

/** @param reload asks the server for the queue as it stands, which `take` is then called with */
export function useKept(reload: () => Promise<unknown>) {
  const kept = shallowRef<KeptQueue>(NO_QUEUE);
  const past = shallowRef<readonly KeptQueue[]>([]);
  const future = shallowRef<readonly KeptQueue[]>([]);
  const problem = ref<string>();
  let revision: string | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending = false;
  /** Something was moved since the last save began. */
  let moved = false;
  /** Rises with each move and each save: what was asked for before one of them is old. */
  let turns = 0;

  const forget = () => {
    past.value = [];
    future.value = [];
  };

  async function save(keepalive = false): Promise<void> {
    clearTimeout(timer);
    timer = undefined;
    if (sending || !moved) return;
    [sending, moved] = [true, false];
    let refused: Refused | undefined;
    try {
      const answer = await callRevised(put, { body: kept.value }, { ifMatch: revision, keepalive });
      revision = answer.revision;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      refused = error;
    } finally {
      sending = false;
      // What was asked for while it was on its way may be from before it.
      turns++;
    }
    problem.value = refused?.message;
    // Nothing is lost while the server is away: it is sent again. What it refuses is as it says.
    if (refused?.mayPass) moved = true;
    else if (refused) await giveIn(refused);
    if (moved) timer = setTimeout(() => void save(), problem.value ? RETRY_MS : SAVE_MS);
  }

  /** Somebody else was first, or it can't be kept: the queue is as it stands there. */
  async function giveIn(error: Refused): Promise<void> {
    moved = false;
    await reload();
    forget();
    problem.value =
      error.problem.code === 'SETTING_CONFLICT' ? t('queue.somebodyElseMoved') : error.message;
  }

  function keep(next: KeptQueue): void {
    kept.value = next;
    moved = true;
    turns++;
    clearTimeout(timer);
    timer = setTimeout(() => void save(), SAVE_MS);
  }

  /** Makes a change that can be undone. */
  function change(next: KeptQueue): void {
    past.value = [...past.value, kept.value].slice(-MOST_STEPS);
    future.value = [];
    keep(next);
  }
  function undo(): void {
    const last = past.value.at(-1);
    if (!last) return;
    past.value = past.value.slice(0, -1);
    future.value = [kept.value, ...future.value];
    keep(last);
  }
  function redo(): void {
    const [next, ...later] = future.value;
    if (!next) return;
    past.value = [...past.value, kept.value];
    future.value = later;
    keep(next);
  }

  /** Whether it is as the server has it, and nobody is at it: then it may be asked for anew. */
  const atRest = () => timer === undefined && !sending && !moved;
  /** What is asked for from here on is taken if nothing was moved or saved meanwhile. */
  const now = () => turns;

  /**
   * Takes what the server has.
   *
   * @param since `now()` before it was asked for
   * @returns whether it was taken; not if something was moved here meanwhile
   */
  function take(stored: KeptQueue, number: number, since: number): boolean {
    if (since !== turns || !atRest()) return false;
    const seen = `"${number}"`;
    // What somebody else has moved can't be undone here.
    if (revision !== undefined && revision !== seen) forget();
    kept.value = stored;
    revision = seen;
    return true;
  }

  const flush = () => void save(true);
  useEventListener(window, 'pagehide', flush);
  onScopeDispose(flush);
  return {
    kept,
    problem,
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
    change,
    undo,
    redo,
    atRest,
    now,
    take,
  };
}
