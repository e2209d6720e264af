/** Time across the screen: hours in which somebody is there are wide, closed ones narrow. */
import type { Shift } from '@kyanos/core';
import { scaleLinear, type ScaleLinear } from 'd3';

/** CSS pixels of a minute in which somebody is there, and of one in which nobody is. */
const OPEN_PX = 1.7;
const CLOSED_PX = 0.06;
/** Room that the name of a day takes. */
const DAY_PX = 88;
/** What stands free behind the last bar, minutes. */
const BEHIND = 60;

export interface TimeScale {
  readonly x: ScaleLinear<number, number>;
  readonly width: number;
  /** Stretches of closed hours, in pixels. */
  readonly closed: readonly { readonly x: number; readonly width: number }[];
  /** Days and full hours that are marked, in minutes. */
  readonly days: readonly number[];
  readonly hours: readonly number[];
}

/** @param end of the last bar, minutes */
export function timeScale(shifts: readonly Shift[], begins: Date, end: number): TimeScale {
  const minutes: number[] = [0];
  const pixels: number[] = [0];
  const closed: { x: number; width: number }[] = [];
  const step = (to: number, per: number) => {
    const [from, x] = [minutes.at(-1)!, pixels.at(-1)!];
    if (to <= from) return;
    minutes.push(to);
    pixels.push(x + (to - from) * per);
    if (per === CLOSED_PX) closed.push({ x, width: (to - from) * per });
  };
  // Whole shifts, so that a job that is dragged can be put behind the last.
  for (const { from, to } of shifts) {
    step(from, CLOSED_PX);
    step(Number.isFinite(to) ? to : end + BEHIND, OPEN_PX);
    if (minutes.at(-1)! >= end + BEHIND) break;
  }
  const last = minutes.at(-1)!;
  const days: number[] = [];
  const hours: number[] = [];
  const hour = new Date(begins);
  hour.setMinutes(0, 0, 0);
  for (;;) {
    hour.setHours(hour.getHours() + 1);
    const at = (hour.getTime() - begins.getTime()) / 60_000;
    if (at > last) break;
    if (hour.getHours() === 0) days.push(at);
    else if (shifts.some(({ from, to }) => from <= at && at < to)) hours.push(at);
  }
  const x = scaleLinear().domain(minutes).range(pixels);
  // Where days stand close, the later one is labelled.
  const labelled = [0, ...days].filter((day, i, all) => {
    const next = all[i + 1];
    return next === undefined || x(next) - x(day) >= DAY_PX;
  });
  return { x, width: pixels.at(-1)!, closed, days: labelled, hours };
}
