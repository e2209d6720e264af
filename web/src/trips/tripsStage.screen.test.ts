import { tripOptionsOf, type PrintPlan } from '@kyanos/core';
import { describe, expect, it, vi } from 'vitest';
import { halfInked, openJob } from '../../test/job.ts';
import { show } from '../../test/screen.ts';
import { currency, duration } from '../shared/format.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: TripsStage } = await import('./TripsStage.vue');

const opened = async (name = 'cafe-window', change: Partial<PrintPlan> = {}) => {
  const open = await openJob(name, change);
  return { ...open, ...(await show(TripsStage, {}, '/jobs/x/trips')) };
};
const figure = (element: HTMLElement) => element.textContent.replace(/\s+/g, ' ').trim();

describe('ways of printing a stack', () => {
  it('stand side by side, each with its time, trips and cost; the one that is planned is chosen', async () => {
    const { job, getAllByRole } = await opened();
    const plan = job.plan!;
    const options = tripOptionsOf(plan, job.info!, halfInked(plan), job.state);
    const shown = getAllByRole('radio');
    expect(shown).toHaveLength(options.length);
    options.forEach(({ name, result, chosen }, i) => {
      const words = figure(shown[i]);
      expect(words).toContain(name);
      expect(words).toContain(duration(result.work!.minutes));
      expect(words).toContain(currency(result.work!.cost.total));
      expect(shown[i].getAttribute('aria-checked')).toBe(`${chosen}`);
    });
  });

  it('are chosen with a click, and the plan is as that way was worked out', async () => {
    const { job, getAllByRole, user, getByTestId } = await opened();
    const before = figure(getByTestId('answer'));
    const plan = job.plan!;
    const [{ plan: wanted, result }] = tripOptionsOf(plan, job.info!, halfInked(plan), job.state);
    await user.click(getAllByRole('radio')[0]);
    expect(job.plan!.trips).toEqual(wanted.trips);
    expect(job.plan!.stack).toEqual(wanted.stack);
    await vi.waitFor(() => expect(figure(getByTestId('answer'))).not.toBe(before));
    expect(figure(getByTestId('answer'))).toContain(duration(result.work!.minutes));
    job.undo();
    await vi.waitFor(() => expect(figure(getByTestId('answer'))).toBe(before));
  });
});

describe('the work from first to last', () => {
  it('is a bar for each phase, which opens into how long it takes and why', async () => {
    const { job, getByTestId, getByRole, getAllByRole, findByTestId, user } = await opened();
    const { phases } = job.shown!.work!;
    const bars = getByTestId('timeline').querySelectorAll('.bar');
    expect(bars).toHaveLength(phases.length);
    phases.forEach(({ label, minutes }, i) => {
      expect(figure(bars[i] as HTMLElement)).toBe(`${label}, ${duration(minutes)}`);
    });
    const printing = phases.find(({ step }) => step === 'print')!;
    const [bar] = getAllByRole('button', { name: new RegExp(printing.label) });
    await user.click(bar);
    const working = await findByTestId('working');
    expect(figure(working)).toContain(printing.working.formula);
    await user.keyboard('{Escape}');
    getByRole('group', { name: /minutes/i });
  });

  it('opens by the keyboard too, with Enter and with the space bar', async () => {
    for (const key of ['{Enter}', ' ']) {
      const { getByTestId, findByTestId, user, unmount } = await opened();
      getByTestId('timeline').querySelector<SVGGElement>('.bar')!.focus();
      await user.keyboard(key);
      await findByTestId('working');
      unmount();
    }
  });

  it('shows drying as long as it is planned between trips', async () => {
    const { job, getByLabelText, getByTestId, user } = await opened();
    const wait = getByLabelText('Drying between trips');
    await user.clear(wait);
    await user.type(wait, '40');
    await user.tab();
    expect(job.plan!.trips.waitMinutes).toBe(40);
    await vi.waitFor(() =>
      // After each of the two trips.
      expect(figure(getByTestId('timeline'))).toContain('Drying, 1 h 20 min'),
    );
  });

  it('is a table of trips too, by layers, passes, speed and time', async () => {
    const { job, getByRole } = await opened();
    const table = getByRole('table');
    const rows = [...table.querySelectorAll('tbody tr')].map((row) => figure(row as HTMLElement));
    const { trips, operatorMinutes, minutes } = job.shown!.work!;
    expect(rows).toHaveLength(trips.length + 2);
    trips.forEach((trip, i) => {
      expect(rows[i]).toContain(`${trip.passes} × ${trip.hits}`);
      expect(rows[i]).toContain(`${Math.round(trip.speed)} mm/s`);
      expect(rows[i]).toContain(duration(trip.minutes));
    });
    expect(rows.at(-2)).toContain(duration(operatorMinutes));
    expect(rows.at(-1)).toContain(duration(minutes));
  });
});

describe('what is set on the machine', () => {
  it('is slower for one trip alone, until it is as the mode says again', async () => {
    const { job, getByLabelText, getByRole, user } = await opened();
    const passes = getByLabelText('Passes');
    await user.clear(passes);
    await user.type(passes, '16');
    await user.tab();
    expect(job.plan!.trips.careful).toEqual([{ passes: 16, trip: 1 }]);
    const { trips } = job.shown!.work!;
    expect(trips.map((trip) => trip.passes)[0]).toBe(16);
    await user.click(getByRole('button', { name: /mode says/i }));
    expect(job.plan!.trips).not.toHaveProperty('careful');
  });

  it('is how many copies, and whether one is printed to be looked at first', async () => {
    const { job, getByLabelText, user } = await opened();
    const copies = getByLabelText('Copies');
    await user.clear(copies);
    await user.type(copies, '7');
    await user.tab();
    expect(job.plan!.layout.copies).toBe(7);
    const was = job.plan!.trips.testPrint;
    await user.click(getByLabelText('Test print first'));
    expect(job.plan!.trips.testPrint).toBe(!was);
  });

  it('asks which of two practices the shop holds to where they differ, and takes the other', async () => {
    const { job, getAllByRole, user } = await opened();
    const [short] = getAllByRole('button', { name: /^Short wait/ });
    await user.click(short);
    expect(job.plan!.trips.waitMinutes).toBe(3);
  });

  it('cuts round each piece only where the machine has a blade, and cautions', async () => {
    const demo = await opened();
    const { cutter, ...machine } = demo.job.plan!.machine;
    demo.unmount();
    const blunt = await opened('cafe-window', { machine });
    expect(blunt.queryByLabelText('Cut')).toBeNull();
    blunt.unmount();
    const { job, getByRole, getByText, queryByText, user } = await opened('cafe-window', {
      machine: { ...machine, cutter: cutter! },
    });
    expect(queryByText(/Caution/)).toBeNull();
    await user.click(getByRole('button', { name: /round each piece/i }));
    // 200 × 100 mm: 600 mm round it.
    expect(job.plan!.cutting).toEqual({ cutMm: 600, creaseMm: 0 });
    getByText(/Caution/);
  });
});

it('says that a print can’t be made as it is planned, and why', async () => {
  const { job, getByTestId, findAllByRole } = await opened();
  job.update({ machine: { ...job.plan!.machine, maxWidth: 50 } });
  await vi.waitFor(() => expect(figure(getByTestId('answer'))).toMatch(/can’t be made/));
  const found = job.shown!.findings.filter(({ severity }) => severity === 'error');
  expect(found.length).toBeGreaterThan(0);
  const rows = (await findAllByRole('radio')).map(figure);
  expect(rows.every((row) => !/\d min/.test(row))).toBe(true);
});
