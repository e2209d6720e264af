import { API } from '@kyanos/contract';
import { modesFor, obstacles, type PrintPlan } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { describe, expect, it, vi } from 'vitest';
import { openJob } from '../../test/job.ts';
import { stocked } from '../../test/stock.ts';
import { show, words, write } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: AssumedFigures } = await import('./AssumedFigures.vue');
const { default: MaterialStage } = await import('./MaterialStage.vue');

const opened = async (change: Partial<PrintPlan> = {}) => {
  const open = await openJob('cafe-window', change);
  return { ...open, ...(await show(MaterialStage, {}, '/jobs/x/material')) };
};
const named = (name: string) => new RegExp(`^${name}`);

describe('what a job is printed on', () => {
  it('is one of the shop’s materials, and another with a click: the lot is asked for anew', async () => {
    const { job, getByRole, getAllByRole, user } = await opened({ lot: 'A-1' });
    const chosen = getAllByRole('radio').filter(
      (one) => one.getAttribute('aria-checked') === 'true',
    );
    expect(chosen.map((one) => words(one).slice(0, 17))).toEqual([
      'Clear window film',
      'Roll printer No. ',
    ]);
    const other = SHOP.materials.find(
      ({ id, class: is }) => is === 'clear' && id !== job.plan!.material.id,
    )!;
    await user.click(getByRole('radio', { name: named(other.name) }));
    expect(job.plan!.material.id).toBe(other.id);
    expect(job.plan!.lot).toBe('');
  });

  it('is printed by one of the machines, in a mode that can print it', async () => {
    const { job, getByRole, user } = await opened();
    for (const machine of SHOP.machines) {
      await user.click(getByRole('radio', { name: named(machine.name) }));
      const { plan } = job;
      expect(plan!.machine.id).toBe(machine.id);
      const fit = modesFor(machine, plan!.material, plan!.stack);
      if (fit.length > 0) expect(fit.map(({ id }) => id)).toContain(plan!.modeId);
      else expect(machine.modes.map(({ id }) => id)).toContain(plan!.modeId);
    }
  });

  it('says of a machine that can’t print it why', async () => {
    const { job, getByRole } = await opened();
    const { stack, material } = job.plan!;
    for (const machine of SHOP.machines) {
      const [reason] = obstacles(stack, machine, material);
      const said = words(getByRole('radio', { name: named(machine.name) }));
      if (reason) expect(said).toContain(reason.message);
    }
  });

  it('is told with its machine in one sentence, or with what stands against it', async () => {
    const { job, container } = await opened();
    const answer = () => words(container.querySelector('.answer')!);
    expect(answer()).toBe('Clear window film on Roll printer No. 1.');
    job.update({ machine: { ...job.plan!.machine, inks: job.plan!.machine.inks.slice(0, 4) } });
    const [reason] = obstacles(job.plan!.stack, job.plan!.machine, job.plan!.material);
    await vi.waitFor(() => expect(answer()).toBe(reason.message));
  });

  it('is seen from a side, by a lamp, and comes off a lot', async () => {
    const screen = await opened();
    const { job, getByLabelText, findByRole, user } = screen;
    await write(screen, 'Lot or roll number', 'CW-17');
    expect(job.plan!.lot).toBe('CW-17');
    await user.click(getByLabelText('Seen', { selector: 'input' }));
    await user.click(await findByRole('option', { name: 'from both sides' }));
    expect(job.plan!.viewing.side).toBe('both');
  });
});

describe('lots for a job', () => {
  const item = (code: string, lot: string) => stocked(code, { lot });
  const stock = (reserved: boolean) => ({
    need: { material: { name: 'Clear window film', amount: 2.4, unit: 'm' }, inks: [] },
    reason: 'The oldest that is good and long enough.',
    lots: [
      {
        item: item('11', 'CW-1'),
        age: { age: 'soon', until: '2026-12-20', daysLeft: 20, from: '' },
        free: 18,
        leftAfter: 15.6,
        against: null,
        chosen: true,
      },
      {
        item: item('12', 'CW-0'),
        age: { age: 'over', until: '2026-10-20', daysLeft: -41, from: '' },
        free: 20,
        leftAfter: 17.6,
        against: 'Over age.',
        chosen: false,
      },
    ],
    reserved: reserved ? [{ code: '11', lot: 'CW-1', amount: 2.4, unit: 'm' }] : [],
    drawn: [],
  });
  const withStock = async () => {
    const open = await openJob('cafe-window');
    let reserved = false;
    open.server.on(API.getJobStock, () => stock(reserved) as never);
    open.server.on(API.reserveForJob, () => {
      reserved = true;
      return stock(true) as never;
    });
    return { ...open, ...(await show(MaterialStage, {}, '/jobs/x/material')) };
  };

  it('stand with how much is needed, which one is meant for it and why, and how long each is good', async () => {
    const { findByTestId } = await withStock();
    const lots = words(await findByTestId('job-lots'));
    for (const said of ['2.4 m', 'The oldest that is good', 'CW-1', 'CW-0', '18.0 m', 'Rack 2'])
      expect(lots).toContain(said);
  });

  it('are reserved with a click, and the job is printed on that one', async () => {
    const { job, server, findByRole, findByText, user } = await withStock();
    await user.click(await findByRole('button', { name: /CW-1/ }));
    await findByText('reserved');
    expect(server.asked(API.reserveForJob).map(({ body }) => body)).toEqual([
      { item: item('11', '').id },
    ]);
    expect(job.plan!.lot).toBe('CW-1');
  });

  it('that are over age are taken knowingly', async () => {
    const { findByRole } = await withStock();
    expect(words(await findByRole('button', { name: /CW-0/ }))).toMatch(/anyway/);
  });
});

describe('figures of a material that nobody has stated', () => {
  const [material] = SHOP.materials;

  it('are named, until somebody says that they are right', async () => {
    const assumed = { ...material, assumed: ['optics', 'thickness', 'pricePerM2'] };
    const { container, getByRole, user, emitted } = await show(AssumedFigures, {
      material: assumed,
    });
    expect(words(container)).toMatch(/thickness/);
    expect(words(container)).toMatch(/price/);
    await user.click(getByRole('button'));
    expect(emitted('right')).toHaveLength(1);
  });

  it('are none where all are stated', async () => {
    const { container } = await show(AssumedFigures, { material: { ...material, assumed: [] } });
    expect(words(container)).toBe('');
  });
});
