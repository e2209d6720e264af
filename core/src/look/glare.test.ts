import { describe, expect, it } from 'vitest';
import { BRUSHED, EMBOSSED, FOIL_PERIOD, glare, gratingLight, LEAFED, varnished } from './index.ts';

const SIZE = 61;
/** Where it shines most, shares of width and height, and how far it reaches to either side of that. */
function shape(tilt: number, rough = LEAFED, aspect = 1) {
  const { weight } = glare(SIZE, SIZE, aspect, tilt, rough);
  const [most] = [...weight.keys()].toSorted((a, b) => weight[b] - weight[a]);
  const [row, column] = [Math.floor(most / SIZE), most % SIZE];
  const half = weight[most] / 2;
  const reach = (at: (i: number) => number) =>
    Array.from({ length: SIZE }, (_, i) => at(i)).filter((value) => value > half).length / SIZE;
  return {
    most: weight[most],
    x: (column + 0.5) / SIZE,
    y: (row + 0.5) / SIZE,
    across: reach((i) => weight[row * SIZE + i]),
    down: reach((i) => weight[i * SIZE + column]),
  };
}

describe('the lamp in a print that is tilted', () => {
  it('stands over its middle when it is tilted all the way, where the mirror law has it', () => {
    const { x, y, most } = shape(1);
    expect(most).toBeCloseTo(1, 2);
    expect(y).toBeCloseTo(0.5, 2);
    // Eye and lamp stand at the same angle; the nearer eye draws the place towards itself a little.
    expect(Math.abs(x - 0.5)).toBeLessThan(0.05);
  });

  it('is not seen before it is tilted, and passes over it from one side to the middle', () => {
    expect(shape(0).most).toBeLessThan(0.001);
    const places = [0.7, 0.8, 0.9, 1].map((tilt) => shape(tilt).x);
    expect(places).toEqual(places.toSorted((a, b) => (places[0] < places[3] ? a - b : b - a)));
  });

  it('lies round in leafed metal, and as a streak across the strokes of a brush', () => {
    const leafed = shape(1);
    expect(Math.abs(leafed.across - leafed.down)).toBeLessThan(0.12);
    const brushed = shape(1, BRUSHED);
    expect(brushed.down / brushed.across).toBeGreaterThan(2);
  });

  it('lies in a varnish the wider and fainter the duller it is, and not at all in a matt one', () => {
    const [high, half, dull] = [90, 55, 20].map((gloss) => varnished(gloss)!);
    expect(high.strength).toBeGreaterThan(half.strength);
    expect(half.strength).toBeGreaterThan(dull.strength);
    const widths = [high, half, dull].map(({ rough }) => shape(1, rough).across);
    expect(widths).toEqual(widths.toSorted((a, b) => a - b));
    expect(varnished(5)).toBeUndefined();
  });
});

describe('a grating', () => {
  it('shows the wavelength that its period and the angles say: 1 µm, sines of 0.55 in all, green', () => {
    const green = gratingLight(0.55);
    expect(green[1]).toBeGreaterThan(3 * green[0]);
    expect(green[1]).toBeGreaterThan(3 * green[2]);
    const red = gratingLight(0.63);
    expect(red[0]).toBeGreaterThan(3 * Math.max(red[1], red[2]));
    const blue = gratingLight(0.45);
    expect(blue[2]).toBeGreaterThan(3 * Math.max(blue[0], blue[1]));
  });

  it('shows its second order where the way is twice as long, and nothing where the way is shorter than violet', () => {
    const second = gratingLight(1.1);
    expect(second[1]).toBeGreaterThan(second[0]);
    expect(second[1]).toBeGreaterThan(second[2]);
    expect(gratingLight(0.3)).toEqual([0, 0, 0]);
  });

  it('plays in all colours as it is tilted, and is white where the lamp itself is mirrored', () => {
    const seen = new Set<number>();
    for (let tilt = 0; tilt <= 1; tilt += 0.02) {
      const { colour, weight } = glare(3, 3, 1, tilt, EMBOSSED, FOIL_PERIOD);
      const middle = [...colour!.subarray(12, 15)];
      if (weight[4] > 0.1) seen.add(middle.indexOf(Math.max(...middle)));
    }
    expect(seen).toEqual(new Set([0, 1, 2]));
    const { colour } = glare(3, 3, 1, 1, EMBOSSED, FOIL_PERIOD);
    for (const part of colour!.subarray(12, 15)) expect(part).toBeGreaterThan(0.85);
  });
});
