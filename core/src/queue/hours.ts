/** When somebody is at the machines. Local time of whoever asks; a day that the clocks are changed on is as long as it is. */
import { addDays, format, set, startOfDay } from 'date-fns';

/** From and to of a shift, HH:MM on the clock of the wall; to is later than from. */
export interface ShiftHours {
  readonly from: string;
  readonly to: string;
}

/** How a shop works: what its queue is laid out by. */
export interface WorkingHours {
  /** Shifts of Monday to Sunday, in any order; a day without any is closed. */
  readonly week: readonly (readonly ShiftHours[])[];
  /** Days that are closed all the same, YYYY-MM-DD: holidays. */
  readonly closed: readonly string[];
  /** People who load machines and stand by, at once. */
  readonly operators: number;
  /** Prints that may lie in the drying racks at once. */
  readonly racks: number;
  /** Machines print on by themselves when nobody is there. */
  readonly overnight: boolean;
  /** Changing the material that is loaded, minutes of hands. */
  readonly materialMinutes: number;
}

const weekdays: readonly ShiftHours[] = [
  { from: '08:00', to: '12:00' },
  { from: '12:30', to: '17:00' },
];

/** Until a shop says otherwise: our own choice. */
export const USUAL_HOURS: WorkingHours = {
  week: [weekdays, weekdays, weekdays, weekdays, weekdays, [], []],
  closed: [],
  operators: 1,
  racks: 4,
  overnight: true,
  materialMinutes: 6,
};

/** Somebody is there from one minute to another, counted from when the queue begins. */
export interface Shift {
  readonly from: number;
  readonly to: number;
}

const MINUTE_MS = 60_000;
/** Nobody plans further; a queue that is longer goes on as if somebody were always there. */
const HORIZON_DAYS = 400;

const at = (day: Date, clock: string): number => {
  const [hours, minutes] = clock.split(':').map(Number);
  return set(day, { hours, minutes, seconds: 0, milliseconds: 0 }).getTime();
};

/** Shifts from a moment on, in order and apart from each other; shifts that touch or overlap are one. The first may have begun before. */
export function shiftsFrom({ week, closed }: WorkingHours, begin: Date): readonly Shift[] {
  const shifts: { from: number; to: number }[] = [];
  const zero = begin.getTime();
  const first = startOfDay(begin);
  for (let i = 0; i < HORIZON_DAYS; i++) {
    const day = addDays(first, i);
    if (closed.includes(format(day, 'yyyy-MM-dd'))) continue;
    // Sunday is 0 for the calendar and last for a shop.
    const written = week[(day.getDay() + 6) % 7] ?? [];
    for (const { from, to } of written.toSorted((a, b) => at(day, a.from) - at(day, b.from))) {
      const shift = {
        from: Math.max(0, (at(day, from) - zero) / MINUTE_MS),
        to: (at(day, to) - zero) / MINUTE_MS,
      };
      const last = shifts.at(-1);
      if (shift.to <= shift.from) continue;
      if (last && shift.from <= last.to) last.to = Math.max(last.to, shift.to);
      else shifts.push(shift);
    }
  }
  shifts.push({ from: shifts.at(-1)?.to ?? 0, to: Infinity });
  return shifts;
}
