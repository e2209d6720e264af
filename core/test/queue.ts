/** Small queues for specifications: machines, tasks and whole problems. */
import { seededRandom } from '../src/units/index.ts';
import {
  shiftsFrom,
  USUAL_HOURS,
  type QueueMachine,
  type QueueProblem,
  type QueueTask,
  type Shift,
  type TaskPart,
} from '../src/queue/index.ts';

export const MONDAY = new Date(2026, 10, 30, 7, 0);
export const ALWAYS: readonly Shift[] = [{ from: 0, to: Infinity }];
export const SHIFTS = shiftsFrom(USUAL_HOURS, MONDAY);

export const machineOf = (over: Partial<QueueMachine> = {}): QueueMachine => ({
  id: 'roll',
  name: 'Roll',
  setup: { material: 'vinyl', slot: 'under', headsParked: false, out: [] },
  freeAt: 0,
  slotMinutes: 10,
  headsMinutes: 4,
  materialMinutes: 6,
  hourRate: 6000,
  leftMl: {},
  ...over,
});
export const hands = (minutes: number): TaskPart => ({
  step: 'loading',
  minutes,
  attended: true,
});
export const prints = (minutes: number): TaskPart => ({
  step: 'print',
  minutes,
  attended: false,
});

interface Asked {
  readonly id: string;
  readonly parts?: readonly TaskPart[];
  readonly material?: string;
  readonly slot?: 'under' | 'other';
  readonly due?: number;
  readonly weight?: number;
  readonly rack?: number;
  readonly machines?: readonly string[];
  readonly pinned?: QueueTask['pinned'];
  readonly after?: string;
}
export const taskOf = ({ id, machines = ['roll'], ...asked }: Asked): QueueTask => {
  const work = {
    parts: asked.parts ?? [hands(5), prints(20)],
    rackMinutes: asked.rack ?? 0,
    wants: {
      material: asked.material ?? 'vinyl',
      materialName: asked.material ?? 'vinyl',
      white: asked.slot !== undefined,
      inks: [],
      ...(asked.slot && { slot: asked.slot }),
    },
    ml: {},
    material: { amount: 1, unit: 'm' as const },
    spread: { low: 0.7, high: 1.6 },
  };
  return {
    id,
    name: id,
    ...(asked.due !== undefined && { due: asked.due }),
    weight: asked.weight ?? 1,
    on: Object.fromEntries(machines.map((machine) => [machine, work])),
    ...(asked.pinned && { pinned: asked.pinned }),
    ...(asked.after !== undefined && { after: asked.after }),
  };
};
export const problemOf = (
  tasks: readonly QueueTask[],
  over: Partial<QueueProblem> = {},
): QueueProblem => ({
  tasks,
  machines: [machineOf()],
  shifts: ALWAYS,
  operators: 1,
  racks: 4,
  overnight: true,
  ...over,
});

/** Jobs as a shop has them: long and short, of three materials and both slots or none, due within days or not at all. */
export function someTasks(
  count: number,
  seed: number,
  machines: readonly string[] = ['roll'],
): QueueTask[] {
  const random = seededRandom(seed);
  const oneOf = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  return Array.from({ length: count }, (_, i) => {
    const slot = oneOf(['under', 'other', undefined] as const);
    const able = machines.filter(() => random() < 0.6);
    return taskOf({
      id: `job ${i}`,
      machines: able.length > 0 ? able : [oneOf(machines)],
      parts: [
        hands(3 + Math.round(random() * 9)),
        prints(5 + Math.round(random() ** 2 * 110)),
        ...(random() < 0.4 ? [hands(3), prints(10 + Math.round(random() * 30))] : []),
      ],
      material: oneOf(['vinyl', 'clear', 'board']),
      rack: random() < 0.3 ? 15 : 0,
      weight: oneOf([1, 1, 1, 3]),
      ...(slot && { slot }),
      ...(random() < 0.7 && { due: Math.round(random() * count * 90) }),
    });
  });
}

export const permutations = <T>(list: readonly T[]): T[][] =>
  list.length < 2
    ? [[...list]]
    : list.flatMap((one, i) => permutations(list.toSpliced(i, 1)).map((rest) => [one, ...rest]));
