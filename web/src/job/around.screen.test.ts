import { API, type Job, type JobVersion } from '@kyanos/contract';
import { sentenceOf } from '@kyanos/core';
import { describe, expect, it, vi } from 'vitest';
import { openJob } from '../../test/job.ts';
import { problemSaid, show, words } from '../../test/screen.ts';
import { currency, duration } from '../shared/format.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: ConflictDialog } = await import('./ConflictDialog.vue');
const { default: JobHistory } = await import('./JobHistory.vue');
const { default: LedgerBar } = await import('./LedgerBar.vue');

describe('what a job comes to', () => {
  const opened = async () => ({ ...(await openJob('cafe-window')), ...(await show(LedgerBar)) });
  const entries = (ledger: Element) => [...ledger.querySelectorAll('[role=group]')].map(words);

  it('is in sight: time, ink, cost and price', async () => {
    const { job, getByTestId } = await opened();
    const { minutes, inks, cost } = job.shown!.work!;
    const ml = inks.reduce((sum, ink) => sum + ink.ml, 0);
    expect(entries(getByTestId('ledger'))).toEqual([
      `Time${duration(minutes)}`,
      `Ink${ml.toFixed(1)} mL`,
      `Cost${currency(cost.total)}`,
      `Price${currency(cost.price)}`,
    ]);
  });

  it('says what the last step did to each, more or less', async () => {
    const { job, getByTestId } = await opened();
    const was = job.shown!.work!;
    const copies = (n: number) => job.update({ layout: { ...job.plan!.layout, copies: n } });
    copies(job.plan!.layout.copies + 40);
    await vi.waitFor(() =>
      expect(getByTestId('ledger').querySelectorAll('.text-warning, .text-success')).toHaveLength(
        4,
      ),
    );
    const changes = () =>
      [...getByTestId('ledger').querySelectorAll('.text-warning, .text-success')].map(words);
    expect(changes().every((change) => change.startsWith('+'))).toBe(true);
    const more = job.shown!.work!.cost.total.minor - was.cost.total.minor;
    expect(changes()[2]).toBe(`+${currency({ minor: more, currency: 'USD' })}`);
    job.undo();
    await vi.waitFor(() => expect(changes().every((one) => one.startsWith('−'))).toBe(true));
  });

  it('counts what will fail and what has to be decided, and opens into it', async () => {
    const { job, getByTestId, findByRole, findAllByRole, user } = await opened();
    job.update({ machine: { ...job.plan!.machine, maxWidth: 50 } });
    await vi.waitFor(() => expect(words(getByTestId('ledger'))).toMatch(/can’t be made/));
    const errors = job.shown!.findings.filter(({ severity }) => severity === 'error').length;
    const flag = await findByRole('button', { name: new RegExp(`${errors} will fail`) });
    await user.click(flag);
    expect((await findAllByRole('listitem')).length).toBeGreaterThanOrEqual(errors);
  });
});

describe('two people at one job', () => {
  it('see who changed it too, what both have, and take theirs, keep mine on top, or both', async () => {
    const { job, server } = await openJob('cafe-window');
    const { layout } = job.plan!;
    const theirs = {
      id: job.id,
      version: 7,
      savedAt: '2026-11-30T08:05:00Z',
      savedBy: 'Bo',
      artworkId: job.artworkId,
      fileName: job.fileName,
      exercise: null,
      practice: false,
      plan: { ...job.plan!, layout: { ...layout, copies: 99 } },
    } as unknown as Job;
    server.refuse(API.saveJob, 'JOB_CONFLICT');
    server.on(API.getJob, () => theirs as never);
    const { findByRole, getByRole, user } = await show(ConflictDialog);
    job.update({ layout: { ...layout, copies: 5 } });
    const dialog = await vi.waitFor(
      () => findByRole('alertdialog', undefined, { timeout: 5000 }),
      5000,
    );
    expect(words(dialog)).toMatch(/Bo/);
    expect(words(dialog)).toMatch(/Theirs99 copies/);
    expect(words(dialog)).toMatch(/Yours5 copies/);
    await user.click(getByRole('button', { name: 'Go on with theirs' }));
    expect(job.plan!.layout.copies).toBe(99);
    expect([job.version, job.saveState]).toEqual([7, 'saved']);
  });
});

