import { first } from './first.ts';
import { rooms } from './rooms.ts';

/** German. */
export const de = { ...first, ...rooms };
