import { describe, expect, it } from 'vitest';
import { artwork, measures, PLAN } from '../../test/shop.ts';
import { reckon } from '../plan/index.ts';
import {
  cheapestRanges,
  crossing,
  needsOf,
  processCost,
  PROCESSES,
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
    };
    const { lines, total } = processCost(screen, NEEDS, 100, 3000, 'USD');
    // Five frames, five half hours, 5 m² five times through at 50 m² an hour, (5 + 5) m² of material, 25 m² of ink.
    expect(lines.map(({ amount }) => amount.minor)).toEqual([20_000, 15_000, 3000, 5000, 2000]);
    expect(total.minor).toBe(45_000);
  });

  it('asks the least order and the carriage of what is bought', () => {
    expect(processCost(of('outside'), NEEDS, 1, 3000, 'USD').total.minor).toBe(4500 + 1800);
    expect(processCost(of('outside'), NEEDS, 100, 3000, 'USD').total.minor).toBe(5 * 6500 + 1800);
  });

  it('counts the hands that weed and apply', () => {
    const [few, many] = [1, 50].map(
      (islands) => processCost(of('cut-film'), { ...NEEDS, islands }, 10, 3000, 'USD').total.minor,
    );
    expect(many - few).toBe(Math.round((10 * 49 * 0.15 * 3000) / 60));
  });
});

describe('crossing', () => {
  const digital = (n: number) => 1000 + 300 * n + Math.ceil(n / 8) * 50;
  const screen = (n: number) => 30_000 + 40 * n;

  it('is the first quantity at which the other is no dearer, tried against every quantity', () => {
    let first = 1;
    while (screen(first) > digital(first)) first++;
    expect(crossing(digital, screen, 100_000)).toBe(first);
    expect(crossing(screen, digital, 100_000)).toBe(1);
    expect(crossing(digital, () => 1e12, 100_000)).toBeUndefined();
  });

  it('lies where the cheapest changes', () => {
    const quantities = quantityGrid(10_000, 200);
    expect([quantities[0], quantities.at(-1)]).toEqual([1, 10_000]);
    const ranges = cheapestRanges(
      quantities,
      new Map([
        ['digital', quantities.map(digital)],
        ['screen', quantities.map(screen)],
      ]),
    );
    expect(ranges.map(({ name }) => name)).toEqual(['digital', 'screen']);
    const at = crossing(digital, screen, 10_000)!;
    expect(ranges[0].to).toBeLessThan(at);
    expect(ranges[1].from).toBeGreaterThanOrEqual(at);
  });
});

describe('needsOf', () => {
  it('reads opacity, strokes, separations and gradients from the plan and its plates', () => {
    const info = artwork({ Cyan: 0.5, Black: 0.1 });
    const result = reckon(
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
