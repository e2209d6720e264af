import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MixtureTally } from './index.ts';

const tallied = (keys: readonly string[], planes: readonly Uint8Array[]) => {
  const tally = new MixtureTally(keys);
  for (let i = 0; i < planes[0].length; i++) tally.count(planes, i);
  return tally;
};

describe('MixtureTally', () => {
  it('tells how much of the area has which values together, the commonest first', () => {
    const white = Uint8Array.of(255, 255, 255, 0, 0);
    const silver = Uint8Array.of(0, 0, 255, 255, 255);
    expect(tallied(['W', 'S'], [white, silver]).shares()).toEqual([
      {
        values: [
          ['W', 1],
          ['S', 0],
        ],
        share: 0.4,
      },
      {
        values: [
          ['W', 0],
          ['S', 1],
        ],
        share: 0.4,
      },
      {
        values: [
          ['W', 1],
          ['S', 1],
        ],
        share: 0.2,
      },
    ]);
  });

  it('takes a trace for some and not for none, and only all for all', () => {
    const [trace] = tallied(['W'], [Uint8Array.of(1)]).shares();
    expect(trace.values).toEqual([['W', 1 / 8]]);
    const [none] = tallied(['W'], [Uint8Array.of(0)]).shares();
    expect(none.values).toEqual([['W', 0]]);
  });

  it('keeps the mean of every plane within a sixteenth, traces aside, whatever lies together', () => {
    const pixel = fc.tuple(...Array.from({ length: 3 }, () => fc.integer({ min: 16, max: 255 })));
    fc.assert(
      fc.property(fc.array(pixel, { minLength: 1, maxLength: 60 }), (pixels) => {
        const planes = [0, 1, 2].map((p) => Uint8Array.from(pixels, (values) => values[p]));
        const shares = tallied(['a', 'b', 'c'], planes).shares();
        expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
        planes.forEach((plane, p) => {
          const mean = plane.reduce((sum, value) => sum + value, 0) / (255 * plane.length);
          const told = shares.reduce((sum, { values, share }) => sum + values[p][1] * share, 0);
          expect(Math.abs(told - mean)).toBeLessThanOrEqual(1 / 16 + 1e-9);
        });
      }),
    );
  });

  it('tells no more mixtures than are asked for', () => {
    const plane = Uint8Array.from({ length: 256 }, (_, i) => i);
    expect(tallied(['W'], [plane]).shares()).toHaveLength(9);
    expect(tallied(['W'], [plane]).shares(2)).toHaveLength(2);
  });
});
