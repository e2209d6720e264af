import { describe, expect, it } from 'vitest';
import { MACHINE } from '../../test/shop.ts';
import { kindOf, nearMiss, roleOf, visibleName } from './index.ts';
import { missReason } from './names.ts';

describe('separation names', () => {
  it('are used for a special only when they match letter by letter', () => {
    expect(roleOf('White', {}, MACHINE)).toBe('W');
    for (const name of ['white', 'WHITE', 'White ', 'Whites', 'Weiss'])
      expect(roleOf(name, {}, MACHINE)).toBeUndefined();
  });

  it('that nearly match are told, in other languages too', () => {
    for (const name of [
      'white',
      'White ',
      'spot_white',
      'Weiß',
      'BLANC',
      'white-ink',
      'Underbase.white',
    ])
      expect(nearMiss(name, MACHINE)).toBe('W');
    expect(nearMiss('Silber', MACHINE)).toBe('S');
    expect(nearMiss('Varnish', MACHINE)).toBe('V');
    expect(nearMiss('Corporate red', MACHINE)).toBeUndefined();
    expect(nearMiss('Whitehall green', MACHINE)).toBeUndefined();
  });

  it('say how they miss, and show the blank that nobody sees', () => {
    const reasons = ['White ', 'white', 'Spot_White', 'Weiß'].map((name) =>
      missReason(name, name.includes('_') ? 'Spot White' : 'White'),
    );
    expect(reasons).toEqual([
      'it has a blank at its beginning or end',
      'its capitals differ',
      'its blanks, hyphens or underscores differ',
      'it is another word',
    ]);
    expect([visibleName('White '), visibleName('Spot White')]).toEqual(['White␣', 'Spot White']);
  });

  it('follow what the operator said before anything else, even to print nothing', () => {
    expect(roleOf('Corporate red', { 'Corporate red': 'W' }, MACHINE)).toBe('W');
    expect(roleOf('White', { White: 'ignore' }, MACHINE)).toBe('ignore');
    expect(roleOf('toString', {}, MACHINE)).toBeUndefined();
  });

  it('of the process inks are process', () => {
    expect(['Cyan', 'Magenta', 'Yellow', 'Black'].map(kindOf)).toEqual(Array(4).fill('process'));
  });
});
