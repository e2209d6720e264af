/** What the shop said of spots in earlier jobs: asked once, remembered for every file that comes. */
import type { SpotNames } from '@kyanos/contract';
import type { Role } from '@kyanos/core';
import { getRevised, putRevised, Refused } from './api.ts';

const PATH = '/settings/spot-names';
/** More names than this are no help to anybody: the oldest are forgotten. */
const MOST = 500;

export async function rememberedNames(): Promise<SpotNames> {
  return (await getRevised<SpotNames | null>(PATH)).value ?? {};
}

/** Keeps an answer; forgets it where the role is undefined. Somebody who answers at the same time loses nothing. */
export async function rememberName(name: string, role: Role | undefined): Promise<void> {
  for (let tries = 0; tries < 3; tries++) {
    const { value, revision } = await getRevised<SpotNames | null>(PATH);
    const { [name]: _, ...others } = value ?? {};
    const next = { ...others, ...(role === undefined ? {} : { [name]: role }) };
    try {
      await putRevised(PATH, Object.fromEntries(Object.entries(next).slice(-MOST)), revision);
      return;
    } catch (error) {
      // It is a help for the next job, and this one has what was said.
      if (!(error instanceof Refused)) throw error;
      if (error.problem.code !== 'SETTING_CONFLICT') return;
    }
  }
}
