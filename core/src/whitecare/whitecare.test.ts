import { describe, expect, it } from 'vitest';
import { WHITE_USE, whiteChoices, type WhiteUse } from './index.ts';

const week = (ml: number) => ({ ml, jobs: ml > 0 ? 1 : 0 });
const USE: WhiteUse = {
  ...WHITE_USE,
  weeks: [40, 0, 0, 0, 40, 0, 0, 0].map(week),
  containers: [{ ml: 200, price: 4000 }],
  openWeeks: 26,
  movingMl: 15,
  careMinutes: 10,
  fitMinutes: 6,
  takeOutMinutes: 12,
  swapMinutes: 20,
  swapMl: 30,
  swapFluid: 500,
  gatherWeeks: 4,
  outsideJob: 9000,
  labourRate: 3600,
  currency: 'USD',
};
const costs = (use: WhiteUse) =>
  Object.fromEntries(whiteChoices(use).map(({ id, total }) => [id, total.minor]));

describe('whiteChoices', () => {
  it('are worked by hand: ink at 20 a mL, an operator at 60 a minute, eight weeks with two that want white', () => {
    expect(costs(USE)).toEqual({
      // 40 + 15 × 3, twice: 170 mL; 80 minutes.
      keep: 170 * 20 + 80 * 60,
      // 80 mL; twice 10 + 18 minutes.
      park: 80 * 20 + 56 * 60,
      // 80 mL and twice 60 in the lines; twice 10 + 40 minutes; four fluids.
      flush: 200 * 20 + 100 * 60 + 2000,
      gather: 200 * 20 + 100 * 60 + 2000,
      send: 18_000,
    });
  });

  it('put the cheapest first, and gathering beats flushing as soon as weeks fall together', () => {
    const use = { ...USE, weeks: [20, 0, 20, 0, 20, 0, 20, 0].map(week) };
    const { flush, gather } = costs(use);
    expect(gather).toBeLessThan(flush);
    const ordered = whiteChoices(use).map(({ total }) => total.minor);
    expect(ordered).toEqual(ordered.toSorted((a, b) => a - b));
  });

  it('throw away what is too old, and then a small container is cheaper than a large one', () => {
    const containers = [
      { ml: 200, price: 4000 },
      { ml: 1000, price: 12_000 },
    ];
    const often = whiteChoices({
      ...USE,
      weeks: Array.from({ length: 26 }, () => week(60)),
      containers,
    });
    expect(often.find(({ id }) => id === 'park')!.container!.ml).toBe(1000);
    const seldom = whiteChoices({
      ...USE,
      weeks: Array.from({ length: 26 }, (_, i) => week(i % 12 ? 0 : 20)),
      containers,
      openWeeks: 8,
    });
    const park = seldom.find(({ id }) => id === 'park')!;
    expect(park.container!.ml).toBe(200);
    expect(park.expiredMl).toBeGreaterThan(0);
  });

  it('count of the last container only what will be used of it in time', () => {
    // 80 mL in eight weeks: 10 a week. A container of 1000 mL, open for 12 weeks, is used for 4 more: 40 mL.
    const [large] = whiteChoices({
      ...USE,
      containers: [{ ml: 1000, price: 10_000 }],
      openWeeks: 12,
    }).filter(({ id }) => id === 'park');
    expect(large.lines[0].amount.minor).toBe((80 + 1000 - 80 - 40) * 10);
    expect(large.expiredMl).toBe(1000 - 80 - 40);
  });

  it('send out what is wanted once in half a year', () => {
    const rare = {
      ...USE,
      weeks: Array.from({ length: 26 }, (_, i) => week(i === 3 ? 10 : 0)),
      outsideJob: 1500,
    };
    expect(whiteChoices(rare)[0].id).toBe('send');
  });
});
