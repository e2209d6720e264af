import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flat } from '../spectrum/index.ts';
import { poissonRule } from './drops.ts';
import {
  ASSUMED_DROPS,
  blockOut,
  calibrateWhite,
  contrastRatio,
  dropsLayer,
  fitDrops,
  insideOf,
  meanOver,
  mostContrast,
  NOTHING,
  only,
  opaque,
  scattererLayer,
  metallicInk,
  stack,
  surfaceLayer,
  WHITE_INK,
  whiteLayer,
  type Layer,
  type MixedLayer,
  type WhiteInk,
} from './index.ts';

/** 550 nm. */
const GREEN = 17;
const BLACK = opaque(insideOf(flat(0.015)));
const seenOn = (ground: Layer) => (layer: Layer) =>
  stack(surfaceLayer(0), stack(layer, ground)).front[GREEN];
const lightness = (y: number) => (y > 216 / 24389 ? 116 * Math.cbrt(y) - 16 : (y * 24389) / 27);
const onBlack = (ink: MixedLayer) => lightness(meanOver(ink, seenOn(BLACK)));

/** Oracle: probabilities summed to where they are nothing. */
function exactMean(mean: number, value: (count: number) => number): number {
  let [share, sum] = [Math.exp(-mean), 0];
  for (let n = 0; n < 200; n++) {
    sum += share * value(n);
    share *= mean / (n + 1);
  }
  return sum;
}

/** A white that takes up no light. */
const pure = (drops: number, s: number): WhiteInk => ({
  scattering: flat(s),
  absorption: flat(0),
  laydown: 1,
  drops,
  nodes: 3,
});

describe('the mean over a Poisson number', () => {
  it('is exact for powers up to twice the number of nodes less one', () => {
    // Moments by Touchard's polynomials, which need no sum.
    const moments = (l: number) => [
      1,
      l,
      l + l ** 2,
      l + 3 * l ** 2 + l ** 3,
      l + 7 * l ** 2 + 6 * l ** 3 + l ** 4,
      l + 15 * l ** 2 + 25 * l ** 3 + 10 * l ** 4 + l ** 5,
    ];
    for (const mean of [0.01, 0.5, 3, 24])
      moments(mean).forEach((moment, power) => {
        const { counts, weights } = poissonRule(mean, 3);
        const sum = counts.reduce((all, count, i) => all + weights[i] * count ** power, 0);
        expect(sum / moment).toBeCloseTo(1, 6);
      });
  });

  it('keeps L* within 0.2 of the exact sum, for every strength of white, tint and number of drops', () => {
    for (const drops of [3, 6, 12, 30])
      for (const ratio of [0.4, 0.7, 0.85, 0.92]) {
        if (ratio >= mostContrast(drops)) continue;
        const ink = calibrateWhite(ratio, 11, drops, WHITE_INK);
        for (const tint of [0.02, 0.1, 0.3, 0.5, 0.7, 1, 2])
          for (const seen of [seenOn(BLACK), seenOn(opaque(flat(0.9)))]) {
            const exact = exactMean(tint * drops, (n) =>
              seen(scattererLayer(ink, (ink.laydown * n) / drops)),
            );
            const told = lightness(meanOver(whiteLayer(ink, tint), seen));
            expect(Math.abs(told - lightness(exact))).toBeLessThan(0.2);
          }
      }
  });
});

