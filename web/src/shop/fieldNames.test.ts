import { SHOP_ENDPOINTS } from '@kyanos/contract';
import { CLASS_NAMES } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { bodyOf, placesIn } from '../../test/wire.ts';
import { changeWords, fieldName, namedField } from './fieldNames.ts';

describe('what changed, in words', () => {
  it('has the labels of the screen, and the ink or mode that it is about', () => {
    expect(fieldName('turnSeconds')).toBe('Turnaround');
    expect(fieldName('inks.W.spotName')).toBe('W: spot name');
    expect(changeWords({ field: 'hourRate', was: 2500, now: 6000 })).toBe(
      'Machine rate 25.00 → 60.00',
    );
    expect(changeWords({ field: 'inks.W.laydown', was: 11, now: 12.345_678 })).toBe(
      'W: laydown 11 → 12.35',
    );
    expect(changeWords({ field: 'inks.Sg', was: undefined, now: {} })).toBe('ink Sg nothing → …');
    const [from50, from100] = [50, 100].map((copies) => ({ copies, percentOff: 4.5 }));
    expect(changeWords({ field: 'breaks.2', was: undefined, now: from100 })).toMatch(
      /^quantity break 3 nothing → from 100, 4\.5\s% off$/,
    );
    expect(changeWords({ field: 'breaks.0', was: from50, now: undefined })).toMatch(
      /^quantity break 1 from 50, 4\.5\s% off → nothing$/,
    );
    expect(changeWords({ field: 'breaks.0.copies', was: 50, now: 60 })).toBe(
      'copies of quantity break 1 50 → 60',
    );
    expect(changeWords({ field: 'market.minor', was: 1200, now: 1350 })).toBe(
      'going rate 12.00 → 13.50',
    );
  });

  it('has a name for every field of every thing of the shop that can be saved', () => {
    const nameless = Object.entries(SHOP_ENDPOINTS)
      .filter(([kind]) => kind !== 'procedure')
      .flatMap(([kind, { save }]) => {
        const places = [...placesIn(bodyOf(save))];
        expect(places.length, kind).toBeGreaterThan(2);
        return places
          .filter((place) => !/^(assumed|learnt|measured|primaries)\b|(^|\.)id$/.test(place))
          .filter((place) => namedField(place) === undefined)
          .map((place) => `${kind}: ${place}`);
      });
    expect(nameless).toEqual([]);
  });

  it('says which ink, mode, break or machine it is of, and which part of a colour', () => {
    expect(fieldName('inks.W.settling.viscosity')).toBe('W: viscosity');
    expect(fieldName('inks.W.lab.0')).toBe('W: L* of its colour');
    expect(fieldName('optics.lab.2')).toBe('b* of its colour');
    expect(fieldName('modes.fine.passes')).toBe('fine: passes');
    expect(fieldName('modes.fine.materials.0')).toBe('fine: materials');
    expect(fieldName('inks.Lc.split.curve.2.1')).toBe('Lc: split curve');
    expect(fieldName('rules.chokeMm.roll-1')).toBe('choke on roll-1');
    expect(fieldName('optics.texture.kind')).not.toBe(fieldName('kind'));
    // As a price list holds them, and a plan.
    for (const within of ['prices.', '']) {
      const break1 = { field: `${within}breaks.0`, was: undefined };
      expect(changeWords({ ...break1, now: { copies: 50, percentOff: 4.5 } })).toMatch(
        /^quantity break 1 nothing → from 50, 4\.5\s% off$/,
      );
      expect(changeWords({ field: `${within}market.minor`, was: 1200, now: 1350 })).toBe(
        'going rate 12.00 → 13.50',
      );
    }
  });

  it('says what is chosen as the screens say it', () => {
    expect(changeWords({ field: 'class', was: 'clear', now: 'natural' })).toBe(
      `class ${CLASS_NAMES.clear} → ${CLASS_NAMES.natural}`,
    );
    expect(changeWords({ field: 'cure', was: 'uv', now: 'water' })).not.toContain('uv');
    expect(changeWords({ field: 'inks.W.role', was: 'white', now: 'blockout' })).toBe(
      'W: role white → block-out',
    );
  });

  it('leaves out what is told elsewhere', () => {
    for (const field of ['assumed.3', 'learnt.inks', 'measured.0', 'primaries'])
      expect(changeWords({ field, was: 1, now: 2 })).toBeUndefined();
  });
});
