import { allLayers, calculate, parseStack, plateSpecs, type PlanResult } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { artwork, measures, PLAN } from '../../../core/test/shop.ts';
import { currency } from '../shared/format.ts';
import { sampleFigures, tripBrackets } from './sampleFigures.ts';

const plan = { ...PLAN, stack: parseStack('film | Wx2@image / CMYK') };
const [{ key }] = plateSpecs(plan.stack);
const built = measures({ key, coverage: 0.345, areaMm2: 6900 });
const { work } = calculate(plan, artwork({ Cyan: 0.3 }), built, { leftMl: {} });
const layers = allLayers(plan.stack);
const figures = (
  stage: string,
  of: PlanResult['work'] = work,
  seen: typeof built | undefined = built,
) => layers.map((layer) => sampleFigures(stage, plan, of, seen)(layer, layer.parts[0]));

describe('what the core sample says of each layer', () => {
  it('is its cover on Plates, once its plate is measured, and nothing of colour', () => {
    const [white, colour] = figures('plates');
    expect(white).toContain('35 %');
    expect(colour).toBeUndefined();
    expect(figures('plates', work, null as never)[0]).toBeUndefined();
  });

  it('is its money on Cost, which adds up to the ink of the job', () => {
    const texts = figures('cost');
    const amounts = texts.map((text) => Number(/[\d.]+/.exec(text!)![0]));
    // Every ink of the machine costs 150.00 a litre.
    const ink = work!.inks.reduce((sum, { ml }) => sum + ml * 0.15, 0);
    expect(amounts.reduce((sum, one) => sum + one, 0)).toBeCloseTo(ink, 1);
    expect(texts[0]).toBe(currency({ minor: Math.round(amounts[0] * 100), currency: 'USD' }));
    expect(figures('cost', null as never)).toEqual([undefined, undefined]);
  });

  it('is blank where trips stand beside it, and left to the layer elsewhere', () => {
    expect(figures('trips')).toEqual(['', '']);
    expect(figures('run-sheet')).toEqual(['', '']);
    expect(figures('stack')).toEqual([undefined, undefined]);
  });
});

describe('trips beside the layers that they lay', () => {
  it('have their minutes on Trips and what is ticked on Run sheet, and are nowhere else', () => {
    const ticks = (number: number) => (number === 1 ? { done: 1, all: 3 } : undefined);
    const trips = tripBrackets('trips', work, ticks)!;
    expect(trips.map((one) => one.layers)).toEqual(work!.trips.map((trip) => trip.layers));
    expect(trips[0].text[1]).toMatch(/min|h/);
    expect(tripBrackets('run-sheet', work, ticks)![0].text[1]).toMatch(/1.*3/);
    const all = tripBrackets('run-sheet', work, () => ({ done: 3, all: 3 }))![0].text[1];
    expect(all).not.toMatch(/3/);
    for (const stage of ['stack', 'cost', undefined])
      expect(tripBrackets(stage, work, ticks)).toBeUndefined();
    expect(tripBrackets('trips', null as never, ticks)).toBeUndefined();
  });

  it('with nothing to tick are not called done', () => {
    const [bare] = tripBrackets('run-sheet', work, () => undefined)!;
    expect(bare.text[1]).toMatch(/0.*0/);
  });
});
