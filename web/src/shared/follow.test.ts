import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Refused } from './api.ts';
import { follow } from './follow.ts';

type State = 'queued' | 'running' | 'done' | 'failed';
const work = (state: State, progress = 0) => ({ id: 'a', state, progress });

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** Follows what is answered one after another; an error is thrown. */
async function through(answers: readonly (ReturnType<typeof work> | Error)[], wanted = () => true) {
  const [told, given]: [number[], string[]] = [[], []];
  let at = 0;
  const next = async () => {
    const answer = answers[at++];
    if (answer instanceof Error) throw answer;
    return answer;
  };
  const done = follow(next, {
    again: next,
    onState: ({ progress }) => told.push(progress),
    wanted,
    giveUp: async ({ state }) => given.push(state),
  });
  const settled = done.then(
    (last) => ({ last, error: undefined }),
    (error: unknown) => ({ last: undefined, error }),
  );
  await vi.runAllTimersAsync();
  return { ...(await settled), told, given };
}

const away = new Refused({ code: 'UNREACHABLE', message: 'Away.' }, 0);
const gone = new Refused({ code: 'ARTWORK_UNKNOWN', message: 'Gone.' }, 404);

describe('work that is followed', () => {
  it('is told at every state, to its end', async () => {
    const { last, told } = await through([work('queued'), work('running', 0.5), work('done', 1)]);
    expect([last?.state, told]).toEqual(['done', [0, 0.5, 1]]);
  });

  it('is asked for again while the server is away, from the first request on', async () => {
    const { last, told } = await through([
      away,
      work('running', 0.3),
      away,
      away,
      work('failed', 1),
    ]);
    expect([last?.state, told]).toEqual(['failed', [0.3, 1]]);
  });

  it('ends with what the server refuses', async () => {
    expect(await through([work('running'), gone])).toMatchObject({ error: gone });
  });

  it('is given up once nobody wants it, and only if it still goes on', async () => {
    let asked = 0;
    const once = () => asked++ < 1;
    expect(await through([work('queued'), work('running', 0.5)], once)).toMatchObject({
      told: [0],
      given: ['running'],
      last: undefined,
    });
    asked = 0;
    expect((await through([work('queued'), work('done', 1)], once)).given).toEqual([]);
  });
});
