/** The order that a shop keeps, made whole again: jobs come and go while nobody looks at the queue. */
import { workOn, type QueueOrder, type QueueTask } from './task.ts';

/** What a hand has said of the queue. */
export interface KeptQueue {
  readonly machines: QueueOrder;
  /** Where tasks were pinned: their machine, and from when, ISO 8601. */
  readonly pins: Readonly<Record<string, { readonly machineId: string; readonly at: string }>>;
  /** Jobs whose first trip is printed apart from the others. */
  readonly apart: readonly string[];
}

export const NO_QUEUE: KeptQueue = { machines: {}, pins: {}, apart: [] };

/** A task that may stand in the queue, with the machine that it was planned on. */
export type Queued = QueueTask & { readonly home: string; readonly printing: boolean };

/**
 * What is gone is left out, what is new comes at the end of its own machine in the order of due times, what prints now comes first,
 * and second trips come after the first ones.
 *
 * @param kept as it was saved last
 */
export function wholeOrder(
  kept: QueueOrder,
  tasks: readonly Queued[],
  machineIds: readonly string[],
): QueueOrder {
  const by = new Map(tasks.map((task) => [task.id, task]));
  const seen = new Set<string>();
  const order: Record<string, string[]> = {};
  for (const id of machineIds) {
    order[id] = [];
    for (const one of kept[id] ?? []) {
      const task = by.get(one);
      if (!task || !workOn(task, id) || seen.has(one)) continue;
      seen.add(one);
      order[id].push(one);
    }
  }
  const due = (task: Queued) => task.due ?? Infinity;
  const fresh = tasks.filter(({ id }) => !seen.has(id)).toSorted((a, b) => due(a) - due(b));
  for (const task of fresh) {
    const able = machineIds.filter((id) => workOn(task, id));
    const machine = able.includes(task.home) ? task.home : able.at(0);
    if (machine !== undefined) order[machine].push(task.id);
  }
  for (const id of machineIds) {
    const own = order[id].map((one) => by.get(one)!);
    const alone = own.filter(({ after }) => after === undefined || !by.has(after));
    const sorted = [
      ...alone.filter(({ printing }) => printing),
      ...alone.filter(({ printing }) => !printing),
    ];
    order[id] = sorted.map((task) => task.id);
  }
  // Wherever its first trip went, the second is on the same machine, as far behind as it was.
  for (const task of tasks) {
    if (task.after === undefined || !by.has(task.after)) continue;
    const machine = machineIds.find((id) => order[id].includes(task.after!));
    if (machine === undefined) continue;
    const was = kept[machine]?.indexOf(task.id) ?? -1;
    const following =
      was < 0
        ? undefined
        : kept[machine].slice(was + 1).find((one) => order[machine].includes(one));
    const first = order[machine].indexOf(task.after) + 1;
    const at =
      following === undefined
        ? was < 0
          ? first
          : order[machine].length
        : order[machine].indexOf(following);
    order[machine].splice(Math.max(first, at), 0, task.id);
  }
  return order;
}

/** Where a job runs out of something that was there for those before it. */
export interface Shortage {
  readonly taskId: string;
  /** Channel of an ink, or a material. */
  readonly what:
    | { readonly kind: 'ink'; readonly channel: string }
    | { readonly kind: 'material'; readonly material: string };
  /** How much is missing at its end: mL, metres or sheets. */
  readonly missing: number;
}

/**
 * What runs short, at the job where it happens, in the order in which jobs are printed.
 *
 * @param printed tasks with their machine, the first first
 * @param free what nobody has, by material
 */
export function shortages(
  printed: readonly { readonly task: QueueTask; readonly machineId: string }[],
  leftMl: Readonly<Record<string, Readonly<Partial<Record<string, number>>>>>,
  free: Readonly<Record<string, number>>,
): Shortage[] {
  const ink = new Map(
    Object.entries(leftMl).map(([id, left]) => [id, new Map(Object.entries(left))]),
  );
  const material = new Map(Object.entries(free));
  const found: Shortage[] = [];
  for (const { task, machineId } of printed) {
    const { ml, wants, material: needs } = task.on[machineId];
    for (const [channel, taken] of Object.entries(ml)) {
      const left = ink.get(machineId)?.get(channel);
      if (left === undefined) continue;
      ink.get(machineId)!.set(channel, left - taken);
      if (left >= 0 && left < taken)
        found.push({ taskId: task.id, what: { kind: 'ink', channel }, missing: taken - left });
    }
    const lies = material.get(wants.material);
    if (lies === undefined) continue;
    material.set(wants.material, lies - needs.amount);
    if (lies >= 0 && lies < needs.amount)
      found.push({
        taskId: task.id,
        what: { kind: 'material', material: wants.materialName },
        missing: needs.amount - lies,
      });
  }
  return found;
}
