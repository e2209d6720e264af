import { API, type Bench, type JobId, type QueueState } from '@kyanos/contract';
import { NO_QUEUE, USUAL_HOURS } from '@kyanos/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { machineOf, MONDAY, taskOf } from '../../../core/test/queue.ts';
import { UNTOUCHED } from '../../test/jobs.ts';
import { show, words } from '../../test/screen.ts';
import { serve, type Server } from '../../test/server.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: BenchPage } = await import('./BenchPage.vue');

const idOf = (number: number) => `00000000-0000-4000-8000-00000000000${number}` as JobId;
const queueOf = (...numbers: readonly number[]): QueueState => ({
  begins: MONDAY.toISOString(),
  hours: USUAL_HOURS,
  machines: [machineOf()],
  tasks: numbers.map((number) => ({
    ...taskOf({ id: idOf(number) }),
    home: 'roll',
    printing: false,
  })),
  jobs: numbers.map((number) => ({
    id: idOf(number),
    number,
    name: `Job ${number}`,
    customer: '',
    state: 'ready',
    due: null,
    copies: number,
    lot: null,
    apartOn: [],
  })),
  free: {},
  kept: NO_QUEUE,
  revision: 1,
  currency: 'EUR',
  left: [],
});
const sheetOf = (id: string): Bench => ({
  ...UNTOUCHED,
  jobId: id as JobId,
  number: Number(id.at(-1)),
  name: `Job ${id.at(-1)}`,
  customer: '',
  machineId: 'roll',
  material: 'Vinyl',
  copies: 1,
  due: null,
  notes: '',
  steps: [{ title: 'Load', settings: [], checks: [`Of job ${id.at(-1)}`], cautions: [] }],
  why: '',
  inks: [],
});

let server: Server;
/** Sheets that are read only when they are let go. */
let held: Map<string, () => void>;
beforeEach(() => {
  server = serve();
  held = new Map();
  server.on(API.getQueue, () => queueOf(1, 2));
  server.on(API.listPrinters, () => ({ printers: [], jobs: [] }));
  server.on(API.getBenchState, ({ params }) => sheetOf(params.id));
  server.on(
    API.getBench,
    ({ params: { id } }) => new Promise((read) => held.set(id, () => read(sheetOf(id)))),
  );
});
const opened = async () => {
  const screen = await show(BenchPage, {}, '/queue/bench/roll');
  await vi.waitFor(() => expect(held.has(idOf(1))).toBe(true));
  return screen;
};
const letGo = (number: number) => held.get(idOf(number))!();

describe('the operator’s page at a machine', () => {
  it('offers the next jobs once the sheet of the first is there: nothing moves under a finger', async () => {
    const { queryByRole, findByRole, findByTestId } = await opened();
    await vi.waitFor(() => expect(server.asked(API.listPrinters).length).toBeGreaterThan(0));
    expect(queryByRole('button', { name: /Job 2/ })).toBeNull();
    letGo(1);
    await findByRole('button', { name: /Job 2/ });
    expect(words(await findByTestId('now'))).toContain('Job 1');
  });

  it('keeps the sheet before in its place, out of reach, until the chosen one is read', async () => {
    const { findByRole, findByTestId, getByTestId, getByRole, user } = await opened();
    letGo(1);
    const second = await findByRole('button', { name: /Job 2/ });
    expect((await findByTestId('now')).hasAttribute('inert')).toBe(false);
    await user.click(second);
    expect(second.getAttribute('aria-current')).toBe('true');
    expect(words(getByTestId('now'))).toContain('Job 1');
    expect(getByTestId('now').hasAttribute('inert')).toBe(true);
    await vi.waitFor(() => expect(held.has(idOf(2))).toBe(true));
    letGo(2);
    await vi.waitFor(() => expect(words(getByTestId('now'))).toContain('Job 2'));
    expect(getByTestId('now').hasAttribute('inert')).toBe(false);
    getByRole('checkbox', { name: 'Of job 2' });
  });

  it('does not leave the sheet before in the place of one that can’t be read', async () => {
    const { findByRole, queryByTestId, user } = await opened();
    letGo(1);
    const second = await findByRole('button', { name: /Job 2/ });
    server.refuse(API.getBench, 'JOB_UNKNOWN');
    await user.click(second);
    await findByRole('alert');
    expect(queryByTestId('now')).toBeNull();
  });
});
