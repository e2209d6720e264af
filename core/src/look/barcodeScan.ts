/** A simulated scan as a picture for a decoder. */

/** What a scanner's receiver adds to every pixel, standard deviation of reflectance (from memory). */
const NOISE = 0.02;

/** The scan as a picture for a decoder: 0 dark to 255 light, as much light as the scanner gets, with its noise. */
export function scanPicture(reflectance: Float32Array): Uint8Array {
  let state = 1;
  // Three even steps, each a twelfth in variance, sum up to a quarter; the same at every call.
  const noise = () => {
    let sum = 0;
    for (let i = 0; i < 3; i++) {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      sum += state / 2 ** 32 - 0.5;
    }
    return 2 * NOISE * sum;
  };
  return Uint8Array.from(reflectance, (value) =>
    Math.round(255 * Math.min(1, Math.max(0, value + noise()))),
  );
}

export interface Grey {
  readonly width: number;
  readonly height: number;
  /** 0 dark to 255 light. */
  readonly pixels: Uint8Array;
}

/**
 * A scan with its bars a pixel thinner, at twice the size. Plates paint every pixel that a bar touches, which widens bars by a
 * pixel as a rule; a print at the machine's own resolution has them as they were drawn.
 */
export function thinnedBars({ width, height, pixels }: Grey): Grey {
  const [w, h] = [2 * width, 2 * height];
  const out = new Uint8Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let light = 0;
      for (let v = -1; v <= 1; v++)
        for (let u = -1; u <= 1; u++) {
          const row = Math.min(height - 1, Math.max(0, (y + v) >> 1));
          const column = Math.min(width - 1, Math.max(0, (x + u) >> 1));
          light = Math.max(light, pixels[row * width + column]);
        }
      out[y * w + x] = light;
    }
  return { width: w, height: h, pixels: out };
}
