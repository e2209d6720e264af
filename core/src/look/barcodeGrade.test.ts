import { describe, expect, it } from 'vitest';
import { apertureFor, contrastGrade, gradeLinear, type Reflectances } from './index.ts';

/** EAN-13 2012345678903 in modules, drawn by hand from the tables of the symbology: guards, L, G and R codes. */
const L = [
  '0001101',
  '0011001',
  '0010011',
  '0111101',
  '0100011',
  '0110001',
  '0101111',
  '0111011',
  '0110111',
  '0001011',
];
const R = L.map((code) => code.replace(/./g, (bit) => (bit === '0' ? '1' : '0')));
const G = R.map((code) => [...code].reverse().join(''));
/** First digit 2: L L G G L G. */
const PARITY = [L, L, G, G, L, G];
function ean13(digits: string): string {
  const [, ...rest] = [...digits].map(Number);
  const left = rest.slice(0, 6).map((digit, i) => PARITY[i][digit]);
  const right = rest.slice(6).map((digit) => R[digit]);
  return `${'0'.repeat(11)}101${left.join('')}01010${right.join('')}101${'0'.repeat(7)}`;
}
const MODULES = ean13('2012345678903');
/** Pixels a module, and its width. */
const [PER, MODULE] = [12, 0.33];

interface Fault {
  readonly dark?: number;
  readonly light?: number;
  /** Bars wider by so many modules. */
  readonly growth?: number;
  /** A spot of this reflectance in the second guard's bar, of so many modules. */
  readonly spot?: readonly [reflectance: number, modules: number];
}
function drawn({ dark = 0.05, light = 0.85, growth = 0, spot }: Fault = {}): Reflectances {
  const width = MODULES.length * PER;
  const row = new Float32Array(width).fill(light);
  const grow = Math.round((growth * PER) / 2);
  for (let m = 0; m < MODULES.length; m++)
    if (MODULES[m] === '1')
      for (let x = m * PER - grow; x < (m + 1) * PER + grow; x++) row[x] = dark;
  if (grow < 0)
    for (let x = 1; x < width; x++) {
      // Narrower bars: their edges are taken back.
      const edge = MODULES[Math.floor((x - 1) / PER)] !== MODULES[Math.floor(x / PER)];
      if (edge) row.fill(light, Math.max(0, x + grow), x - grow);
    }
  if (spot) {
    // In the widest space of the first characters.
    const at = MODULES.indexOf('0000', 14) * PER + 2 * PER;
    row.fill(spot[0], at - Math.round((spot[1] * PER) / 2), at + Math.round((spot[1] * PER) / 2));
  }
  const height = 60;
  const values = new Float32Array(width * height);
  for (let y = 0; y < height; y++) values.set(row, y * width);
  return { values, width, height, pixelMm: MODULE / PER };
}
const grade = (fault?: Fault, decodes = true, quiet = true) =>
  gradeLinear(drawn(fault), { type: 'EAN-13', moduleMm: MODULE, upright: true }, decodes, quiet);

describe('the grade of a linear barcode', () => {
  it('is four for a perfect symbol, whichever way its bars stand', () => {
    const upright = grade();
    expect(upright).toMatchObject({ value: 4, grade: 'A' });
    expect(upright.measured.decodability).toBeGreaterThan(0.9);
    const { values, width, height, pixelMm } = drawn();
    const lying = new Float32Array(values.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) lying[x * height + y] = values[y * width + x];
    const turned = gradeLinear(
      { values: lying, width: height, height: width, pixelMm },
      { type: 'EAN-13', moduleMm: MODULE, upright: false },
      true,
    );
    expect(turned.value).toBe(4);
  });

  it('falls with symbol contrast at the limits of the standard', () => {
    const limits = [0.7, 0.55, 0.4, 0.2];
    expect(limits.map(contrastGrade).join('')).toBe('ABCD');
    expect(limits.map((limit) => contrastGrade(limit - 1e-6)).join('')).toBe('BCDF');
    for (const [light, value] of [
      [0.78, 4],
      [0.65, 3],
      [0.5, 2],
    ] as const)
      expect(grade({ dark: 0.05, light })).toMatchObject({
        value,
        ...(value < 4 && { limitedBy: 'symbol contrast' }),
      });
  });

  it('is none where the darkest bar reflects more than half of the lightest ground', () => {
    const told = grade({ dark: 0.47, light: 0.9 });
    expect(told).toMatchObject({ value: 0, grade: 'F', limitedBy: 'minimum reflectance' });
  });

  it('falls by modulation where bars grow until narrow spaces are dim, and by decodability', () => {
    const [little, much] = [grade({ growth: 0.15 }), grade({ growth: 0.62 })];
    expect(much.measured.modulation).toBeLessThan(little.measured.modulation!);
    // Sums of a bar and a space don't change when all bars grow alike: that is why they are read by them.
    expect(little.measured.decodability).toBeGreaterThan(0.75);
    expect(much.value).toBeLessThan(little.value);
  });

  it('falls by defects with a spot in a space, the more the darker and the larger it is', () => {
    const defects = (spot: Fault['spot']) => grade({ spot }).measured.defects!;
    expect(defects([0.85, 0.5])).toBeLessThan(0.01);
    expect(defects([0.65, 0.8])).toBeGreaterThan(0.1);
    expect(defects([0.55, 0.8])).toBeGreaterThan(defects([0.65, 0.8]));
    expect(defects([0.65, 0.8])).toBeGreaterThan(defects([0.65, 0.3]));
    expect(grade({ spot: [0.6, 0.8] })).toMatchObject({ limitedBy: 'defects' });
  });

  it('is none where it is not read, its structure is broken or its quiet zones are short', () => {
    expect(grade({}, false)).toMatchObject({ value: 0, limitedBy: 'decode' });
    expect(grade({}, true, false)).toMatchObject({ value: 0, limitedBy: 'quiet zones' });
    expect(grade({ spot: [0.05, 1] })).toMatchObject({ value: 0, limitedBy: 'edge determination' });
  });

  it('is measured through the aperture of its module', () => {
    expect([0.15, 0.25, 0.33, 0.5, 0.7].map(apertureFor)).toEqual([0.075, 0.125, 0.25, 0.25, 0.5]);
  });
});
