import { request } from './request.ts';

/** English, the language that every other one has the keys of. */
export const en = {
  request,
} as const;
