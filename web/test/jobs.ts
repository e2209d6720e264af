/** Jobs as the server tells them. */
import type { BenchState, JobSummary } from '@kyanos/contract';

/** @param number also makes its id */
export const jobSummary = (number: number, change: Partial<JobSummary> = {}): JobSummary => ({
  id: `00000000-0000-4000-8000-${String(number).padStart(12, '0')}` as JobSummary['id'],
  name: `Job ${number}`,
  number,
  version: 1,
  savedAt: '2026-11-30T08:00:00Z',
  savedBy: '',
  artworkId: null,
  artworkState: null,
  fileName: null,
  problem: null,
  machine: 'Nova',
  material: 'Clear film',
  stack: 'W CMYK',
  copies: 10,
  priority: 'usual',
  state: 'accepted',
  due: null,
  notes: '',
  putAway: false,
  decide: null,
  ...change,
});

/** At the machine, before anybody did anything to a job. */
export const UNTOUCHED: BenchState = {
  version: 1,
  state: 'ready',
  ticks: [],
  startedAt: null,
  restsSince: null,
  spoilt: 0,
  printerFinished: false,
};
