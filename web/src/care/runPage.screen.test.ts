import { API, type RunState } from '@kyanos/contract';
import { PROCEDURES, sentenceOf } from '@kyanos/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { serve, type Server } from '../../test/server.ts';
import { problemSaid, show, words, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: RunPage } = await import('./RunPage.vue');

const ID = '00000000-0000-4000-8000-000000000001';
const STEPS = [
  { do: 'Cap the heads.', minutes: 1, why: 'Air dries them.', cautions: ['carriage'] as const },
  { do: 'Let it soak.', minutes: 1, waitMinutes: 10 },
  {
    do: 'Draw white.',
    minutes: 2,
    write: [{ id: 'ml', label: 'Drawn', kind: 'number', unit: 'mL' }],
  },
];

/** A run on the server, whose clock is ten minutes ahead of this one. */
let state: RunState;
let server: Server;
const AHEAD_MS = 10 * 60_000;
const there = () => new Date(Date.now() + AHEAD_MS).toISOString();
beforeEach(() => {
  state = {
    id: ID,
    machine: { id: 'roll', name: 'Roll printer No. 1' },
    procedureId: 'daily',
    procedure: {
      ...PROCEDURES.daily,
      title: 'Daily care',
      have: ['Gloves', 'A cup'],
      steps: STEPS,
    },
    startedAt: there(),
    startedBy: 'Ada',
    steps: STEPS.map(() => ({ wrote: {} })),
    at: 0,
    now: there(),
  } as unknown as RunState;
  server = serve();
  const now = () => ({ ...state, now: there() });
  const changed = (at: number, change: object) =>
    state.steps.map((step, i) => (i === at ? { ...step, ...change } : step));
  server.on(API.listCare, () => []);
  server.on(API.listDue, () => []);
  server.on(API.getRun, now);
  server.on(API.startTimer, ({ params }) => {
    state = { ...state, steps: changed(Number(params.step), { timerAt: there() }) };
    return now();
  });
  server.on(API.tickStep, ({ params, body }) => {
    const at = Number(params.step);
    const { wrote } = body as { wrote: Record<string, string | number> };
    state = { ...state, at: at + 1, steps: changed(at, { by: 'Ada', doneAt: there(), wrote }) };
    return now();
  });
  server.on(API.endRun, () => {
    const finished = state.at === STEPS.length;
    state = { ...state, ended: { at: there(), finished, minutes: 14, ml: 12 } };
    return now();
  });
});

const opened = async () => {
  const screen = await show(RunPage, { run: ID }, `/care/runs/${ID}`);
  await screen.findByTestId('answer');
  return screen;
};
const done = ({ getByRole }: Awaited<ReturnType<typeof opened>>) =>
  getByRole('button', { name: 'Done' });
/** The step that is being done, once it is that one. */
const at = ({ getByTestId }: Awaited<ReturnType<typeof opened>>, text: string) =>
  vi.waitFor(() => expect(words(getByTestId('step'))).toContain(text));

describe('a procedure that is carried out', () => {
  it('shows the step that is next with why and what may hurt, and what to have at hand before it begins', async () => {
    const screen = await opened();
    const step = words(screen.getByTestId('step'));
    for (const said of ['Cap the heads.', 'Air dries them.', 'Caution'])
      expect(step).toContain(said);
    expect(words(document.body)).toContain('Gloves · A cup');
    await screen.user.click(done(screen));
    await at(screen, 'Let it soak.');
    expect(words(document.body)).not.toContain('Gloves · A cup');
  });

  it('waits where a step takes its time, by the clock of the server', async () => {
    state = { ...state, at: 1 };
    const screen = await opened();
    const timer = () => words(screen.getByRole('timer'));
    expect(timer()).toBe('10:00');
    expect(done(screen).hasAttribute('disabled')).toBe(true);
    await screen.user.click(screen.getByRole('button', { name: 'Start the timer' }));
    // This clock is ten minutes behind: it would show twenty.
    await vi.waitFor(() => expect(timer()).toMatch(/^(10:00|9:5\d)$/));
    expect(done(screen).hasAttribute('disabled')).toBe(true);
  });

  it('goes on once the time is up, or at once where somebody will not wait', async () => {
    const begun = new Date(Date.now() + AHEAD_MS - 11 * 60_000).toISOString();
    state = {
      ...state,
      at: 1,
      steps: state.steps.map((step, i) => (i === 1 ? { ...step, timerAt: begun } : step)),
    };
    const over = await opened();
    expect(words(over.getByTestId('step'))).toMatch(/time is up/i);
    expect(done(over).hasAttribute('disabled')).toBe(false);
    over.unmount();
    state = { ...state, steps: STEPS.map(() => ({ wrote: {} })) };
    const waiting = await opened();
    await waiting.user.click(waiting.getByRole('button', { name: /without waiting/ }));
    await at(waiting, 'Draw white.');
  });

  it('keeps what is written down at a step, and is finished with the last', async () => {
    state = { ...state, at: 2 };
    const screen = await opened();
    await write(screen, 'Drawn', '12.5');
    await screen.user.click(done(screen));
    await vi.waitFor(() => expect(screen.queryByTestId('step')).toBeNull());
    expect(server.asked(API.tickStep).map(({ body }) => body)).toEqual([{ wrote: { ml: 12.5 } }]);
    expect(server.asked(API.endRun)).toHaveLength(1);
    expect(words(screen.getByTestId('answer'))).toMatch(/14 min.*12 mL/);
    expect(words(screen.getAllByRole('listitem')[2])).toContain('Ada: 12.5');
  });

  it('is stopped in the middle, and says so', async () => {
    const screen = await opened();
    await screen.user.click(screen.getByRole('button', { name: 'Stop here' }));
    await vi.waitFor(() => expect(screen.queryByTestId('step')).toBeNull());
    expect(state.ended?.finished).toBe(false);
  });

  it('says why a step was not taken, and stays at it', async () => {
    server.refuse(API.tickStep, 'INTERNAL');
    const screen = await opened();
    await screen.user.click(done(screen));
    await vi.waitFor(() => expect(problemSaid()).toBe(sentenceOf('INTERNAL')));
    expect(words(screen.getByTestId('step'))).toContain('Cap the heads.');
  });

  it('that there is not is said to be none', async () => {
    server.refuse(API.getRun, 'NOT_FOUND');
    await show(RunPage, { run: ID }, `/care/runs/${ID}`);
    await vi.waitFor(() => expect(problemSaid()).toBe(sentenceOf('NOT_FOUND')));
  });
});
