import { describe, expect, it } from 'vitest';
import { MACHINE, WIDE_MACHINE } from '../../test/shop.ts';
import { CHANNEL_ROLES, isSpecialInk, parseStack } from '../stack/index.ts';
import { assumedFigures, newInk, newProduct, usualInk } from './usualInks.ts';

const EMPTY = { inks: [], cure: 'uv' as const };

describe('a usual ink', () => {
  it('has figures in the range of its kind, whatever cures it', () => {
    for (const cure of ['uv', 'solvent', 'water'] as const)
      for (const channel of ['C', 'M', 'Y', 'K', 'Lc', 'Or', 'W', 'S', 'V', 'P', 'B']) {
        const ink = usualInk(channel, cure);
        expect(ink.laydown).toBeGreaterThan(4);
        expect(ink.laydown).toBeLessThan(30);
        expect(ink.pricePerLitre).toBeGreaterThan(0);
        expect([channel, ink.spotName === null]).toEqual([channel, !isSpecialInk(ink)]);
      }
    expect(() => usualInk('Zz', 'uv')).toThrow(RangeError);
  });

  it('that stands in for others begins and ends within what they lay', () => {
    for (const channel of ['Lc', 'Lm', 'Lk', 'Or', 'Gr', 'Vi']) {
      const { split } = usualInk(channel, 'solvent');
      expect(split!.of.length).toBeGreaterThan(0);
      for (const [tint, laid] of split!.curve) {
        expect(tint).toBeGreaterThanOrEqual(0);
        expect(tint).toBeLessThanOrEqual(1);
        expect(laid).toBeGreaterThanOrEqual(0);
        expect(laid).toBeLessThanOrEqual(1);
      }
    }
  });

  it('tells which of its figures nobody has stated', () => {
    const usual = usualInk('W', 'uv');
    expect(assumedFigures(usual, usual)).toContain('inks.W.laydown');
    const measured = { ...usual, laydown: usual.laydown + 1 };
    expect(assumedFigures(measured, usual)).not.toContain('inks.W.laydown');
    expect(assumedFigures(measured, usual)).toContain('inks.W.pricePerLitre');
    // What is not there was assumed by nobody.
    expect(assumedFigures(usualInk('C', 'uv'), usualInk('C', 'uv'))).not.toContain(
      'inks.C.spotName',
    );
  });
});

describe('an ink that is added', () => {
  it('is the first usual one of its role that the machine has not', () => {
    expect(newInk('process', EMPTY).channel).toBe('C');
    expect(newInk('process', { ...EMPTY, inks: [usualInk('C', 'uv')] }).channel).toBe('M');
    expect(newInk('white', EMPTY).channel).toBe('W');
  });

  it('gets a key of its own where the machine has all of its role, which a stack can be written with', () => {
    const machine = { ...MACHINE };
    let inks = [...machine.inks];
    for (let i = 0; i < 5; i++) {
      const ink = newInk('white', { ...machine, inks });
      expect(inks.map(({ channel }) => channel)).not.toContain(ink.channel);
      expect(() => parseStack(`film | ${ink.channel}@image / CMYK`)).not.toThrow();
      // Two inks of one name would both print.
      expect(ink.spotName).toBe('');
      inks = [...inks, ink];
    }
  });

  it('may take the key of the one whose place it takes', () => {
    const [first] = MACHINE.inks.filter(({ role }) => role === 'white');
    expect(newInk('white', MACHINE, first.channel).channel).toBe(first.channel);
  });

  it('can be had in every role, on any machine', () => {
    for (const role of CHANNEL_ROLES)
      for (const machine of [EMPTY, MACHINE, WIDE_MACHINE]) {
        const ink = newInk(role, machine);
        expect(ink.role).toBe(role);
        expect(machine.inks.map(({ channel }) => channel)).not.toContain(ink.channel);
      }
  });

  it('is bought as a product of its role', () => {
    for (const role of CHANNEL_ROLES)
      expect(newProduct(role)).toMatchObject({ role, container: { ml: 220 } });
    expect(newProduct('white').contrastRatio).toBeDefined();
    expect(newProduct('process').contrastRatio).toBeUndefined();
  });
});
