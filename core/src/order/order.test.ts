import { describe, expect, it } from 'vitest';
import { isOpen, JOB_STATES, lateness, type JobState } from './index.ts';

const NOW = new Date('2026-11-27T12:00:00Z');
const at = (hours: number) => new Date(NOW.getTime() + hours * 3_600_000);

describe('a job', () => {
  it('is late once its time has passed, and soon due in the day before', () => {
    const told = (hours: number) => lateness({ state: 'accepted', due: at(hours) }, NOW);
    expect([-0.1, 0.1, 23.9, 24.1].map(told)).toEqual(['late', 'soon', 'soon', 'later']);
  });

  it('is late no more once it is printed, and never without a due time', () => {
    const late = (state: JobState) => lateness({ state, due: at(-5) }, NOW) === 'late';
    expect(JOB_STATES.filter(late)).toEqual(['quoted', 'accepted', 'ready', 'printing']);
    expect(lateness({ state: 'accepted', due: null }, NOW)).toBeUndefined();
  });

  it('is open until it is delivered or cancelled', () => {
    expect(JOB_STATES.filter((state) => !isOpen(state))).toEqual([
      'delivered',
      'closed',
      'cancelled',
    ]);
  });
});
