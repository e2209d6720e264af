/** The queue on the screen: laid out anew at every move, kept on the server a moment later, undone step by step. */
import { API, SETTING_ENDPOINTS, type QueueState } from '@kyanos/contract';
import {
  movedTo,
  NO_QUEUE,
  placedTasks,
  schedule,
  shiftsFrom,
  shortages,
  wholeOrder,
  type Bar,
  type KeptQueue,
  type QueueOrder,
  type QueueProblem,
  type Schedule,
} from '@kyanos/core';
import { useIntervalFn } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';
import { call, callRevised, Refused } from '../shared/api.ts';
import { t } from '../texts/texts.ts';

/** Between the last move and the saving of it. */
const SAVE_MS = 400;
const AGAIN_MS = 60_000;
/** Steps that can be taken back. */
const MOST_STEPS = 100;
const { put } = SETTING_ENDPOINTS.queue;

/** What a move does. Minutes, mL, minor units; less is negative. */
export interface Effect {
  readonly change: number;
  readonly ml: number;
  readonly money: number;
  /** Jobs that are later or less late than before, minutes after they are due. */
  readonly late: readonly { readonly taskId: string; readonly was: number; readonly now: number }[];
}

const NOTICED = 1;
function effectOf(before: Schedule, after: Schedule): Effect {
  const was = new Map(before.bars.map((bar) => [bar.taskId, bar.late]));
  return {
    change: after.score.changeMinutes - before.score.changeMinutes,
    ml: after.score.changeMl - before.score.changeMl,
    money: after.score.changeMoney - before.score.changeMoney,
    late: after.bars
      .map(({ taskId, late }) => ({ taskId, was: was.get(taskId) ?? 0, now: late }))
      .filter((one) => Math.abs(one.now - one.was) >= NOTICED),
  };
}

export type Queue = ReturnType<typeof useQueue>;

