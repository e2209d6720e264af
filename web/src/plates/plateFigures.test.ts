import { parseStack, type PlateMeasure } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { MACHINE, measures } from '../../../core/test/shop.ts';
import { plateFigures } from './plateFigures.ts';

const [{ parts }] = parseStack('film | W50@image / CMYK').front;
const figures = (change: Partial<PlateMeasure>, hits = 1) => {
  const [plate] = measures({
    key: 'w',
    coverage: 0.25,
    areaMm2: 5000,
    islands: 1200,
    ...change,
  }).plates;
  return new Map(
    plateFigures(plate, parts[0], hits, MACHINE).map(({ name, text }) => [name, text]),
  );
};
const texts = (change: Partial<PlateMeasure>, hits?: number) => [...figures(change, hits).values()];

describe('what a plate comes to', () => {
  it('is its cover, its area, its islands with their thousands apart', () => {
    expect(texts({})).toContain('25.0 %');
    expect(texts({})).toContain('50.0 cm²');
    expect(texts({}).some((text) => /^1\D?200$/.test(text))).toBe(true);
  });

  it('is ink for each copy: area times laydown, by density and hits', () => {
    // 0.005 m² × 10 mL/m² × 50 % = 0.025 mL.
    expect(texts({})).toContain('0.03 mL');
    expect(texts({}, 2)).toContain('0.05 mL');
    expect(texts({ areaMm2: 2_000_000 })).toContain('10.0 mL');
  });

  it('tells the thinnest strokes to a hundredth, or that they are wider than is looked for', () => {
    expect(texts({ strokeMm: 0.254 })).toContain('0.25 mm');
    const wide = texts({ strokeMm: null });
    expect(wide.some((text) => /2 mm/.test(text))).toBe(true);
  });

  it('tells what was added to the artist’s own or taken from it, where it is more than a speck', () => {
    const size = figures({}).size;
    expect(figures({ own: { addedMm2: 0.5, lostMm2: 1 } }).size).toBe(size);
    expect(figures({ own: { addedMm2: 20, lostMm2: 30 } }).size).toBe(size + 2);
  });

  it('leaves the ink out where the machine has none of that role', () => {
    const [plate] = measures({ key: 'w', areaMm2: 5000 }).plates;
    const none = { ...MACHINE, inks: MACHINE.inks.filter(({ role }) => role !== 'white') };
    expect(plateFigures(plate, parts[0], 1, none)).toHaveLength(figures({}).size - 1);
  });
});
