/** What the shop said of spots in earlier jobs: asked once, remembered for every file that comes. */
import { SETTING_ENDPOINTS, type SpotNames } from '@kyanos/contract';
import type { Role } from '@kyanos/core';
import { call, callRevised, Refused } from './api.ts';

const { get, put } = SETTING_ENDPOINTS['spot-names'];
/** More names than this are no help to anybody: the oldest are forgotten. */
const MOST = 500;

export async function rememberedNames(): Promise<SpotNames> {
  return (await call(get, {})) ?? {};
}

/** Keeps an answer; forgets it where the role is undefined. Somebody who answers at the same time loses nothing. */
export async function rememberName(name: string, role: Role | undefined): Promise<void> {
  for (let tries = 0; tries < 3; tries++) {
    try {
      const { value, revision } = await callRevised(get, {});
      const { [name]: _, ...others } = value ?? {};
      const next = { ...others, ...(role === undefined ? {} : { [name]: role }) };
      const body = Object.fromEntries(Object.entries(next).slice(-MOST));
      await call(put, { body }, { ifMatch: revision });
      return;
    } catch (error) {
      // It is a help for the next job, and this one has what was said.
      if (!(error instanceof Refused)) throw error;
      if (error.problem.code !== 'SETTING_CONFLICT') return;
    }
  }
}