describe('versions of a job', () => {
  const version = (number: number, change: Partial<JobVersion> = {}): JobVersion => ({
    version: number,
    savedAt: `2026-11-30T08:0${number}:00Z`,
    savedBy: number === 2 ? 'Bo' : 'Ada',
    artworkId: null,
    fileName: null,
    changes: null,
    ...change,
  });
  const copies = { field: 'layout.copies', was: 10, now: 20 };

  const opened = async () => {
    const open = await openJob('cafe-window');
    open.server.on(
      API.listVersions,
      ({ query }) =>
        ({
          total: 4,
          versions: query.before
            ? [version(1)]
            : [
                version(4),
                version(3, { changes: { fields: [copies], more: 0 } as never }),
                version(2),
              ],
          events: query.before
            ? []
            : [
                {
                  at: '2026-11-30T08:03:30Z',
                  by: 'Bo',
                  what: 'state',
                  was: 'quoted',
                  now: 'accepted',
                },
              ],
        }) as never,
    );
    return { ...open, ...(await show(JobHistory, { modelValue: true })) };
  };

  it('stand with who saved them and what they changed, and earlier ones come on demand', async () => {
    const { findAllByText, getByRole, user, getByText, queryByRole } = await opened();
    await findAllByText(/Ada/);
    getByText(/Bo/, { selector: 'p' });
    expect(words(document.body)).toMatch(/copies/i);
    await user.click(getByRole('button', { name: 'Earlier versions' }));
    await vi.waitFor(() => expect(queryByRole('button', { name: 'Earlier versions' })).toBeNull());
    expect(document.querySelectorAll('.versions > li')).toHaveLength(4);
  });

  it('have what became of the job while each was the newest', async () => {
    const { findAllByText } = await opened();
    await findAllByText(/Ada/);
    const [beside] = [...document.querySelectorAll('.beside')];
    expect(words(beside)).toMatch(/accepted/i);
    // Of version three: the fourth was not there yet.
    expect(words(beside.parentElement!)).toMatch(/ ?3/);
  });

  it('are compared with now, and one is brought back as the next', async () => {
    const { job, server, findAllByRole, findByText, user, emitted } = await opened();
    server.on(API.compareVersions, () => ({ fields: [], more: 0 }) as never);
    const [compare] = await findAllByRole('button', { name: 'Compare with now' });
    await user.click(compare);
    await findByText('The plan is the same as now.');
    expect(server.asked(API.compareVersions)[0].params).toMatchObject({ from: '3', to: '4' });
    server.on(
      API.bringBackVersion,
      () =>
        ({
          id: job.id,
          version: 5,
          savedAt: '2026-11-30T09:00:00Z',
          savedBy: 'Ada',
          artworkId: job.artworkId,
          fileName: job.fileName,
          exercise: null,
          practice: false,
          plan: job.plan,
        }) as never,
    );
    const [bringBack] = await findAllByRole('button', { name: 'Bring back' });
    await user.click(bringBack);
    await vi.waitFor(() => expect(job.version).toBe(5));
    expect(server.asked(API.bringBackVersion)[0].body).toEqual({ base: 4 });
    expect(emitted('update:modelValue').at(-1)).toEqual([false]);
  });

  it('can’t be had while the server is in trouble, and that is said', async () => {
    const { server } = await openJob('cafe-window');
    server.refuse(API.listVersions, 'INTERNAL');
    await show(JobHistory, { modelValue: true });
    await vi.waitFor(() => expect(problemSaid()).toBe(sentenceOf('INTERNAL')));
  });
});
