import { describe, expect, it } from 'vitest';
import { ALWAYS, MONDAY, SHIFTS } from '../../../core/test/queue.ts';
import { timeScale } from './timeScale.ts';

const DAY = 24 * 60;

describe('time across the screen', () => {
  it('is wide while somebody is there, and narrow while nobody is', () => {
    const { x, closed } = timeScale(SHIFTS, MONDAY, 2 * DAY);
    const [first, second] = SHIFTS;
    const open = (x(first.to) - x(first.from)) / (first.to - first.from);
    const shut = (x(second.from) - x(first.to)) / (second.from - first.to);
    expect(open).toBeGreaterThan(20 * shut);
    expect(closed.length).toBeGreaterThan(0);
    for (const one of closed) expect(one.width).toBeGreaterThan(0);
  });

  it('only ever goes on: what is later stands further right', () => {
    const { x, width } = timeScale(SHIFTS, MONDAY, 3 * DAY);
    for (let minute = 10; minute < 3 * DAY; minute += 10)
      expect(x(minute)).toBeGreaterThan(x(minute - 10));
    expect(x(3 * DAY)).toBeLessThanOrEqual(width);
  });

  it('leaves room behind the last bar, to the end of a shift, so that a job can be put there', () => {
    const end = SHIFTS[0].from + 30;
    const { x, width } = timeScale(SHIFTS, MONDAY, end);
    expect(width).toBeGreaterThanOrEqual(x(end) + 60);
    expect(width).toBeCloseTo(x(SHIFTS[0].to), 6);
    const always = timeScale(ALWAYS, MONDAY, 100);
    expect(always.width).toBeCloseTo(always.x(160), 6);
  });

  it('marks full hours in which somebody is there, and midnights as days', () => {
    const { hours, days } = timeScale(SHIFTS, MONDAY, 2 * DAY);
    const clock = (minute: number) => new Date(MONDAY.getTime() + minute * 60_000);
    for (const hour of hours) {
      expect(clock(hour).getMinutes()).toBe(0);
      expect(SHIFTS.some(({ from, to }) => from <= hour && hour < to)).toBe(true);
    }
    for (const day of days.slice(1)) expect(clock(day).getHours()).toBe(0);
    // The day on which it begins has a name too.
    expect(days.length).toBeGreaterThan(1);
  });

  it('names the later of two days that stand too close for both', () => {
    const weekend = [
      { from: 0, to: 60 },
      { from: 4 * DAY, to: 4 * DAY + 600 },
    ];
    const { days, x } = timeScale(weekend, MONDAY, 4 * DAY + 300);
    for (let i = 1; i < days.length; i++)
      expect(x(days[i]) - x(days[i - 1])).toBeGreaterThanOrEqual(88);
    expect(days.at(-1)).toBeGreaterThan(3 * DAY);
  });
});
