import { describe, expect, it } from 'vitest';
import { shownLength, typedLength } from './typedLength.ts';

describe('a length', () => {
  it('is typed in mm, or in inches to a thousandth', () => {
    expect(shownLength(1371.6, true)).toBe(1371.6);
    expect(shownLength(1371.6, false)).toBe(54);
    expect(shownLength(10, false)).toBe(0.394);
    expect(typedLength(0.5, 10, false)).toBe(12.7);
    expect(typedLength(12.5, 10, true)).toBe(12.5);
  });

  it('that is typed back as it was shown stays to the last digit', () => {
    for (let mm = 0.1; mm < 3000; mm *= 1.037)
      for (const metric of [true, false])
        expect(typedLength(shownLength(mm, metric), mm, metric)).toBe(mm);
  });
});