export function useQueue() {
  const state = shallowRef<QueueState>();
  const kept = shallowRef<KeptQueue>(NO_QUEUE);
  const problem = ref<string>();
  const past = shallowRef<readonly KeptQueue[]>([]);
  /** What a drag would do, until it is let go. */
  const tried = shallowRef<QueueOrder>();
  let revision: string | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function load(): Promise<void> {
    try {
      const now = await call(API.getQueue, {});
      // Somebody began to move meanwhile: their own order is newer.
      if (timer !== undefined) return;
      const seen = `"${now.revision}"`;
      // What somebody else has moved can't be undone here.
      if (revision !== undefined && revision !== seen) past.value = [];
      state.value = now;
      kept.value = now.kept;
      revision = seen;
      problem.value = undefined;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.message;
    }
  }

  async function save(): Promise<void> {
    timer = undefined;
    try {
      const answer = await callRevised(put, { body: kept.value }, { ifMatch: revision });
      revision = answer.revision;
      problem.value = undefined;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      const conflict = error.problem.code === 'SETTING_CONFLICT';
      await load();
      past.value = [];
      problem.value = conflict ? t('queue.somebodyElseMoved') : error.message;
    }
  }
  function keep(next: KeptQueue): void {
    kept.value = next;
    clearTimeout(timer);
    timer = setTimeout(() => void save(), SAVE_MS);
  }

  const begins = computed(() => new Date(state.value?.begins ?? 0));
  const machineIds = computed(() => state.value?.machines.map(({ id }) => id) ?? []);
  const tasks = computed(() => placedTasks(state.value?.tasks ?? [], kept.value, begins.value));
  const shifts = computed(() => (state.value ? shiftsFrom(state.value.hours, begins.value) : []));
  const queue = computed<QueueProblem | undefined>(
    () =>
      state.value && {
        ...state.value.hours,
        machines: state.value.machines,
        tasks: tasks.value,
        shifts: shifts.value,
      },
  );
  const order = computed(() => wholeOrder(kept.value.machines, tasks.value, machineIds.value));
  const shownOrder = computed(() => tried.value ?? order.value);
  const lay = (wanted: QueueOrder): Schedule | undefined =>
    queue.value && schedule(queue.value, wanted);
  const settled = computed(() => lay(order.value));
  const shown = computed(() => (tried.value ? lay(tried.value) : settled.value));

  /** Before the last step, to tell what it did. */
  const before = shallowRef<Schedule>();
  const effect = computed(() => {
    const from = tried.value ? settled.value : before.value;
    return from && shown.value ? effectOf(from, shown.value) : undefined;
  });

  /** Makes a change that can be undone. */
  function change(next: Partial<KeptQueue>): void {
    before.value = settled.value;
    past.value = [...past.value, kept.value].slice(-MOST_STEPS);
    tried.value = undefined;
    keep({ ...kept.value, machines: order.value, ...next });
  }
  function undo(): void {
    const last = past.value.at(-1);
    if (!last) return;
    before.value = undefined;
    past.value = past.value.slice(0, -1);
    keep(last);
  }

  const taskOf = (id: string) => tasks.value.find((task) => task.id === id);
  /** Whether a machine can print it, and nobody pinned it elsewhere. */
  function fits(taskId: string, machineId: string): boolean {
    const task = taskOf(taskId);
    if (!task?.on[machineId]) return false;
    const machine = task.after && machineOf(task.after);
    const pinned = task.pinned?.machineId ?? machine ?? machineId;
    return pinned === machineId;
  }
  const machineOf = (taskId: string): string | undefined =>
    machineIds.value.find((id) => order.value[id].includes(taskId));
  /** An order with a task elsewhere, made whole: second trips follow the first. */
  const withMove = (taskId: string, machineId: string, place: number): QueueOrder =>
    wholeOrder(movedTo(order.value, taskId, machineId, place), tasks.value, machineIds.value);

  function move(taskId: string, machineId: string, place: number): void {
    if (fits(taskId, machineId)) change({ machines: withMove(taskId, machineId, place) });
    tried.value = undefined;
  }
  function tryMove(taskId: string, machineId: string, place: number): void {
    if (fits(taskId, machineId)) tried.value = withMove(taskId, machineId, place);
  }

  function pin(bar: Bar): void {
    const { [bar.taskId]: was, ...others } = kept.value.pins;
    const at = new Date(begins.value.getTime() + bar.from * 60_000).toISOString();
    change({
      pins: was ? others : { ...others, [bar.taskId]: { machineId: bar.machineId, at } },
    });
  }
  function apart(jobId: string): void {
    const { apart: now } = kept.value;
    change({
      apart: now.includes(jobId) ? now.filter((id) => id !== jobId) : [...now, jobId],
    });
  }

  const short = computed(() => {
    if (!shown.value || !state.value) return [];
    const printed = shown.value.bars
      .toSorted((a, b) => a.from - b.from)
      .flatMap(({ taskId, machineId }) => {
        const task = taskOf(taskId);
        return task ? [{ task, machineId }] : [];
      });
    const left = Object.fromEntries(state.value.machines.map(({ id, leftMl }) => [id, leftMl]));
    return shortages(printed, left, state.value.free);
  });

  void load();
  // Time goes on, and others print: the queue begins anew every minute, unless somebody is at it.
  useIntervalFn(() => {
    if (timer === undefined && !tried.value && state.value) void load();
  }, AGAIN_MS);
  onBeforeUnmount(() => {
    if (timer === undefined) return;
    clearTimeout(timer);
    void save();
  });
  return {
    state,
    problem,
    begins,
    shifts,
    queue,
    tasks,
    order,
    shownOrder,
    shown,
    effect,
    short,
    kept,
    tried,
    canUndo: computed(() => past.value.length > 0),
    load,
    undo,
    move,
    tryMove,
    leaveTrial: () => (tried.value = undefined),
    fits,
    pin,
    apart,
    adopt: (machines: QueueOrder) => change({ machines }),
  };
}
