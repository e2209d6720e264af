/** Every view of a job, by the last part of its address. */
export const VIEWS = [
  'artwork',
  'material',
  'stack',
  'plates',
  'trips',
  'layout',
  'cost',
  'what-if',
  'run-sheet',
] as const;
