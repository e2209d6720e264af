import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { DomainError } from '../errors/index.ts';
import {
  acted,
  ageOf,
  bestSize,
  chooseLot,
  freeIn,
  itemFrom,
  readStockCsv,
  reorderLine,
  stockCsv,
  stockFrom,
  usualPerWeek,
  type Received,
  type ReorderInput,
  type StockAct,
  type StockEvent,
  type StockItem,
} from './index.ts';

const FILM: Received = {
  kind: 'material',
  product: 'clear-film',
  name: 'Clear window film',
  lot: 'CW-1',
  unit: 'm',
  width: 1370,
  size: 50,
  receivedOn: '2026-06-01',
  madeOn: '2026-05-01',
  expiresOn: null,
  place: 'rack 2',
  paid: 53_000,
};
const WHITE: Received = {
  ...FILM,
  kind: 'ink',
  product: 'roll-1.W',
  name: 'White',
  unit: 'mL',
  width: 0,
  size: 220,
};

/** Events of one thing, told one after another. */
const told = (...acts: (StockAct | { act: 'undone'; event: number })[]): StockEvent[] =>
  acts.map((what, i) => ({
    id: i + 1,
    itemId: 'a',
    at: `2026-07-${String((i % 27) + 1).padStart(2, '0')}T10:00:00.000Z`,
    by: 'Ann',
    what,
  }));
const received = { act: 'received', ...FILM } as const;
const from = (...acts: Parameters<typeof told>) => itemFrom(told(...acts))!;
const refusal = (act: () => unknown) => {
  try {
    act();
  } catch (error) {
    if (error instanceof DomainError) return error.message;
    throw error;
  }
  return undefined;
};

