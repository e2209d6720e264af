/** A planned job as it stands in a queue, on its own machine and on others that could print it. */
import type { ArtworkInfo } from '../artwork/index.ts';
import type { Measures } from '../plates/index.ts';
import type { KeptQueue, Queued, TaskPart, TaskWork } from '../queue/index.ts';
import { allLayers, inkFor, keyOf, usesInkRole, type Machine } from '../stack/index.ts';
import { LOADING_MINUTES, slotWanted, type PhaseStep } from '../trips/index.ts';
import { calculate, type Work } from './calculate.ts';
import { withStack } from './change.ts';
import type { PrintPlan } from './plan.ts';

/** What depends on how the machine stands, which the queue knows. */
const CHANGEOVERS: readonly PhaseStep[] = ['fitting', 'slot', 'heads'];
/** However short a job turns out, its prints take this share of what was planned. */
const LEAST_FACTOR = 0.2;

/** @param work worked out for a machine that stands as the job wants it */
export function queueWork(plan: PrintPlan, work: Work): TaskWork {
  const { machine, stack, material } = plan;
  const phases = work.phases.filter(({ step }) => !CHANGEOVERS.includes(step));
  const parts = phases.map(({ step, minutes, attended }): TaskPart => ({
    step,
    minutes,
    attended,
  }));
  // What dries last lies in the rack meanwhile.
  const drying = parts.at(-1)?.step === 'wait';
  const slot = machine.whiteSlot && slotWanted(stack);
  const printing = parts.reduce(
    (sum, { step, minutes }) => sum + (step === 'print' ? minutes : 0),
    0,
  );
  const factor = (minutes: number) =>
    printing > 0 ? Math.max(LEAST_FACTOR, minutes / printing) : 1;
  return {
    parts: drying ? parts.slice(0, -1) : parts,
    rackMinutes: drying ? (work.trips.at(-1)?.waitSetting ?? 0) : 0,
    wants: {
      material: material.id,
      materialName: material.name,
      white: usesInkRole(stack, 'W'),
      inks: [
        ...new Set(
          allLayers(stack).flatMap(({ parts: inks }) =>
            inks.flatMap((part) =>
              part.inkRole === 'CMYK' ? [] : (inkFor(machine, keyOf(part))?.channel ?? []),
            ),
          ),
        ),
      ],
      ...(slot && { slot }),
    },
    ml: Object.fromEntries(work.inks.map(({ channel, ml }) => [channel, ml])),
    material: {
      amount: work.need.material.amount,
      unit: work.need.material.unit === 'm' ? 'm' : 'sheets',
    },
    spread: {
      low: factor(work.interval.prints.low),
      high: factor(work.interval.prints.high),
      ...(work.operatorMinutes > 0 && { hands: work.operatorDeviation / work.operatorMinutes }),
    },
  };
}

/**
 * By machine: what a job is on each that can print it.
 *
 * @param own its work on the plan's machine, which stands as the job wants it
 */
export function worksOn(
  plan: PrintPlan,
  own: Work,
  info: ArtworkInfo,
  measures: Measures,
  machines: readonly Machine[],
): Readonly<Record<string, TaskWork>> {
  const works: Record<string, TaskWork> = { [plan.machine.id]: queueWork(plan, own) };
  for (const machine of machines) {
    if (machine.id === plan.machine.id) continue;
    const there = withStack({ ...plan, machine }, plan.stack);
    const { work } = calculate(there, info, measures);
    if (work) works[machine.id] = queueWork(there, work);
  }
  return works;
}

/**
 * A job whose first trip is printed apart from the others: what comes before it dries, and what comes after. Undefined where it has
 * one trip.
 */
export function tripsApart(work: TaskWork): readonly [TaskWork, TaskWork] | undefined {
  const loading = work.parts.flatMap(({ step }, i) => (step === 'loading' ? [i] : []));
  const from = loading[1];
  if (from === undefined) return undefined;
  const before = work.parts
    .slice(0, from)
    .filter(({ step }) => step !== 'wait' && step !== 'return');
  const waits = work.parts
    .slice(loading[0], from)
    .reduce((sum, { step, minutes }) => sum + (step === 'wait' ? minutes : 0), 0);
  const starts = Math.max(1, Math.round(work.parts[loading[0]].minutes / LOADING_MINUTES));
  const none = { ml: {}, material: { ...work.material, amount: 0 } };
  return [
    { ...work, parts: before, rackMinutes: waits / starts },
    { ...work, ...none, parts: work.parts.slice(from) },
  ];
}

/** Trips of a job that are printed apart from its first have its id with a slash and their number. */
export const jobOfTask = (taskId: string): string => taskId.split('/')[0];

const MINUTE_MS = 60_000;

/**
 * Jobs as a hand has placed them: pinned, and with trips apart. What prints now is on its machine, and nothing comes before it.
 *
 * @param whole a task for each job
 * @param begins when the minutes begin
 */
export function placedTasks(
  whole: readonly Queued[],
  { pins, apart }: Pick<KeptQueue, 'pins' | 'apart'>,
  begins: Date,
): Queued[] {
  const pinned = (task: Queued): Queued => {
    const pin = pins[task.id];
    if (task.printing && task.on[task.home])
      return { ...task, pinned: { machineId: task.home, at: 0 } };
    if (!pin || !task.on[pin.machineId]) return task;
    const at = Math.max(0, (Date.parse(pin.at) - begins.getTime()) / MINUTE_MS);
    return { ...task, pinned: { machineId: pin.machineId, at } };
  };
  return whole.flatMap((task) => {
    if (!apart.includes(task.id)) return [pinned(task)];
    const first: Record<string, TaskWork> = {};
    const second: Record<string, TaskWork> = {};
    for (const [machine, work] of Object.entries(task.on)) {
      const trips = tripsApart(work);
      if (trips) [first[machine], second[machine]] = trips;
    }
    if (Object.keys(first).length === 0) return [pinned(task)];
    const { due: _, ...early } = task;
    return [
      pinned({ ...early, on: first }),
      pinned({ ...task, id: `${task.id}/2`, printing: false, after: task.id, on: second }),
    ];
  });
}
