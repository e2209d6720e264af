import { first } from './first.ts';
import { rooms } from './rooms.ts';

/** English, the language that every other one has the keys of. */
export const en = { ...first, ...rooms } as const;
