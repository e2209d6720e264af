import { describe, expect, it } from 'vitest';
import { mlOf, readSupply, supplyText, tenthsOf, TENTHS_OF_ML, type Supply } from './supplies.ts';

const WHITE: Supply = {
  type: 'ink',
  class: 'consumed',
  name: 'W',
  level: 1234,
  capacity: 5000,
  unit: TENTHS_OF_ML,
};

describe('a supply of a printer', () => {
  it('is told and read the same, with a level that nobody knows', () => {
    for (const supply of [
      WHITE,
      { ...WHITE, class: 'filled' as const, type: 'wasteInk', name: 'none' },
      { ...WHITE, level: undefined, capacity: undefined },
      { ...WHITE, level: 0 },
    ])
      expect(readSupply(supplyText(supply, 1))).toEqual(supply);
  });

  it('says in the words of the standard what it is, −2 for what is not known', () => {
    expect(supplyText({ ...WHITE, level: undefined }, 3)).toBe(
      'type=ink;maxcapacity=5000;level=-2;class=supplyThatIsConsumed;unit=tenthsOfMilliliters;index=3;colorantname=W;',
    );
  });

  it('is read as other printers write it: in another order, with spaces, in capitals, without a colorant', () => {
    // PWG 5100.13 leaves the order free.
    const text =
      'index=1; Class=receptacleThatIsFilled; TYPE=wasteToner; unit=percent; maxcapacity=100; level=35; colorantname=none';
    expect(readSupply(text)).toEqual({
      type: 'wasteToner',
      class: 'filled',
      name: 'none',
      level: 35,
      capacity: 100,
      unit: 'percent',
    });
    expect(readSupply('type=ink')).toEqual({
      type: 'ink',
      class: 'consumed',
      name: '',
      level: undefined,
      capacity: undefined,
      unit: '',
    });
  });

  it('has no level where the printer says some, unknown or no limit', () => {
    // RFC 3805: −1 other, −2 unknown, −3 there is some.
    for (const said of ['-1', '-2', '-3', 'full', ''])
      expect(readSupply(`type=ink;level=${said};maxcapacity=${said}`)).toMatchObject({
        level: undefined,
        capacity: undefined,
      });
  });

  it('is none where it does not say what it is', () => {
    for (const text of ['', 'toner', 'level=4;unit=percent', ';;;', '=;='])
      expect(readSupply(text)).toBeUndefined();
  });

  it('keeps its fields apart whatever the ink is called', () => {
    const name = 'W;level=0;type=other';
    expect(readSupply(supplyText({ ...WHITE, name }, 1))).toEqual({
      ...WHITE,
      name: 'W level 0 type other',
    });
  });

  it('is in millilitres only where it is counted in volume', () => {
    expect(mlOf(WHITE)).toBeCloseTo(123.4, 9);
    expect(mlOf({ ...WHITE, level: undefined })).toBeUndefined();
    expect(mlOf({ ...WHITE, unit: 'percent' })).toBeUndefined();
    expect(tenthsOf(123.44)).toBe(1234);
    expect(tenthsOf(123.46)).toBe(1235);
  });
});
