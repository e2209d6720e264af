import { seededRandom } from '@kyanos/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CELL, EdgeCounter } from './edges.ts';
import { SAMPLE } from './hints.ts';

const [WIDTH, HEIGHT] = [CELL + 70, CELL + 40];

/** Rows that are often as the one before, and often bare. */
function page(random: () => number): Uint8Array {
  const pixels = new Uint8Array(WIDTH * HEIGHT).fill(255);
  for (let y = 0; y < HEIGHT; y++) {
    const row = pixels.subarray(y * WIDTH, (y + 1) * WIDTH);
    if (y > 0 && random() < 0.9) row.set(pixels.subarray((y - 1) * WIDTH, y * WIDTH));
    else if (random() < 0.5) for (let x = 0; x < WIDTH; x++) row[x] = random() < 0.05 ? 0 : 255;
  }
  return pixels;
}

/** Edge after edge, as the definition says it. */
function counted(page: Uint8Array, beside: Uint8Array | undefined) {
  const edge = (of: Uint8Array, a: number, b: number) => Math.abs(of[a] - of[b]) > 60;
  const own = (a: number, b: number) => edge(page, a, b) && !(beside && edge(beside, a, b));
  const along: number[][] = [];
  for (let y = 0; y < HEIGHT; y += SAMPLE) {
    const counts = [0, 0];
    for (let x = 1; x < WIDTH; x++)
      if (x !== CELL && own(y * WIDTH + x, y * WIDTH + x - 1)) counts[Math.floor(x / CELL)]++;
    along.push(counts);
  }
  const down: number[] = [];
  for (let x = 0; x < WIDTH; x += SAMPLE) {
    let count = 0;
    for (let y = 1; y < HEIGHT; y++) if (own(y * WIDTH + x, (y - 1) * WIDTH + x)) count++;
    down.push(count);
  }
  return { along, down };
}

describe('EdgeCounter', () => {
  it.each([false, true])(
    'counts each edge of the sampled rows and columns, but for those beside: %s',
    (hasBeside) => {
      fc.assert(
        fc.property(fc.integer(), (seed) => {
          const random = seededRandom(seed);
          const pixels = page(random);
          const beside = hasBeside ? page(random) : undefined;
          const counter = new EdgeCounter(WIDTH);
          for (let y = 0; y < HEIGHT; y += 37) {
            const [from, to] = [y * WIDTH, Math.min(HEIGHT, y + 37) * WIDTH];
            counter.add(pixels.subarray(from, to), beside?.subarray(from, to));
          }
          const cells = counter.within(0, HEIGHT);
          const down = Array.from({ length: Math.ceil(WIDTH / SAMPLE) }, (_, i) =>
            cells.reduce((sum, cell) => sum + cell.down[i], 0),
          );
          const along = cells.flatMap((cell) => cell.along.map((counts) => [...counts]));
          expect({ along, down }).toEqual(counted(pixels, beside));
        }),
        { numRuns: 15 },
      );
    },
  );
});