describe('a lot or a container', () => {
  it('is what a ledger worked out by hand says', () => {
    // 50 m; job A reserves 12, B 20; A takes 13.4; a count finds 36; B takes 20.5; 15.5 left.
    const ledger = told(
      received,
      { act: 'reserved', jobId: 'A', amount: 12 },
      { act: 'reserved', jobId: 'B', amount: 20 },
      { act: 'drawn', amount: 13.4, jobId: 'A', source: 'report' },
      { act: 'counted', left: 36, reason: 'cut off the start' },
      { act: 'drawn', amount: 20.5, jobId: 'B', source: 'estimate' },
    );
    const states = ledger.map((_, i) => itemFrom(ledger.slice(0, i + 1))!);
    expect(states.map((item) => [item.left, freeIn(item)])).toEqual([
      [50, 50],
      [50, 38],
      [50, 18],
      [36.6, 16.6],
      [36, 16],
      [15.5, 15.5],
    ]);
    expect(states.at(-1)).toMatchObject({ sealed: false, openedOn: '2026-07-04', overdrawn: 0 });
  });

  it('does not go below nothing in silence: what was drawn beyond the books is told until it is counted', () => {
    const short = from(received, { act: 'drawn', amount: 53.5, source: 'report' });
    expect([short.left, short.overdrawn]).toEqual([0, 3.5]);
    const more = from(
      received,
      { act: 'drawn', amount: 53.5, source: 'report' },
      { act: 'drawn', amount: 1, source: 'hand' },
      { act: 'counted', left: 2, reason: 'the roll was longer' },
    );
    expect([more.left, more.overdrawn, more.countedOn]).toEqual([2, 0, '2026-07-04']);
  });

  it('is not reserved twice, fitted twice, sealed in the machine or thrown away out of it', () => {
    const container = { act: 'received', ...WHITE } as const;
    const fitted = { act: 'fitted', machineId: 'roll-1', channel: 'W' } as const;
    expect(
      refusal(() =>
        from(
          received,
          { act: 'reserved', jobId: 'A', amount: 40 },
          { act: 'reserved', jobId: 'B', amount: 11 },
        ),
      ),
    ).toMatch(/Only 10.0 m of Clear window film CW-1 are free, and 11.0 m/);
    expect(refusal(() => from(received, fitted))).toMatch(/no ink/);
    expect(refusal(() => from(container, fitted, fitted))).toMatch(/fitted already/);
    expect(refusal(() => from(container, fitted, { act: 'sealed' }))).toMatch(/Take it out/);
    expect(refusal(() => from(container, fitted, { act: 'discarded', reason: 'old' }))).toMatch(
      /Take it out/,
    );
    expect(
      refusal(() => from(container, { act: 'discarded', reason: 'old' }, { act: 'opened' })),
    ).toMatch(/thrown away \(old\)/);
    expect(
      refusal(() => acted(undefined, { itemId: 'a', at: '2026-07-01', what: { act: 'opened' } })),
    ).toMatch(/never received/);
    // What a job has reserved it may reserve less of, even where others have eaten into it since.
    const eaten = from(
      received,
      { act: 'reserved', jobId: 'A', amount: 40 },
      { act: 'drawn', amount: 45, source: 'hand' },
      { act: 'reserved', jobId: 'A', amount: 30 },
    );
    expect(eaten.reserved).toEqual({ A: 30 });
  });

  it('is undone by an event, and an undoing by another', () => {
    const drawn = { act: 'drawn', amount: 10, source: 'hand' } as const;
    const undone = (event: number) => ({ act: 'undone', event }) as const;
    expect(from(received, drawn, undone(2)).left).toBe(50);
    expect(from(received, drawn, undone(2), undone(3)).left).toBe(40);
    expect(from(received, drawn, undone(2), undone(3), undone(4)).left).toBe(50);
    expect(itemFrom(told(received, undone(1)))).toBeUndefined();
    expect(refusal(() => from(received, drawn, undone(1)))).toMatch(/never received/);
  });

  it('is after 10,000 generated events what a plain sum of what holds says, told one by one or all at once', () => {
    const amount = fc.integer({ min: 0, max: 900 }).map((n) => n / 100);
    const act = fc.oneof(
      fc.record({
        act: fc.constant('drawn' as const),
        amount,
        source: fc.constant('hand' as const),
      }),
      fc.record({ act: fc.constant('counted' as const), left: amount, reason: fc.constant('') }),
      fc.record({ act: fc.constant('moved' as const), place: fc.constantFrom('a', 'b') }),
      fc.record({ act: fc.constant('undone' as const), event: fc.nat(400) }),
    );
    let events = 0;
    fc.assert(
      fc.property(fc.array(act, { minLength: 380, maxLength: 400 }), (acts) => {
        const gone = new Set<number>();
        const list: StockEvent[] = told(received);
        // Only what holds may be undone, and not the receipt, as the server sees to.
        for (const what of acts) {
          const id = list.length + 1;
          if (what.act === 'undone') {
            if (what.event < 2 || what.event >= id || gone.has(what.event)) continue;
            gone.add(what.event);
          }
          list.push({ id, itemId: 'a', at: '2026-07-01T00:00:00Z', by: '', what });
        }
        events += list.length;
        // In whole hundredths, from the newest to the oldest: an undone undoing brings its event back.
        const holds = new Map(list.map(({ id }) => [id, true]));
        for (const { id, what } of list.toReversed())
          if (what.act === 'undone' && holds.get(id)) holds.set(what.event, false);
        let cents = 5000;
        for (const { id, what } of list) {
          if (!holds.get(id)) continue;
          if (what.act === 'drawn') cents -= Math.round(what.amount * 100);
          if (what.act === 'counted') cents = Math.round(what.left * 100);
        }
        const item = stockFrom(list).get('a')!;
        expect(Math.round((item.left - item.overdrawn) * 100)).toBe(cents);
        const plain = list.filter(({ what }) => what.act !== 'undone');
        let one: StockItem | undefined;
        for (const event of plain) one = acted(one, event as never);
        expect(itemFrom(plain)).toEqual(one);
      }),
      { numRuns: 45, seed: 16 },
    );
    expect(events).toBeGreaterThan(10_000);
  });
});

