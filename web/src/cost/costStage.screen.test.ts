import { COST_GROUPS, type Money, type PrintPlan } from '@kyanos/core';
import { within } from '@testing-library/vue';
import { describe, expect, it, vi } from 'vitest';
import { openJob, worker } from '../../test/job.ts';
import { show } from '../../test/screen.ts';
import { currency } from '../shared/format.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: CostStage } = await import('./CostStage.vue');

const opened = async (change: Partial<PrintPlan> = {}) => {
  const open = await openJob('cafe-window', change);
  return { ...open, ...(await show(CostStage, {}, '/jobs/x/cost')) };
};
const words = (element: Element) => element.textContent.replace(/\s+/g, ' ').trim();
/** An amount as it is shown, in hundredths. */
const minor = (text: string) =>
  Math.round(Number(/-?[\d,]+\.\d\d/.exec(text)![0].replace(',', '')) * 100);

describe('what a job costs', () => {
  it('is a line for each thing that costs, and they come to the cost', async () => {
    const { job, getByRole } = await opened();
    const { cost } = job.shown!.work!;
    const table = getByRole('heading', { name: /line by line/ }).nextElementSibling!;
    const rows = [...table.querySelectorAll('tr:not(.part):not(.total)')].map(words);
    const groups = COST_GROUPS.filter((group) => cost.lines.some((line) => line.group === group));
    const sums = rows.slice(0, groups.length).map((row) => minor(row.slice(row.indexOf('$'))));
    expect(sums.reduce((all, one) => all + one, 0)).toBe(cost.total.minor);
    expect(words(table.querySelector('.total')!)).toContain(currency(cost.total));
    // Parts of a group come to what stands at its head.
    const parts = cost.lines.filter(({ group }) => group === 'labour');
    expect(parts.length).toBeGreaterThan(1);
    const labour = parts.reduce((all, { amount }) => all + amount.minor, 0);
    expect(sums[groups.indexOf('labour')]).toBe(labour);
  });

  it('stands in a sentence with price and margin', async () => {
    const { job, getByTestId } = await opened();
    const { total, price, margin } = job.shown!.work!.cost;
    const answer = words(getByTestId('answer'));
    for (const said of [currency(total), currency(price), `${Math.round(margin * 100)} %`])
      expect(answer).toContain(said);
    expect(margin).toBeCloseTo(1 - total.minor / price.minor, 4);
  });

  it('is of each ink what is used and what of it is lost', async () => {
    const { job, getByRole } = await opened();
    const table = within(getByRole('heading', { name: 'Ink' }).closest('.panel')!).getByRole(
      'table',
    );
    const rows = [...table.querySelectorAll('tbody tr')].map(words);
    const { inks } = job.shown!.work!;
    expect(rows).toHaveLength(inks.filter(({ ml }) => ml > 0).length);
    for (const { ml } of inks.filter((ink) => ink.ml > 0))
      expect(rows.some((row) => row.includes(`${ml.toFixed(1)} mL`))).toBe(true);
  });

  it('opens any sum into how it was come by', async () => {
    const { job, getAllByRole, findByTestId, user } = await opened();
    const { workings } = job.shown!.work!.cost;
    const [price] = getAllByRole('button', { name: new RegExp(workings.price.label) });
    await user.click(price);
    expect(words(await findByTestId('working'))).toContain(workings.price.formula);
  });
});

