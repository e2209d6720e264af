/** The queue on the screen, laid out anew at every move. */
import { API, SETTING_ENDPOINTS, type QueueState } from '@kyanos/contract';
import {
  agedBars,
  jobOfTask,
  movedTo,
  placedTasks,
  schedule,
  shiftsFrom,
  shortages,
  wholeOrder,
  workOn,
  type Bar,
  type KeptQueue,
  type QueueOrder,
  type QueueProblem,
  type Schedule,
} from '@kyanos/core';
import { useIntervalFn } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import { call, Refused } from '../shared/api.ts';
import { whoMay } from '../shared/me.ts';
import { useKept } from './useKept.ts';

const AGAIN_MS = 60_000;

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
  const away = ref<string>();
  /** What a drag would do, until it is let go. */
  const tried = shallowRef<QueueOrder>();
  const hand = useKept(() => load());
  const { kept } = hand;
  const problem = computed(() => hand.problem.value ?? away.value);

  async function load(): Promise<void> {
    try {
      const since = hand.now();
      const answer = await call(API.getQueue, {});
      away.value = undefined;
      if (hand.take(answer.kept, answer.revision, since)) state.value = answer;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      away.value = error.message;
    }
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

  /** Before the last step, to say what it did. */
  const before = shallowRef<Schedule>();
  const effect = computed(() => {
    const from = tried.value ? settled.value : before.value;
    return from && shown.value ? effectOf(from, shown.value) : undefined;
  });

  /** Pins of jobs that are gone are forgotten; those of jobs whose plates are being built are not. */
  const there = (taskId: string) => {
    const job = jobOfTask(taskId);
    return [...(state.value?.tasks ?? []), ...(state.value?.left ?? [])].some(
      ({ id }) => id === job,
    );
  };
  function change(next: Partial<KeptQueue>): void {
    before.value = settled.value;
    tried.value = undefined;
    const { pins, apart: split, machines } = { ...kept.value, machines: order.value, ...next };
    hand.change({
      machines,
      pins: Object.fromEntries(Object.entries(pins).filter(([id]) => there(id))),
      apart: split.filter(there),
    });
  }
  const step = (by: 'undo' | 'redo') => {
    before.value = settled.value;
    hand[by]();
  };

  const taskOf = (id: string) => tasks.value.find((task) => task.id === id);
  /** Whether it may go to a machine: second trips are where the first are. */
  function fits(taskId: string, machineId: string): boolean {
    const task = taskOf(taskId);
    if (!task || !workOn(task, machineId)) return false;
    return task.after === undefined || order.value[machineId].includes(task.after);
  }
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

  /** What is printed on material whose day is past by then. */
  const aged = computed(() => {
    const lots = new Map(state.value?.jobs.map(({ id, lot }) => [id as string, lot]));
    return agedBars(shown.value?.bars ?? [], begins.value, (id) => lots.get(jobOfTask(id)));
  });
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
    if (hand.atRest() && !tried.value) void load();
  }, AGAIN_MS);
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
    aged,
    kept,
    tried,
    /** Who moves jobs; undefined where whoever sits here does. */
    closed: computed(() => whoMay(SETTING_ENDPOINTS.queue.put)),
    canUndo: hand.canUndo,
    load,
    undo: () => step('undo'),
    redo: () => step('redo'),
    move,
    tryMove,
    leaveTrial: () => (tried.value = undefined),
    fits,
    pin,
    apart,
    adopt: (machines: QueueOrder) => change({ machines }),
  };
}