describe('the lot of a job', () => {
  const TODAY = '2026-11-27';
  const keeping = { shelfLifeMonths: 12 };
  const lot = (id: string, change: Partial<StockItem>): StockItem => ({
    ...from(received),
    id,
    lot: id,
    ...change,
  });

  it('is good until its maker’s months are over, or the day printed on it, or its weeks once it is open', () => {
    expect(ageOf(lot('a', { madeOn: '2025-11-27' }), keeping, TODAY)).toMatchObject({
      age: 'soon',
      daysLeft: 0,
    });
    expect(ageOf(lot('a', { madeOn: '2025-11-26' }), keeping, TODAY)).toMatchObject({
      age: 'over',
      daysLeft: -1,
    });
    expect(ageOf(lot('a', { madeOn: '2026-02-28' }), { shelfLifeMonths: 24 }, TODAY).until).toBe(
      '2028-02-28',
    );
    expect(ageOf(lot('a', { madeOn: null }), keeping, TODAY).age).toBe('unknown');
    const open = {
      kind: 'ink',
      madeOn: null,
      expiresOn: '2027-06-01',
      openedOn: '2026-06-01',
    } as const;
    expect(ageOf(lot('a', open), { openWeeks: 26 }, TODAY)).toMatchObject({
      age: 'soon',
      until: '2026-11-30',
    });
  });

  it('is the one that brute force finds: of all good and long enough, the one that is over first', () => {
    const day = fc
      .integer({ min: 0, max: 700 })
      .map((n) => new Date(Date.UTC(2025, 0, 1 + n)).toISOString().slice(0, 10));
    const any = fc.record({
      madeOn: fc.option(day),
      receivedOn: day,
      left: fc.integer({ min: 0, max: 50 }),
      sealed: fc.boolean(),
      width: fc.constantFrom(1370, 1370, 1370, 610),
      reserved: fc.constantFrom<Record<string, number>>({}, { x: 5 }, { own: 5 }),
    });
    fc.assert(
      fc.property(
        fc.array(any, { maxLength: 12 }),
        fc.integer({ min: 0, max: 40 }),
        (changes, amount) => {
          const items = changes.map((change, i) =>
            lot(`lot-${String(i).padStart(2, '0')}`, change),
          );
          const { chosen } = chooseLot(
            items,
            { amount, jobId: 'own', width: 1370 },
            keeping,
            TODAY,
          );
          const allowed = items.filter((item) => {
            const others = item.reserved.x ?? 0;
            const until =
              item.madeOn && `${Number(item.madeOn.slice(0, 4)) + 1}${item.madeOn.slice(4)}`;
            return (
              item.left - others > 0 &&
              item.left - others >= amount &&
              item.width === 1370 &&
              !(until && until < TODAY)
            );
          });
          if (allowed.length === 0) expect(chosen).toBeUndefined();
          else {
            expect(allowed).toContainEqual(chosen!.item);
            for (const other of allowed) {
              const [mine, theirs] = [chosen!.item.madeOn ?? '9', other.madeOn ?? '9'];
              expect(mine <= theirs).toBe(true);
              if (mine === theirs) expect(chosen!.item.receivedOn <= other.receivedOn).toBe(true);
            }
          }
        },
      ),
      { seed: 3, numRuns: 400 },
    );
  });

  it('comes with its reason, and where there is none with what stands against each', () => {
    const old = lot('OLD', { madeOn: '2025-01-01' });
    const rest = lot('REST', { left: 3, madeOn: '2026-03-01' });
    const fresh = lot('NEW', { madeOn: '2026-06-01' });
    const found = chooseLot([fresh, old, rest], { amount: 10 }, keeping, TODAY);
    expect(found.chosen!.item.lot).toBe('NEW');
    expect(found.reason).toBe(
      'Good until 1 Jun 2027: the oldest good one with 10.0 m free (2 older can’t be taken). 40.0 m will be left.',
    );
    expect(found.offers.map(({ against }) => against)).toEqual([
      undefined,
      'over-age since 1 Jan 2026',
      'only 3.0 m free',
    ]);
    const narrow = chooseLot(
      [lot('N', { width: 900 })],
      { amount: 1, width: 1270 },
      keeping,
      TODAY,
    );
    expect(narrow.reason).toContain('No good lot is 1270 mm wide');
    const two = chooseLot([rest, lot('B', { left: 9 })], { amount: 10 }, keeping, TODAY);
    expect(two.chosen).toBeUndefined();
    expect(two.reason).toMatch(/all together 12.0 m: use two lots/);
    expect(chooseLot([old], { amount: 1 }, keeping, TODAY).reason).toMatch(/All of it is over-age/);
    expect(chooseLot([], { amount: 1 }, keeping, TODAY).reason).toBe('None of it is on the shelf.');
  });
});

