import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shelfPlaces } from './shelfPlaces.ts';

describe('things on a lane of the shelf', () => {
  const lane = { from: 190, to: 774, size: 29 };

  it('stand where they want to where nothing is in the way, and beside one another where something is', () => {
    expect(shelfPlaces([200, 300, 500], lane)).toEqual([200, 300, 500]);
    expect(shelfPlaces([200, 210, 500], lane)).toEqual([200, 229, 500]);
    expect(shelfPlaces([], lane)).toEqual([]);
  });

  it('move to the left where the lane ends', () =>
    expect(shelfPlaces([600, 770, 800], lane)).toEqual([600, 745, 774]));

  it('never leave the lane, stand in their order, and touch nothing that there is room for', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1000, noNaN: true }), { maxLength: 60 }),
        fc.integer({ min: 100, max: 1000 }),
        (days, to) => {
          const wanted = days.toSorted((a, b) => a - b);
          const places = shelfPlaces(wanted, { ...lane, to });
          const room = Math.max(0, to - lane.from);
          const apart = Math.min(lane.size, room / Math.max(1, wanted.length - 1));
          expect(places).toHaveLength(wanted.length);
          for (const [i, left] of places.entries()) {
            expect(left).toBeGreaterThanOrEqual(lane.from);
            expect(left).toBeLessThanOrEqual(lane.from + room + 1e-6);
            if (i > 0) expect(left - places[i - 1]).toBeGreaterThanOrEqual(apart - 1e-6);
          }
        },
      ),
    );
  });
});