describe('white in drops', () => {
  it('neither makes nor takes light: what does not absorb gives back or passes all of it', () => {
    for (const drops of [1, 4, 20])
      for (const tint of [0.1, 0.5, 0.9, 1, 3]) {
        const ink = whiteLayer(pure(drops, 4), tint);
        const kept = meanOver(ink, ({ front, down }) => front[GREEN] + down[GREEN]);
        expect(kept).toBeCloseTo(1, 12);
      }
  });

  it('is the same in two hits of half the density as in one of the whole', () => {
    const ink = calibrateWhite(0.76, 11, ASSUMED_DROPS, WHITE_INK);
    // A layer of 50 % laid twice has the mean of one of 100 %: the same mixture, drop for drop.
    const twice = contrastRatio(whiteLayer(ink, 0.5 * 2));
    expect(twice).toBeCloseTo(0.76, 4);
    // And two layers that fall independently on one another are that too.
    const half = whiteLayer(ink, 0.5);
    const pile: MixedLayer = {
      layers: half.layers.flatMap((a) => half.layers.map((b) => stack(a, b))),
      weights: half.weights.flatMap((a) => half.weights.map((b) => a * b)),
    };
    expect(contrastRatio(pile)).toBeCloseTo(0.76, 2);
  });

  it('lies between dots without gain and an even film, nearer to the film the more drops there are', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0.3, max: 0.85, noNaN: true }),
        (tint, ratio) => {
          const film = calibrateWhite(ratio, 11, 1000, WHITE_INK);
          const solid = onBlack(whiteLayer(film, 1));
          const level = (l: number) => ((l + 16) / 116) ** 3;
          const bare = onBlack(only(NOTHING));
          const dots = lightness(tint * level(solid) + (1 - tint) * level(bare));
          const even = onBlack(whiteLayer(film, tint));
          let before = dots;
          for (const drops of [4, 8, 16, 64]) {
            const now = onBlack(whiteLayer(calibrateWhite(ratio, 11, drops, WHITE_INK), tint));
            expect(now).toBeGreaterThan(before - 0.7);
            expect(now).toBeLessThan(even + 0.3);
            before = Math.max(before, now);
          }
        },
      ),
      { numRuns: 25 },
    );
  });

  it('agrees with photons followed one by one through random drops', () => {
    let state = 20_261_127;
    const random = () => ((state = (Math.imul(state, 1664525) + 1013904223) >>> 0) + 0.5) / 2 ** 32;
    const poisson = (mean: number) => {
      const limit = Math.exp(-mean);
      let n = 0;
      for (let product = random(); product > limit; product *= random()) n++;
      return n;
    };
    const [ground, inner, outer] = [0.3, 0.6, 0.04];
    const [drops, tint] = [5, 0.5];
    const [s, k] = [4, 0.02];
    /** One photon in its own column: straight on until it is turned round or taken up; 1 where it comes out on top. */
    const photon = (): number => {
      if (random() < outer) return 0;
      const thick = poisson(drops * tint) / drops;
      let [depth, down] = [0, true];
      for (;;) {
        const free = -Math.log(random()) / (s + k);
        const left = down ? thick - depth : depth;
        if (free < left) {
          depth += down ? free : -free;
          if (random() < k / (s + k)) return 0;
          down = !down;
        } else if (down) {
          if (random() >= ground) return 0;
          [depth, down] = [thick, false];
        } else {
          if (random() >= inner) return 1;
          [depth, down] = [0, true];
        }
      }
    };
    const many = 200_000;
    let out = 0;
    for (let i = 0; i < many; i++) out += photon();
    const ink: WhiteInk = {
      scattering: flat(s),
      absorption: flat(k),
      laydown: 1,
      drops,
      nodes: 3,
    };
    const told = meanOver(whiteLayer(ink, tint), seenOn(opaque(flat(ground))));
    // Three standard deviations of the count.
    expect(Math.abs(told - out / many)).toBeLessThan(3 * Math.sqrt(0.25 / many));
  });

  it('is bluish over black and warm in passing light, as it scatters short waves more', () => {
    const ink = calibrateWhite(0.7, 11, ASSUMED_DROPS, WHITE_INK);
    const thin = whiteLayer(ink, 0.5);
    // 450 and 650 nm: pigment itself absorbs neither.
    const [blue, red] = [7, 27];
    expect(meanOver(thin, ({ front }) => front[blue])).toBeGreaterThan(
      meanOver(thin, ({ front }) => front[red]) + 0.02,
    );
    expect(meanOver(thin, ({ down }) => down[red])).toBeGreaterThan(
      meanOver(thin, ({ down }) => down[blue]) + 0.02,
    );
  });

  it('has its number of drops found from a printed wedge, to what a tenth of a percent leaves open', () => {
    for (const drops of [3, 6, 15]) {
      const ink = calibrateWhite(0.75, 11, drops, WHITE_INK);
      const wedge = [0.25, 0.5, 0.75].map(
        (tint) => [tint, Math.round(1000 * contrastRatio(whiteLayer(ink, tint))) / 1000] as const,
      );
      const found = fitDrops(wedge, { ratio: 0.75, laydown: 11 });
      expect(found / drops).toBeGreaterThan(0.93);
      expect(found / drops).toBeLessThan(1.07);
    }
  });
});

describe('silver and block-out in drops', () => {
  it('pass as a solid what they are known to pass, and never give back more light than they get', () => {
    for (const [ink, passed] of [
      [metallicInk(ASSUMED_DROPS), 0.03],
      [blockOut(ASSUMED_DROPS), 0.0025],
    ] as const)
      for (const solids of [0.1, 0.4, 1, 2]) {
        const mixed = dropsLayer(solids, ink.drops, 12, ink.layerOf);
        if (solids === 1) expect(meanOver(mixed, ({ down }) => down[GREEN])).toBeCloseTo(passed, 3);
        for (const { front, down } of mixed.layers)
          expect(Math.max(...front.map((r, i) => r + down[i]))).toBeLessThanOrEqual(1 + 1e-12);
      }
  });
});
