import { request } from './request.ts';

/** German. */
export const de = {
  request,
};
