import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import * as cie from './cie.ts';
import { A, BANDS, D50, D65, wavelength } from './index.ts';

/** A table of Debian's colord-data, which is open data: rows of values by wavelength. */
function openData(path: string): Map<number, number>[] {
  const text = readFileSync(`/usr/share/colord/${path}`, 'utf8');
  const between = (from: string, to: string) =>
    text.slice(text.indexOf(from) + from.length, text.indexOf(to)).trim();
  const names = between('BEGIN_DATA_FORMAT', 'END_DATA_FORMAT').split(/\s+/);
  // Some tables count in nm, some in thousandths of one.
  const counted = names.map((name) => Number(name.replace(/\D/g, '')));
  const nm = counted.map((count) => (count > 1000 ? count / 1000 : count));
  return between('BEGIN_DATA\n', 'END_DATA\n')
    .split('\n')
    .map(
      (row) =>
        new Map(
          row
            .trim()
            .split(/\s+/)
            .map((value, i) => [nm[i], Number(value)]),
        ),
    );
}
const sampled = (table: Map<number, number>) =>
  Array.from({ length: BANDS }, (_, band) => table.get(wavelength(band)));

describe('the observer and the illuminants', () => {
  it('are those of the open data, number for number', () => {
    const observer = openData('cmf/CIE1931-2deg-XYZ.cmf').map(sampled);
    expect(observer).toEqual([cie.X_BAR, cie.Y_BAR, cie.Z_BAR]);
    for (const [file, own] of [
      ['CIE-D50', cie.ILLUMINANT_D50],
      ['CIE-D65', cie.ILLUMINANT_D65],
      ['CIE-A', cie.ILLUMINANT_A],
    ] as const) {
      const [table] = openData(`illuminant/${file}.sp`);
      sampled(table).forEach((value, band) => expect(own[band]).toBeCloseTo(value!, 5));
    }
  });

  it('summed every 10 nm come to the white points of every 5 nm over all wavelengths', () => {
    const [x, y, z] = openData('cmf/CIE1931-2deg-XYZ.cmf');
    /** What leaving out the ends and every other value changes: the worst is 0.0006, of Z under D50. */
    const SAMPLING = 1e-3;
    for (const [file, { white }] of [
      ['CIE-D50', D50],
      ['CIE-D65', D65],
      ['CIE-A', A],
    ] as const) {
      const [light] = openData(`illuminant/${file}.sp`);
      const sums = [x, y, z].map((bar) =>
        [...bar].reduce((sum, [nm, value]) => sum + value * (light.get(nm) ?? 0), 0),
      );
      white.forEach((value, i) =>
        expect(Math.abs(value - sums[i] / sums[1])).toBeLessThan(SAMPLING),
      );
    }
  });
});
