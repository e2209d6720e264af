// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import { LENGTH_UNITS, nextUnit } from './format.ts';
import { shownLength, typedLength } from './typedLength.ts';

describe('a length', () => {
  it('is typed in mm, cm, or inches to a thousandth', () => {
    expect(shownLength(1371.6, 'mm')).toBe(1371.6);
    expect(shownLength(1371.6, 'cm')).toBe(137.16);
    expect(shownLength(1371.6, 'in')).toBe(54);
    expect(shownLength(10, 'in')).toBe(0.394);
    expect(typedLength(0.5, 10, 'in')).toBe(12.7);
    expect(typedLength(1.25, 10, 'cm')).toBe(12.5);
    expect(typedLength(12.5, 10, 'mm')).toBe(12.5);
  });

  it('that is typed back as it was shown stays to the last digit', () => {
    for (let mm = 0.1; mm < 3000; mm *= 1.037)
      for (const unit of LENGTH_UNITS)
        expect(typedLength(shownLength(mm, unit), mm, unit)).toBe(mm);
  });

  it('goes through the units and comes round', () => {
    expect(LENGTH_UNITS.map(nextUnit)).toEqual(['cm', 'in', 'mm']);
  });
});
