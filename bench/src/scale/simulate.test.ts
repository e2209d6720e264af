import { seededRandom } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { daysOf, placesFor, waits } from './simulate.ts';

/** Mean wait with exponential times on c places, in units of a piece's mean (Erlang's C formula, 1917). */
function erlangWait(load: number, c: number): number {
  let term = 1;
  let sum = 0;
  for (let k = 0; k < c; k++) {
    sum += term;
    term *= load / (k + 1);
  }
  const last = term / (1 - load / c);
  return last / (sum + last) / (c - load);
}

describe('the queue', () => {
  it.each([
    [0.5, 1],
    [0.8, 1],
    [3, 4],
    [7, 8],
  ])(
    'makes those wait who come at a load of %f on %i places as long as Erlang says',
    (load, places) => {
      const random = seededRandom(7);
      const spread = () => -Math.log(1 - random());
      const arrivals: number[] = [];
      for (let at = 0; arrivals.length < 400_000;) arrivals.push((at += spread() / load));
      const { mean, busy } = waits({ arrivals, service: arrivals.map(spread) }, places);
      const expected = erlangWait(load, places);
      expect(Math.abs(mean - expected)).toBeLessThan(0.05 * expected + 0.002);
      expect(busy).toBeCloseTo(load / places, 1);
    },
  );

  it('has as many jobs a day as it is told, in the hours in which people work, and finds the fewest places', () => {
    const load = daysOf(1000, [[2, 3]], 20, 3);
    expect(load.arrivals.length / 20 / 2).toBeGreaterThan(970);
    expect(load.arrivals.length / 20 / 2).toBeLessThan(1030);
    expect(load.arrivals.every((at) => at % 86_400 >= 7 * 3600 && at % 86_400 < 18 * 3600)).toBe(
      true,
    );
    const { places, waits: there } = placesFor(load, 10);
    expect(there.p95).toBeLessThanOrEqual(10);
    expect(waits(load, places - 1 || 1).p95 > 10 || places === 1).toBe(true);
  });
});
