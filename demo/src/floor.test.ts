import { describe, expect, it } from 'vitest';
import { ageOf, careDue, careFrom, stockFrom, type StockEvent } from '@kyanos/core';
import { DEMO_JOBS, floorHistory, SHOP, SHOP_STATE } from './index.ts';

const NOW = new Date('2026-11-27T09:00:00Z');
const history = floorHistory(SHOP, NOW);
const stock = stockFrom(
  history.stock.map(({ item, ...entry }, i): StockEvent => ({ id: i + 1, itemId: item, ...entry })),
);
const days = (list: readonly { readonly at: string }[]) =>
  new Set(list.map(({ at }) => at.slice(0, 10)));

describe('half a year of the demo’s floor', () => {
  it('is the same for the same day and seed, and another for another seed', () => {
    expect(floorHistory(SHOP, NOW)).toEqual(history);
    expect(floorHistory(SHOP, NOW, 7).stock).not.toEqual(history.stock);
  });

  it('follows from one event to the next, lies in the past, in order, and spans the half year', () => {
    for (const list of [history.stock, history.care]) {
      expect(list.every(({ at }) => Date.parse(at) < NOW.getTime())).toBe(true);
      expect(days(list).size).toBeGreaterThan(110);
    }
    const own = history.care.filter(({ machineId }) => machineId === 'roll-1');
    const times = own.map(({ at }) => Date.parse(at));
    expect(times.every((time, i) => i === 0 || time >= times[i - 1])).toBe(true);
    expect(history.stock.length).toBeGreaterThan(3000);
    expect(history.care.length).toBeGreaterThan(1400);
  });

  it('ends in the state that the demo’s machines have', () => {
    for (const machine of SHOP.machines) {
      const fitted = [...stock.values()].filter(({ fitted }) => fitted?.machineId === machine.id);
      expect(Object.fromEntries(fitted.map(({ fitted, left }) => [fitted!.channel, left]))).toEqual(
        SHOP_STATE[machine.id].leftMl,
      );
      const care = careFrom(
        history.care
          .filter(({ machineId }) => machineId === machine.id)
          .map((entry, i) => ({ id: i + 1, ...entry })),
        ['W'],
      );
      expect(care.whiteSlot).toBe(SHOP_STATE[machine.id].whiteSlot);
    }
  });

  it('leaves the machines alike on any day and at any hour: nothing due but silver that is past its day', () => {
    for (const now of [
      '2026-11-29T00:20:00Z',
      '2026-11-30T06:00:00Z',
      '2027-03-03T23:50:00Z',
      '2026-08-01T12:00:00Z',
    ]) {
      const lived = floorHistory(SHOP, new Date(now));
      const end = stockFrom(
        lived.stock.map(({ item, ...entry }, i): StockEvent => ({
          id: i + 1,
          itemId: item,
          ...entry,
        })),
      );
      for (const machine of SHOP.machines) {
        const own = lived.care.filter(({ machineId }) => machineId === machine.id);
        expect(own.every(({ at }, i) => i === 0 || at >= own[i - 1].at)).toBe(true);
        const fitted = [...end.values()].filter((item) => item.fitted?.machineId === machine.id);
        const due = careDue({
          machine,
          care: careFrom(
            own.map((entry, i) => ({ id: i + 1, ...entry })),
            ['W'],
          ),
          fitted,
          keeping: ({ fitted: place }) => ({ openWeeks: 'WS'.includes(place!.channel) ? 26 : 52 }),
          whiteTwoWeeksMl: 100,
          now: new Date(now).toISOString(),
        });
        const codes = due.map(({ code, when }) => `${code} ${when}`);
        expect([
          now,
          machine.id,
          codes.filter((code) => code !== 'expiry now' && code !== 'expiry soon'),
        ]).toEqual([now, machine.id, []]);
      }
      for (const lot of DEMO_JOBS.flatMap(({ plan }) => plan.lot || []))
        expect([...end.values()].find((item) => item.lot === lot)!.left).toBeGreaterThan(10);
    }
  });

  it('has lots of every age, and those that the jobs of the demo name with enough on them', () => {
    const ages = new Set(
      [...stock.values()]
        .filter(({ left, discarded }) => left > 0 && discarded === null)
        .map((item) => {
          const months = SHOP.materials.find(({ id }) => id === item.product)?.shelfLifeMonths;
          return ageOf(item, months === undefined ? {} : { shelfLifeMonths: months }, '2026-11-27')
            .age;
        }),
    );
    expect([...ages].sort()).toEqual(['good', 'over', 'soon', 'unknown']);
    for (const { plan } of DEMO_JOBS.filter(({ plan }) => plan.lot !== '')) {
      const lot = [...stock.values()].find((item) => item.lot === plan.lot)!;
      expect([plan.lot, lot.product]).toEqual([plan.lot, plan.material.id]);
      expect(lot.left).toBeGreaterThan(3);
    }
  });

  it('shows what practitioners know: white that stood has more nozzles missing than white that moved', () => {
    const misses = (low: number, high: number) => {
      const found: number[] = [];
      let moved: number | undefined;
      for (const { at, what } of history.care.filter(
        ({ machineId }) => machineId === 'flatbed-2',
      )) {
        const time = Date.parse(at);
        if (what.act === 'agitated') {
          const stood = moved === undefined ? 0 : (time - moved) / 86_400_000;
          const next = history.care.find(
            (one) => one.machineId === 'flatbed-2' && one.what.act === 'pattern' && one.at > at,
          );
          if (stood >= low && stood < high && next?.what.act === 'pattern')
            found.push(next.what.missing.length);
          moved = time;
        }
        if (what.act === 'printed' && (what.ml.W ?? 0) > 0) moved = time;
      }
      return found.reduce((sum, n) => sum + n, 0) / found.length;
    };
    expect(misses(2, 30)).toBeGreaterThan(1.5 * misses(0, 1.2));
  });
});
