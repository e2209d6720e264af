import { describe, expect, it } from 'vitest';
import { CANDIDATES } from '../advisor/index.ts';
import { artwork, MACHINE, measures, PLAN } from '../../test/shop.ts';
import { sampleOf, sceneOf } from '../plan/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { formatStack, parseStack } from '../stack/index.ts';
import {
  cheaperWithMore,
  offersOf,
  quantitiesOf,
  sensitivitiesOf,
  tryVariants,
  variantPlans,
  tripOptionsOf,
  withDominated,
  type Figures,
  type Offer,
  type Variant,
} from './index.ts';

const info = artwork({ Cyan: 0.5, Magenta: 0.2 });
const plates = (notation: string) =>
  measures(...plateSpecs(parseStack(notation)).map(({ key }) => ({ key, coverage: 0.5 })));
const under = CANDIDATES.find(({ id }) => id === 'under')!;

describe('variantPlans', () => {
  it('tries every density in one and two hits and in one and two trips, each once', () => {
    const tried = variantPlans(PLAN, under);
    expect(tried).toHaveLength(6 * 2 * 2);
    expect(new Set(tried.map(({ plan }) => formatStack(plan.stack) + plan.trips.split)).size).toBe(
      24,
    );
  });

  it('lays silver no denser than dries, and asks no colour for a density', () => {
    const silver = CANDIDATES.find(({ id }) => id === 'silver-under')!;
    // As the trade lays it, at 35 %, and no denser than dries, at 40.
    expect(new Set(variantPlans(PLAN, silver).map(({ density }) => density))).toEqual(
      new Set([35, 40]),
    );
    const colour = CANDIDATES.find(({ id }) => id === 'colour-only')!;
    expect(variantPlans(PLAN, colour).map(({ density }) => density)).toEqual([undefined]);
  });

  it('are worked out with their look: more white is dearer and nearer to the art on white', () => {
    const picture = {
      width: 8,
      height: 4,
      size: 32,
      process: [200, 40, 0, 0].map((value) => new Uint8Array(32).fill(value)),
      plates: new Map([['W:front:image(choke 0.2)', new Uint8Array(32).fill(255)]]),
    };
    const print = {
      pictures: { front: picture, rear: picture },
      measures: plates('film | W@image(choke 0.2) / CMYK'),
      means: { process: { front: [0.5, 0.2, 0, 0], rear: [0, 0, 0, 0] }, plates: new Map() },
    };
    const plan = { ...PLAN, viewing: { ...PLAN.viewing, backing: 'black' as const } };
    const sample = sampleOf(print, sceneOf(plan, info), 'front');
    const figures = (density: number) => {
      const one = variantPlans(plan, under).find(
        (candidate) => candidate.density === density && candidate.hits === 1,
      )!;
      return tryVariants([one], info, print.measures, sample)[0].figures;
    };
    const [thin, full] = [figures(40), figures(100)];
    expect(full.cost.minor).toBeGreaterThan(thin.cost.minor);
    expect(full.opacity).toBeGreaterThan(thin.opacity);
    expect(full.deltaE).toBeLessThan(thin.deltaE);
  });
});

describe('withDominated', () => {
  const variant = (cost: number, minutes: number, opacity: number, deltaE: number) =>
    ({
      figures: { cost: { minor: cost, currency: 'USD' }, minutes, opacity, deltaE } as Figures,
    }) as Omit<Variant, 'dominated'>;

  it('greys what another one beats in something and loses to in nothing', () => {
    const marks = withDominated([
      variant(100, 10, 0.7, 4),
      variant(120, 12, 0.7, 4),
      variant(150, 20, 0.9, 2),
      variant(100, 10, 0.7, 4),
    ]).map(({ dominated }) => dominated);
    // Equals don't beat one another.
    expect(marks).toEqual([false, true, false, false]);
  });
});

describe('sensitivitiesOf', () => {
  it('puts first what moves the cost most, and leaves out what moves nothing', () => {
    const found = sensitivitiesOf(PLAN, info, plates('film | W@image / CMYK'));
    const spans = found.map(({ span }) => span);
    expect(spans).toEqual(spans.toSorted((a, b) => b - a));
    expect(found.map(({ label }) => label)).not.toContain('Drying');
    const hour = found.find(({ label }) => label === 'The machine’s hour')!;
    const { work } = tripOptionsOf(PLAN, info, plates('film | W@image / CMYK'))[0].result;
    const machine = work!.cost.lines.find(({ group }) => group === 'machine')!.amount.minor;
    expect(Math.abs(hour.more.minor - work!.cost.total.minor - machine * 0.2)).toBeLessThanOrEqual(
      1,
    );
  });
});

describe('the ways to print one stack', () => {
  it('compares one trip, two trips and two hits, and says why a way can’t be', () => {
    const options = tripOptionsOf(PLAN, info, plates('film | W@image / CMYK'));
    expect(options.map(({ chosen, result }) => [chosen, result.work?.trips.length])).toEqual([
      [true, 1],
      [false, 2],
      [false, 2],
    ]);
    const machine = { ...MACHINE, returnsToOrigin: false };
    expect(
      tripOptionsOf({ ...PLAN, machine }, info, plates('film | W@image / CMYK'))[1].reason,
    ).toContain("can't go back to the origin");
  });
});

describe('the quantities of a quote', () => {
  const wanted = (copies: number, ...breaks: readonly number[]) =>
    quantitiesOf({
      ...PLAN,
      layout: { ...PLAN.layout, copies },
      prices: {
        ...PLAN.prices,
        breaks: breaks.map((from) => ({ copies: from, percentOff: 5 })),
      },
    });

  it('are those that a customer would ask for', () => {
    expect(wanted(10)).toEqual([3, 5, 10, 20, 50, 100]);
    expect(wanted(240)).toEqual([50, 100, 240, 500, 1000, 2500]);
    expect(wanted(1)).toEqual([1, 2, 5, 10]);
  });

  it('have every break, and none close beside another', () => {
    expect(wanted(240, 250)).toEqual([50, 100, 240, 250, 500, 1000, 2500]);
    for (let copies = 1; copies <= 3000; copies += 7) {
      const all = wanted(copies);
      for (let i = 1; i < all.length; i++) expect(all[i] / all[i - 1]).toBeGreaterThanOrEqual(1.2);
      expect(all).toContain(copies);
    }
  });

  it('are told where more pieces cost less than those ordered', () => {
    const offer = (copies: number, price: number) =>
      ({ copies, price: { minor: price, currency: 'USD' } }) as Offer;
    const offers = [offer(100, 90), offer(240, 15_800), offer(250, 15_400), offer(500, 20_000)];
    expect(cheaperWithMore(offers, 240)).toEqual([offers[2]]);
    expect(cheaperWithMore(offers, 250)).toEqual([]);
    expect(cheaperWithMore(offers, 77)).toEqual([]);
  });
});

describe('offersOf', () => {
  it('asks less for a piece the more of them there are', () => {
    const offers = offersOf(PLAN, info, plates('film | W@image / CMYK'), [1, 10, 100]);
    const each = offers.map(({ perPiece }) => perPiece.minor);
    expect(each).toEqual(each.toSorted((a, b) => b - a));
    expect(each[0]).toBeGreaterThan(each[2] * 3);
  });
});
