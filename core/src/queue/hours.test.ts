import { describe, expect, it } from 'vitest';
import { MONDAY } from '../../test/queue.ts';
import { shiftsFrom, USUAL_HOURS, type WorkingHours } from './index.ts';

describe('the hours of a shop', () => {
  it('are shifts of the week without its closed days, joined where they touch', () => {
    const hours = { ...USUAL_HOURS, closed: ['2026-12-01'] };
    const shifts = shiftsFrom(hours, MONDAY);
    // From Monday 7:00: 8 to 12, 12:30 to 17; Tuesday is closed.
    expect(shifts.slice(0, 3)).toEqual([
      { from: 60, to: 300 },
      { from: 330, to: 600 },
      { from: 60 + 2 * 1440, to: 300 + 2 * 1440 },
    ]);
    const round = {
      ...hours,
      week: hours.week.map(() => [
        { from: '06:00', to: '14:00' },
        { from: '14:00', to: '22:00' },
      ]),
    };
    expect(shiftsFrom(round, MONDAY)[0]).toEqual({ from: 0, to: 900 });
  });

  it('are the same in whichever order the shifts of a day are written, and overlap once', () => {
    const hours = (...day: WorkingHours['week'][number][number][]) =>
      shiftsFrom({ ...USUAL_HOURS, week: USUAL_HOURS.week.map(() => day) }, MONDAY).slice(0, 2);
    const morning = { from: '08:00', to: '12:00' };
    const afternoon = { from: '13:00', to: '17:00' };
    const both = [
      { from: 60, to: 300 },
      { from: 360, to: 600 },
    ];
    expect(hours(morning, afternoon)).toEqual(both);
    expect(hours(afternoon, morning)).toEqual(both);
    const late = { from: '11:00', to: '12:30' };
    expect(hours(late, morning)[0]).toEqual({ from: 60, to: 330 });
  });

  it('are as long as they are where the clocks are changed', () => {
    const zone = process.env.TZ;
    process.env.TZ = 'Europe/Berlin';
    try {
      // On 28 March 2027 at 2:00 it is 3:00 at once.
      const sunday = {
        ...USUAL_HOURS,
        week: USUAL_HOURS.week.map(() => [{ from: '00:00', to: '12:00' }]),
      };
      const [first, second] = shiftsFrom(sunday, new Date(2027, 2, 28));
      expect(first).toEqual({ from: 0, to: 660 });
      expect(second.from).toBe(23 * 60);
    } finally {
      if (zone === undefined) delete process.env.TZ;
      else process.env.TZ = zone;
    }
  });
});