describe('what a price is made of', () => {
  const priced = async (label: string, text: string, change: Partial<PrintPlan> = {}) => {
    const open = await opened(change);
    const field = open.getByLabelText(label);
    await open.user.clear(field);
    await open.user.type(field, text);
    await open.user.tab();
    return { ...open, prices: open.job.plan!.prices, cost: open.job.shown!.work!.cost };
  };
  const price = ({ price: { minor: sum } }: { readonly price: Money }) => sum;

  it('is a mark-up on the cost', async () => {
    const { cost, prices } = await priced('Markup', '50');
    expect(prices.markupPercent).toBe(50);
    expect(price(cost)).toBe(Math.round(cost.total.minor * 1.5));
  });

  it('is never less than the least charge', async () => {
    const { cost } = await priced('Minimum charge', '500');
    expect(price(cost)).toBe(50_000);
  });

  it('bears tax, and what is to be paid then', async () => {
    const { cost, container } = await priced('Tax', '19');
    expect(cost.tax.minor).toBe(Math.round(price(cost) * 0.19));
    await vi.waitFor(() => expect(words(container)).toContain(currency(cost.withTax)));
  });

  it('is by margin where the shop wants one', async () => {
    const demo = await opened();
    const { prices } = demo.job.plan!;
    demo.unmount();
    const { cost } = await priced('Margin', '60', {
      prices: { ...prices, pricing: 'margin', minimum: 0 },
    });
    // Sixty percent of the price is earned: the cost is the other forty.
    expect(price(cost)).toBeCloseTo(cost.total.minor / 0.4, -0.5);
  });

  it('is less from a quantity on, as far as somebody says so', async () => {
    const demo = await opened();
    const prices = { ...demo.job.plan!.prices, breaks: [] };
    demo.unmount();
    const { job, getByRole, getByLabelText, user } = await opened({ prices });
    await user.click(getByRole('button', { name: /Add.*break/i }));
    expect(job.plan!.prices.breaks).toEqual([{ copies: 100, percentOff: 5 }]);
    const from = getByLabelText('From copies');
    await user.clear(from);
    await user.type(from, '2');
    await user.tab();
    expect(job.plan!.prices.breaks).toEqual([{ copies: 2, percentOff: 5 }]);
    await user.click(getByRole('button', { name: /Remove.*break/i }));
    expect(job.plan!.prices.breaks).toEqual([]);
  });
});

describe('work and goods beside printing', () => {
  it('are added, said to be what they are, and taken away', async () => {
    const { job, getByRole, getByLabelText, user } = await opened({ extras: [] });
    const before = job.shown!.work!.cost.total.minor;
    await user.click(getByRole('button', { name: /Add work/ }));
    expect(job.plan!.extras).toMatchObject([{ kind: 'labour', minutes: 10, per: 'job' }]);
    const pay = getByLabelText('To pay');
    await user.clear(pay);
    await user.type(pay, '12.50');
    await user.tab();
    expect(job.plan!.extras).toMatchObject([{ minor: 1250 }]);
    await vi.waitFor(() =>
      expect(job.shown!.work!.cost.total.minor).toBeGreaterThan(before + 1249),
    );
    const what = getByLabelText<HTMLInputElement>('What');
    const name = what.value;
    await user.clear(what);
    await user.tab();
    // Something has a name.
    expect(job.plan!.extras![0].name).toBe(name);
    await user.click(getByRole('button', { name: new RegExp(`Remove ${name}`) }));
    expect(job.plan!.extras).toEqual([]);
  });
});

describe('papers for the customer', () => {
  it('wait until the plates are at full size and the job is kept', async () => {
    const { job, getByRole, findByRole } = await opened();
    await vi.waitFor(() => expect(job.fullSize).toBe(true));
    const quote = await findByRole('link', { name: 'Quote' });
    expect(quote.getAttribute('href')).toMatch(/^\/api\/jobs\/[\w-]+\/quote\.pdf/);
    job.update({ customer: 'Ada' });
    await findByRole('button', { name: /Quote.*waiting/i });
    expect(getByRole('button', { name: /Quote.*waiting/i }).hasAttribute('disabled')).toBe(true);
  });

  it('are for whom the job is, in the language that is wanted', async () => {
    const { job, getByLabelText, user } = await opened();
    const customer = getByLabelText('Customer');
    await user.clear(customer);
    await user.type(customer, 'Orchard Ltd');
    await user.tab();
    expect(job.plan!.customer).toBe('Orchard Ltd');
  });
});

describe('other quantities', () => {
  it('are offered where more pieces cost less than what is ordered, and taken with a click', async () => {
    const money = (sum: number): Money => ({ minor: sum, currency: 'USD' });
    worker.around = async (plan) =>
      ({
        sensitivities: [],
        offers: [
          { copies: plan.layout.copies, perPiece: money(5000), price: money(10_000) },
          { copies: 25, perPiece: money(380), price: money(9500) },
          { copies: 50, perPiece: money(240), price: money(12_000) },
        ],
      }) as never;
    const { job, findByRole, findByText, user } = await opened();
    await findByText(/25 pieces cost less than/);
    await user.click(await findByRole('button', { name: 'Make it 25' }));
    expect(job.plan!.layout.copies).toBe(25);
    delete worker.around;
  });
});

it('says why there is no cost: a print that can’t be made', async () => {
  const { job, getByTestId } = await opened();
  job.update({ machine: { ...job.plan!.machine, maxWidth: 50 } });
  await vi.waitFor(() => expect(words(getByTestId('answer'))).toMatch(/can’t be made/));
});
