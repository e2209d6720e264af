/** States of a job, and how near its time is, in words. */
import type { JobFilter } from '@kyanos/contract';
import type { JobState, Lateness } from '@kyanos/core';

export const STATE_WORDS: Readonly<Record<JobState, string>> = {
  quoted: 'Quoted',
  accepted: 'Accepted',
  ready: 'Ready to print',
  printing: 'Printing',
  done: 'Printed',
  delivered: 'Delivered',
  closed: 'Closed',
  cancelled: 'Cancelled',
};
export const FILTER_WORDS: Readonly<Record<JobFilter, string>> = {
  open: 'Open jobs',
  all: 'All jobs',
  ...STATE_WORDS,
};
/** Never by colour alone. */
export const DUE_WORDS: Readonly<Record<Lateness, string>> = {
  late: 'Late: due',
  soon: 'Due soon:',
  later: 'Due',
};
