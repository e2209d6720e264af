import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BANDS, flat, type Spectrum } from '../spectrum/index.ts';
import { evenLayer, filter, NOTHING, RisingPile, stack, turned, type Layer } from './layer.ts';

/** The worst rounding seen is 5e-16; instruments resolve no more than 1e-4. */
const TOLERANCE = 1e-12;

const PARTS = ['front', 'back', 'down', 'up'] as const;
const distance = (a: Layer, b: Layer) =>
  Math.max(...PARTS.flatMap((part) => Array.from(a[part], (v, i) => Math.abs(v - b[part][i]))));

/** Layers that keep energy: reflectance and transmittance from each side sum to at most 1. */
const side = fc
  .tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }))
  .map(([r, share]) => [r, (1 - r) * share]);
const anyLayer = fc.tuple(side, side).map(([[front, down], [back, up]]): Layer => ({
  front: flat(front),
  back: flat(back),
  down: flat(down),
  up: flat(up),
}));

/** Oracle: light is followed from bounce to bounce, where `stack` sums a series. */
function trace(upper: Layer, lower: Layer) {
  let [returned, passed, inwards] = [upper.front[0], 0, upper.down[0]];
  for (let bounce = 0; bounce < 5000; bounce++) {
    const outwards = inwards * lower.front[0];
    returned += outwards * upper.up[0];
    passed += inwards * lower.down[0];
    inwards = outwards * upper.back[0];
  }
  return { returned, passed };
}

describe('stack', () => {
  it('makes two half-mirrors reflect two thirds', () => {
    const half = evenLayer(flat(0.5), flat(0.5));
    expect(distance(stack(half, half), evenLayer(flat(2 / 3), flat(1 / 3)))).toBeLessThan(
      TOLERANCE,
    );
  });

  it('changes nothing when one layer is nothing', () => {
    fc.assert(
      fc.property(
        anyLayer,
        (any) =>
          distance(stack(any, NOTHING), any) < TOLERANCE &&
          distance(stack(NOTHING, any), any) < TOLERANCE,
      ),
    );
  });

  it('agrees with light followed from bounce to bounce, from both sides', () => {
    fc.assert(
      fc.property(anyLayer, anyLayer, (a, b) => {
        fc.pre(a.back[0] * b.front[0] < 0.99);
        const both = stack(a, b);
        const above = trace(a, b);
        const below = trace(turned(b), turned(a));
        return (
          Math.max(
            Math.abs(both.front[0] - above.returned),
            Math.abs(both.down[0] - above.passed),
            Math.abs(both.back[0] - below.returned),
            Math.abs(both.up[0] - below.passed),
          ) < 1e-9
        );
      }),
    );
  });

  it('gives the same pile whichever two layers are joined first', () => {
    fc.assert(
      fc.property(
        anyLayer,
        anyLayer,
        anyLayer,
        (a, b, c) => distance(stack(stack(a, b), c), stack(a, stack(b, c))) < 1e-9,
      ),
    );
  });

  it('never returns more light than it receives', () => {
    fc.assert(
      fc.property(
        anyLayer,
        anyLayer,
        (a, b) => stack(a, b).front[0] + stack(a, b).down[0] <= 1 + TOLERANCE,
      ),
    );
  });
});

/** What comes out of a pile lit from above or from below alone. */
function out(pile: RisingPile): { readonly front: Spectrum; readonly up: Spectrum } {
  const [front, up] = [new Float64Array(BANDS), new Float64Array(BANDS)];
  pile.emerge(NOTHING, NOTHING, [1, 0], front);
  pile.emerge(NOTHING, NOTHING, [0, 1], up);
  return { front, up };
}

describe('RisingPile', () => {
  it('sees from above what the whole stack shows from above', () => {
    fc.assert(
      fc.property(
        fc.array(anyLayer, { minLength: 1, maxLength: 6 }),
        fc.boolean(),
        (layers, grounded) => {
          const pile = new RisingPile();
          const ground = flat(grounded ? 0.7 : 0);
          pile.begin(ground);
          for (const layer of layers) pile.add(layer);
          // A ground that lets all light from below through to the layers above it.
          const base = { front: ground, back: flat(0), down: flat(0), up: flat(1) };
          const whole = [...layers].reverse().concat(base).reduce(stack);
          return (
            Math.abs(out(pile).front[0] - whole.front[0]) < 1e-9 &&
            Math.abs(out(pile).up[0] - whole.up[0]) < 1e-9
          );
        },
      ),
    );
  });

  it('goes on from a lower height as if it had never been higher', () => {
    const [white, dark] = [evenLayer(flat(0.6), flat(0.3)), filter(flat(0.2))];
    const [straight, again] = [new RisingPile(), new RisingPile()];
    straight.begin(flat(0.1));
    for (const layer of [white, dark]) straight.add(layer);
    again.begin(flat(0.1));
    for (const layer of [white, white, white]) again.add(layer);
    again.cut(1);
    again.add(dark);
    expect(out(again)).toEqual(out(straight));
  });

  it('sees the mean of all piles that occur where layers are one of several', () => {
    fc.assert(
      fc.property(
        anyLayer,
        anyLayer,
        anyLayer,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b, top, share) => {
          const mixed = { layers: [a, b], weights: [share, 1 - share] };
          const pile = new RisingPile();
          const ground = flat(0.4);
          pile.begin(ground);
          pile.addMixed(mixed);
          pile.add(top);
          pile.addMixed(mixed);
          const base = { front: ground, back: flat(0), down: flat(0), up: flat(1) };
          const seen = [
            [a, a, share * share],
            [a, b, share * (1 - share)],
            [b, a, share * (1 - share)],
            [b, b, (1 - share) ** 2],
          ] as const;
          const mean = seen.reduce(
            (sum, [low, high, weight]) =>
              sum + weight * [high, top, low, base].reduce(stack).front[0],
            0,
          );
          return Math.abs(out(pile).front[0] - mean) < 1e-9;
        },
      ),
    );
  });
});