describe('what to order', () => {
  const input: ReorderInput = {
    product: {
      key: 'roll-1.W',
      name: 'White',
      unit: 'mL',
      keeping: { openWeeks: 26 },
      supply: {
        deliveryDays: 5,
        sizes: [
          { amount: 220, price: 4000 },
          { amount: 880, price: 12_000 },
        ],
      },
    },
    items: [{ ...from({ act: 'received', ...WHITE }), left: 100 }],
    planned: [],
    usualPerWeek: 14,
    today: '2026-11-27',
    currency: 'USD',
  };

  it('is told by the day on which usual use empties the shelf, less delivery, worked out by hand', () => {
    // 2 mL a day: 100 mL are passed on day 51, 17 January; ordered by the 12th.
    const line = reorderLine(input)!;
    expect([line.emptyOn, line.orderBy]).toEqual(['2027-01-17', '2027-01-12']);
    // 98 days at 2 mL are 196; 96 are missing: one of 220 mL.
    expect([line.size!.amount, line.count, line.cost.minor]).toEqual([220, 1, 4000]);
  });

  it('counts a job that comes sooner, quoted ones by their chance, and nothing that is over-age', () => {
    const planned = [
      { job: 'Harbour', amount: 80, due: '2026-12-04', chance: 1 },
      { job: 'Poster', amount: 60, due: '2026-12-06', chance: 0.5 },
    ];
    expect(reorderLine({ ...input, planned })!.emptyOn).toBe('2026-12-06');
    const old = { ...input.items[0], expiresOn: '2026-11-01' };
    expect(reorderLine({ ...input, items: [old] })).toMatchObject({
      good: 0,
      overAge: 100,
      emptyOn: '2026-11-28',
    });
    expect(reorderLine({ ...input, items: [old] })!.reason).toMatch(/comes too late, order now/);
    expect(reorderLine({ ...input, usualPerWeek: 0 })).toBeUndefined();
  });

  it('takes the large container only where it is used in time', () => {
    const sizes = input.product.supply.sizes;
    // At 14 mL a week 364 mL are used in 26 weeks: 12,000 ÷ 364 is dearer than 4,000 ÷ 220.
    expect(bestSize(sizes, 14, 26)!.amount).toBe(220);
    expect(bestSize(sizes, 30, 26)!.amount).toBe(880);
    expect(bestSize(sizes, 14)!.amount).toBe(880);
    expect(bestSize([], 14)).toBeUndefined();
  });

  it('takes for usual what was drawn in the weeks before, and no older', () => {
    const draws = [
      { on: '2026-11-27', amount: 10 },
      { on: '2026-10-31', amount: 6 },
      { on: '2026-10-30', amount: 100 },
    ];
    expect(usualPerWeek(draws, '2026-11-27', 4)).toBe(4);
  });
});

describe('stock in a spreadsheet', () => {
  it('comes back as it went out, names in any script and formulas as text', () => {
    const item = {
      ...from(received),
      code: 'L1',
      lot: '=1+1',
      place: 'Regal "2"; oben, 窗',
      name: 'Пленка',
    };
    const [row] = readStockCsv(stockCsv([item]), '2026-11-27');
    expect(row.received).toEqual({ ...FILM, lot: '=1+1', place: item.place, name: item.name });
    expect(stockCsv([item])).toContain("'=1+1");
    expect(row).toMatchObject({ left: 50, opened: false });
  });

  it('is read with semicolons and decimal commas, and refused with the line, the column and the way out', () => {
    const head = 'kind;product;unit;size;left';
    const [row] = readStockCsv(`${head}\nmaterial;clear-film;m;50;12,5\n`, '2026-11-27');
    expect([row.left, row.opened, row.received.receivedOn]).toEqual([12.5, true, '2026-11-27']);
    const wrong = (text: string) => refusal(() => readStockCsv(text, '2026-11-27'));
    expect(wrong(`${head}\nmaterial;clear-film;m;50;x`)).toMatch(
      /^Line 2, column “left”: “x” is not a number/,
    );
    expect(wrong(`${head}\nmaterial;clear-film;m;50;51`)).toMatch(/at most its size, 50/);
    expect(wrong(`${head}\nink;w;m;50;1`)).toMatch(/mL, as ink is counted/);
    expect(wrong('a;b\n1;2')).toMatch(/no column “kind”/);
    expect(wrong('')).toMatch(/no column/);
  });
});
