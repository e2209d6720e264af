import { describe, expect, it } from 'vitest';
import { artwork, measures, PLAN } from '../../test/shop.ts';
import { calculate } from '../plan/index.ts';
import {
  cheapestRanges,
  needsOf,
  processCost,
  PROCESSES,
  quantitiesOfSteps,
  quantityGrid,
  whyNotProcess,
  type Process,
  type ProcessNeeds,
} from './index.ts';

const NEEDS: ProcessNeeds = {
  copies: 100,
  pieceM2: 0.05,
  opacity: 0.4,
  detailMm: 1,
  gradients: false,
  separations: 5,
  material: { class: 'metallic', form: 'sheet', pricePerM2: 500 },
  islands: 10,
  bare: false,
  cut: false,
};
const of = (id: string): Process => PROCESSES.find((one) => one.id === id)!;
const why = (id: string, change: Partial<ProcessNeeds>) =>
  whyNotProcess(of(id), { ...NEEDS, ...change }).join(' ');

describe('whyNotProcess', () => {
  it('says what the trade says of each', () => {
    expect(why('offset', {})).toBe('');
    // Good on metallised stock, grey on clear film.
    expect(why('offset', { material: { ...NEEDS.material, class: 'clear' } })).toContain('clear');
    expect(why('offset', { opacity: 0.8 })).toContain('covers 45 %');
    expect(why('flexo', { gradients: true })).toContain('gradients');
    expect(why('screen', { opacity: 0.9, separations: 3 })).toBe('');
    expect(why('printed-film', { bare: true })).toContain('hides the material');
    expect(why('cut-film', { detailMm: 0.4 })).toContain('0.40 mm');
  });
});

describe('processCost', () => {
  it('is plates, making ready, running, material and ink, worked by hand', () => {
    const screen = {
      ...of('screen'),
      plateEach: 4000,
      setupMinutes: 30,
      setupM2: 1,
      hourRate: 6000,
      m2PerHour: 50,
      inkPerM2: 80,
      proof: 0,
      trimPercent: 0,
      spoilagePercent: 0,
      handlingMinutes: 0,
    };
    const { lines, total } = processCost(screen, NEEDS, 100, 3000, 'USD');
    // Five frames, five half hours, 5 m² five times through at 50 m² an hour, (5 + 5) m² of material, 25 m² of ink.
    expect(lines.map(({ amount }) => amount.minor)).toEqual([20_000, 15_000, 3000, 5000, 2000]);
    expect(total.minor).toBe(45_000);
  });

  it('counts for every process what ours counts: a proof, a die where pieces are cut, trim, spoilage and hands', () => {
    const plain = {
      ...of('screen'),
      proof: 0,
      die: 0,
      trimPercent: 0,
      spoilagePercent: 0,
      handlingMinutes: 0,
    };
    const cost = (change: Partial<Process>, cut = false) =>
      processCost({ ...plain, ...change }, { ...NEEDS, cut }, 100, 3000, 'USD').total.minor;
    const none = cost({});
    expect(cost({ proof: 1500 }) - none).toBe(1500);
    expect(cost({ die: 6000 }) - none).toBe(0);
    expect(cost({ die: 6000 }, true) - none).toBe(6000);
    expect(cost({ handlingMinutes: 20 }) - none).toBe(1000);
    // 5 m² of material, a fifth of it trimmed away: 1.25 m² more at 500.
    expect(cost({ trimPercent: 20 }) - none).toBe(625);
    expect(cost({ spoilagePercent: 10 })).toBeGreaterThan(none);
  });

  it('asks the least order, the carriage and the own hands of what is bought', () => {
    expect(processCost(of('outside'), NEEDS, 1, 3000, 'USD').total.minor).toBe(4500 + 1800 + 1000);
    expect(processCost(of('outside'), NEEDS, 100, 3000, 'USD').total.minor).toBe(
      5 * 6500 + 1800 + 1000,
    );
  });

  it('counts the hands that weed and apply', () => {
    const [few, many] = [1, 50].map(
      (islands) => processCost(of('cut-film'), { ...NEEDS, islands }, 10, 3000, 'USD').total.minor,
    );
    expect(many - few).toBe(Math.round((10 * 49 * 0.15 * 3000) / 60));
  });
});

describe('the quantities at which each is cheapest', () => {
  /** A load of 24 pieces costs by the load, whatever is on it. */
  const own = (n: number) => 1500 + 30 * n + 2400 * Math.ceil(n / 24);
  const outside = (n: number) => Math.max(4500, 118 * n) + 2800;
  const screen = (n: number) => 90_000 + 40 * n;

  it('are told piece by piece, however often they change, as trying every quantity does', () => {
    const curves = new Map([
      ['own', own],
      ['outside', outside],
      ['screen', screen],
    ]);
    const ranges = cheapestRanges(quantitiesOfSteps(24, 10_000), curves);
    const tried: { name: string; from: number; to: number }[] = [];
    for (let n = 1; n <= 10_000; n++) {
      const [[name]] = [...curves].sort(([, a], [, b]) => a(n) - b(n));
      const last = tried.at(-1);
      if (last?.name === name) last.to = n;
      else tried.push({ name, from: n, to: n });
    }
    expect(ranges).toEqual(tried);
    // More than one crossing between the same two.
    expect(ranges.filter(({ name }) => name === 'outside').length).toBeGreaterThan(2);
  });

  it('go from one piece to the most', () => {
    const quantities = quantityGrid(10_000, 200);
    expect([quantities[0], quantities.at(-1)]).toEqual([1, 10_000]);
    const ranges = cheapestRanges(quantities, new Map([['screen', screen]]));
    expect(ranges).toEqual([{ name: 'screen', from: 1, to: 10_000 }]);
  });
});

describe('needsOf', () => {
  it('reads opacity, strokes, separations and gradients from the plan and its plates', () => {
    const info = artwork({ Cyan: 0.5, Black: 0.1 });
    const result = calculate(
      PLAN,
      info,
      measures({ key: 'W:front:image', coverage: 0.5, strokeMm: 0.4, islands: 7 }),
    );
    expect(needsOf(PLAN, info, result)).toMatchObject({
      copies: 4,
      pieceM2: 0.02,
      detailMm: 0.4,
      separations: 3,
      gradients: false,
      islands: 7,
    });
    expect(needsOf(PLAN, { ...info, format: 'png' }, result).gradients).toBe(true);
  });
});
