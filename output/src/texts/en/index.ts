import { paper } from './paper.ts';

/** English, the language that every other one has the keys of. */
export const en = {
  paper,
} as const;
