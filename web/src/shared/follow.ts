/** Work in the background, followed until it ends or nobody wants it any more. */
import type { WorkState } from '@kyanos/contract';
import { Refused } from './api.ts';
import { further } from './workEvents.ts';

/** Between tries while the server is away. */
const RETRY_MS = 500;
const pause = () => new Promise((done) => setTimeout(done, RETRY_MS));

interface Work {
  readonly state: WorkState;
}

export const isGoing = (work: Work | undefined): boolean =>
  work?.state === 'queued' || work?.state === 'running';

/**
 * Calls `onState` with every state of some work until it ends. The server says when it is further; it is asked then.
 * @param first begins it, or asks for it
 * @param again asks how far it is
 * @param wanted false once nobody waits for it; `giveUp` is called then if it still goes on
 * @returns the last state; undefined if it was given up
 * @throws Refused; while the server is away it is asked again
 */
export async function follow<T extends Work & { readonly id: string }>(
  first: () => Promise<T>,
  {
    again,
    onState,
    wanted = () => true,
    giveUp,
  }: {
    readonly again: (now: T) => Promise<T>;
    readonly onState: (now: T) => void;
    readonly wanted?: () => boolean;
    readonly giveUp?: (now: T) => Promise<unknown>;
  },
): Promise<T | undefined> {
  let since = performance.now();
  let now = await patiently(first, wanted);
  for (;;) {
    if (now === undefined) return undefined;
    if (!wanted()) {
      if (isGoing(now)) await giveUp?.(now);
      return undefined;
    }
    onState(now);
    if (!isGoing(now)) return now;
    await further(now.id, since);
    since = performance.now();
    const last: T = now;
    now = await patiently(() => again(last), wanted);
  }
}

/** Asks until the server answers. */
async function patiently<T>(ask: () => Promise<T>, wanted: () => boolean): Promise<T | undefined> {
  for (;;) {
    try {
      return await ask();
    } catch (error) {
      if (!(error instanceof Refused) || !error.mayPass) throw error;
      if (!wanted()) return undefined;
      await pause();
    }
  }
}
