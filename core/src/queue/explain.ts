/** Why a job stands where it stands, in sentences. */
import { decimal, t } from '../texts/index.ts';
import { changeWords } from './changeover.ts';
import { schedule, tasksById, type Bar, type QueueProblem, type Schedule } from './schedule.ts';
import type { QueueOrder } from './task.ts';

const HOUR = 60;
const DAY = 24 * HOUR;

/** A stretch of time as one says it: minutes, hours and minutes, days and hours. */
export function spanWords(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < HOUR) return t('queue.minutesOnly', { minutes: decimal(whole, 0) });
  if (whole < DAY)
    return t('queue.hoursMinutes', { hours: Math.floor(whole / HOUR), minutes: whole % HOUR });
  return t('queue.daysHours', {
    days: Math.floor(whole / DAY),
    hours: Math.round((whole % DAY) / HOUR),
  });
}

/** A difference that is mentioned; less is noise. */
const TOLD = 1;

/** @param done the order as it was laid out */
export function whyHere(
  problem: QueueProblem,
  order: QueueOrder,
  done: Schedule,
  taskId: string,
): string[] {
  const bar = done.bars.find((one) => one.taskId === taskId);
  const task = tasksById(problem).get(taskId);
  if (!bar || !task) return [];
  const says: string[] = [];
  if (task.printing) says.push(t('queue.printsNow'));
  else if (task.pinned) says.push(t('queue.pinned'));
  says.push(setupWords(problem, order, bar));

  const first = done.bars.find(
    ({ machineId, from }) => machineId === bar.machineId && from < bar.from,
  );
  const tried = first && schedule(problem, movedTo(order, taskId, bar.machineId, 0));
  if (task.due === undefined) says.push(t('queue.notDue'));
  else if (bar.late < TOLD)
    says.push(t('queue.inTime', { spare: spanWords(task.due - bar.finish) }));
  else {
    const least = tried?.bars.find((one) => one.taskId === taskId)?.late ?? bar.late;
    says.push(
      least >= TOLD
        ? t('queue.lateAnyway', { late: spanWords(bar.late), least: spanWords(least) })
        : t('queue.late', { late: spanWords(bar.late) }),
    );
  }
  if (tried) {
    const change = tried.score.changeMinutes - done.score.changeMinutes;
    const others = (bars: readonly Bar[]) =>
      bars.reduce((sum, one) => sum + (one.taskId === taskId ? 0 : one.late), 0);
    const late = others(tried.bars) - others(done.bars);
    const effects = [
      ...(change >= TOLD ? [t('queue.costMoreChange', { minutes: spanWords(change) })] : []),
      ...(late >= TOLD ? [t('queue.costLate', { minutes: spanWords(late) })] : []),
    ];
    if (effects.length > 0)
      says.push(
        t('queue.firstCosts', {
          effect:
            effects.length > 1
              ? t('queue.costBoth', { one: effects[0], other: effects[1] })
              : effects[0],
        }),
      );
  }
  return says;
}

function setupWords(problem: QueueProblem, order: QueueOrder, bar: Bar): string {
  const machine = problem.machines.find(({ id }) => id === bar.machineId)!;
  const { wants } = tasksById(problem).get(bar.taskId)!.on[bar.machineId];
  const changes = changeWords(machine, bar.change, wants);
  if (changes.length > 0) return t('queue.change', { changes: changes.join(', ') });
  return order[bar.machineId]?.[0] === bar.taskId
    ? t('queue.firstAsItStands')
    : t('queue.sameSetup');
}

/** An order with a task taken from where it stands and put in at another place; trips that wait for it come after it. */
export function movedTo(
  order: QueueOrder,
  taskId: string,
  machineId: string,
  place: number,
): QueueOrder {
  const without = Object.fromEntries(
    Object.entries(order).map(([id, tasks]) => [id, tasks.filter((one) => one !== taskId)]),
  );
  const into = without[machineId] ?? [];
  return { ...without, [machineId]: into.toSpliced(Math.min(place, into.length), 0, taskId) };
}
