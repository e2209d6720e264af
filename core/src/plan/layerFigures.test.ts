import { describe, expect, it } from 'vitest';
import { inkPrice } from '../cost/index.ts';
import { plateSpecs, type Measures } from '../plates/index.ts';
import { inkOf, parseStack } from '../stack/index.ts';
import { PLAN } from '../../test/shop.ts';
import { inkMoneyByPart } from './index.ts';

const use = (channel: string, ml: number) => ({ channel, ml }) as never;

describe('money by layer', () => {
  const { machine } = PLAN;
  const price = (channel: string, ml: number) =>
    inkPrice(ml, inkOf(machine, channel as never)!.pricePerLitre, PLAN.prices.currency).minor;
  const money = (notation: string, inks: readonly never[], measures?: Measures) =>
    inkMoneyByPart({ ...PLAN, stack: parseStack(notation) }, { inks }, measures)
      .flat()
      .map(({ minor }) => minor);

  it('is what the inks of a layer cost, and nothing is lost or told twice', () => {
    const inks = [use('C', 10), use('M', 20), use('W', 40)];
    const found = money('film | W@sheet / CMYK', inks);
    expect(found).toEqual([price('W', 40), price('C', 10) + price('M', 20)]);
  });

  it('is shared by density, hits and cover where an ink lies in several layers', () => {
    const notation = 'film | W100x2@sheet / CMYK / W50@image';
    const [sheet, image] = plateSpecs(parseStack(notation));
    const cover = [
      [sheet.key, 1],
      [image.key, 0.4],
    ] as const;
    const measures = {
      plates: cover.map(([key, coverage]) => ({ key, coverage })),
    } as unknown as Measures;
    const [under, , over] = money(notation, [use('W', 110)], measures);
    // 100 × 2 × 1 against 50 × 1 × 0.4.
    expect(under / over).toBeCloseTo(10, 1);
    expect(under + over).toBe(price('W', 110));
    // A plate that is not measured yet counts as full.
    const [before, , after] = money(notation, [use('W', 110)]);
    expect(before / after).toBeCloseTo(4, 1);
  });

  it('tells colour and a special of one layer apart', () => {
    expect(money('film | CMYK+W@image', [use('C', 10), use('W', 40)])).toEqual([
      price('C', 10),
      price('W', 40),
    ]);
  });

  it('leaves out ink that no layer lays', () => {
    expect(money('film | CMYK', [use('W', 3)])).toEqual([0]);
  });
});
