import { describe, expect, it } from 'vitest';
import { D50, deltaE2000, spectrumToLab, type Triple } from '../spectrum/index.ts';
import {
  farSurface,
  GROUNDS,
  INSIDE,
  materialBody,
  measuredSheet,
  opaque,
  OUTSIDE,
  stack,
  surfaceLayer,
  surfaceScatter,
  wholeOptics,
  type MaterialOptics,
} from './index.ts';

const solid = (lab: Triple): MaterialOptics => ({ lab, transmittance: 0, haze: 1, gloss: 85 });

/**
 * What data sheets of common sheets state (common practice): total transmittance, haze, and colour on white and on black, as
 * a spectrophotometer with a tile of 0.86 and a trap of 0.015 reads them.
 */
const SHEETS: readonly (readonly [name: string, optics: MaterialOptics])[] = [
  [
    'clear polyester, 50 µm',
    { lab: [89.3, -0.1, 0.4], transmittance: 0.9, haze: 0.02, gloss: 130 },
  ],
  ['cast acrylic, 5 mm', { lab: [89.8, -0.2, 0.2], transmittance: 0.92, haze: 0.01, gloss: 120 }],
  [
    'opal acrylic, 3 mm',
    { lab: [92, -0.5, -1], labBlack: [83, -1, -3], transmittance: 0.3, haze: 0.99, gloss: 90 },
  ],
  [
    'backlit film, 0.2 mm',
    { lab: [92, 0, -0.8], labBlack: [74, -1, -3], transmittance: 0.5, haze: 0.98, gloss: 30 },
  ],
  ['blue tinted film', { lab: [60, -8, -30], transmittance: 0.55, haze: 0.03, gloss: 110 }],
];

describe('a sheet', () => {
  it.each(SHEETS)('of %s measures what its data sheet states', (_name, optics) => {
    const told = measuredSheet(materialBody(optics));
    expect(Math.abs(told.transmittance - optics.transmittance)).toBeLessThan(0.005);
    expect(deltaE2000(told.lab, optics.lab)).toBeLessThan(5);
    // One of the two grounds is met exactly, the other as near as transmittance and the first leave it.
    if (optics.labBlack) expect(deltaE2000(told.labBlack, optics.labBlack)).toBeLessThan(3);
    else expect(deltaE2000(told.lab, optics.lab)).toBeLessThan(1.5);
  });

  it('of clear film is nearly black on black, as a real one is: L* about 11', () => {
    const [, film] = SHEETS[1];
    const [l] = measuredSheet(materialBody(film)).labBlack;
    expect(l).toBeGreaterThan(9);
    expect(l).toBeLessThan(14);
  });

  it('that is opaque measures the colour it was entered with', () => {
    for (const lab of [
      [18, 0.4, -0.6],
      [65, 8, 24],
      [94.5, 0, -1],
    ] as const) {
      const { layer } = materialBody(solid(lab));
      spectrumToLab(stack(surfaceLayer(0), layer).front, D50).forEach((value, i) =>
        expect(value).toBeCloseTo(lab[i], 4),
      );
    }
  });

  it('is seen on a ground as the same layers stacked show it', () => {
    for (const [, optics] of SHEETS) {
      const { layer, diffuse } = materialBody(optics);
      const pile = [
        surfaceLayer(0, diffuse),
        layer,
        farSurface(diffuse),
        opaque(GROUNDS.white),
      ].reduce(stack);
      spectrumToLab(pile.front, D50).forEach((value, i) =>
        expect(value).toBeCloseTo(measuredSheet({ layer, diffuse }).lab[i], 9),
      );
    }
  });

  it('passes what photons pass that are followed from surface to surface', () => {
    let state = 12_345;
    const random = () => ((state = (Math.imul(state, 1664525) + 1013904223) >>> 0) + 0.5) / 2 ** 32;
    for (const [, optics] of SHEETS) {
      const { layer, diffuse } = materialBody(optics);
      const band = 17;
      const [r, t] = [layer.front[band], layer.down[band]];
      const turnedBack = OUTSIDE + (INSIDE - OUTSIDE) * diffuse;
      let out = 0;
      const many = 60_000;
      for (let i = 0; i < many; i++) {
        if (random() < OUTSIDE) continue;
        let down = true;
        for (;;) {
          const fate = random();
          if (fate >= r + t) break;
          if (fate < r) down = !down;
          // Now it has left the body downwards or upwards, and comes to that surface.
          if (random() >= turnedBack) {
            if (down) out++;
            break;
          }
          down = !down;
        }
      }
      const told = (1 - OUTSIDE) * passed(r, t, turnedBack);
      expect(Math.abs(out / many - told)).toBeLessThan(3 * Math.sqrt(0.25 / many));
    }
    /** Of light inside on its way down, by the sum of all round trips. */
    function passed(r: number, t: number, i: number): number {
      let [down, up, out] = [1, 0, 0];
      for (let bounce = 0; bounce < 4000; bounce++) {
        const [below, above] = [down * t + up * r, down * r + up * t];
        out += below * (1 - i);
        [down, up] = [above * i, below * i];
      }
      return out;
    }
  });

  it('keeps no more light than it gets, whatever is stated', () => {
    for (const transmittance of [0.05, 0.4, 0.8, 0.93])
      for (const haze of [0, 0.3, 1])
        for (const lab of [
          [20, 0, 0],
          [60, 30, -20],
          [95, 0, 0],
        ] as const) {
          const { layer } = materialBody({ lab, transmittance, haze, gloss: 60 });
          layer.front.forEach((r, i) => {
            expect(r).toBeGreaterThanOrEqual(0);
            expect(r + layer.down[i]).toBeLessThanOrEqual(1 + 1e-9);
          });
        }
  });
});

describe('the optics of a class', () => {
  it('leave room for what the material scatters and passes itself', () => {
    const light = { class: 'metallic' as const, optics: solid([85, 0, 0]) };
    expect(wholeOptics(light).mirror).toBeLessThan(0.4);
    expect(wholeOptics({ ...light, optics: solid([60, 0, 0]) }).mirror).toBe(0.5);
  });

  it('make a surface matter the less it shines', () => {
    const scatter = [0, 30, 60, 85, 120].map((gloss) => surfaceScatter({ gloss }));
    expect(scatter[0]).toBe(0.02);
    expect(scatter).toEqual(scatter.toSorted((a, b) => b - a));
    expect(scatter.slice(3)).toEqual([0, 0]);
  });
});
