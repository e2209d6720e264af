import { paper } from './paper.ts';

/** German. */
export const de = {
  paper,
};
