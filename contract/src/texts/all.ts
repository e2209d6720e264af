/** The languages that are there from the start, where nothing has to be fetched. */
import { de } from './de/index.ts';

export const others = { de };
