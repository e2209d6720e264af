import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MACHINE, MATERIAL } from '../../test/shop.ts';
import { DomainError } from '../errors/index.ts';
import { layOut, rectanglesOf, roomOf, type Layout, type LayoutSettings } from './index.ts';

/** Sizes of files are no whole tenths: points and pixels turned into mm. */
const size = (most: number) =>
  fc
    .integer({ min: 120, max: most })
    .chain((tenths) =>
      fc.constantFrom(tenths / 10, (Math.round(tenths / 3) * 25.4) / 72, (tenths * 25.4) / 254.7),
    );
const piece = fc.record({ width: size(2400), height: size(2400) });
const settings = fc.record({
  copies: fc.integer({ min: 1, max: 240 }),
  gap: fc.integer({ min: 0, max: 80 }).map((tenths) => tenths / 10),
  margin: fc.integer({ min: 0, max: 40 }),
  turned: fc.boolean(),
  mixed: fc.boolean(),
});
const material = fc
  .record({
    form: fc.constantFrom('roll' as const, 'sheet' as const, 'board' as const),
    width: fc.integer({ min: 300, max: 1400 }),
    length: fc.integer({ min: 200, max: 1200 }),
  })
  .map((part) => ({ ...MATERIAL, ...part }));

type Case = [Parameters<typeof layOut>[0], LayoutSettings, typeof MATERIAL];

/** Whatever a layout may be, or that it was refused because nothing fits. */
function laidOut([one, wanted, on]: Case): Layout | undefined {
  try {
    return layOut(one, wanted, MACHINE, on);
  } catch (error) {
    if (error instanceof DomainError && error.code === 'LAYOUT_TOO_LARGE') return undefined;
    throw error;
  }
}

const any = fc.tuple(piece, settings, material);
const holds = (property: (layout: Layout, asked: Case) => boolean, numRuns = 120) =>
  fc.assert(
    fc.property(any, (asked) => {
      const layout = laidOut(asked);
      return layout === undefined || property(layout, asked);
    }),
    { numRuns },
  );

describe('any layout', () => {
  it('has every copy once, and no load is empty', () => {
    holds(
      ({ loads, loadCount }, [, { copies }]) =>
        loads.reduce((sum, load) => sum + load.times * load.copies, 0) === copies &&
        loads.every((load) => load.copies > 0 && load.times > 0) &&
        loads.reduce((sum, { times }) => sum + times, 0) === loadCount,
    );
  });

  it('lies inside what can be printed, and is swept and drawn no further than it reaches', () => {
    holds(({ loads, room, longest }, [one, { gap }]) =>
      loads.every(({ strips, length, sweptWidth }) => {
        const boxes = rectanglesOf(strips, one, gap);
        const right = Math.max(...boxes.map(({ left, width }) => left + width));
        const left = Math.min(...boxes.map((box) => box.left));
        const bottom = Math.max(...boxes.map(({ top, height }) => top + height));
        const top = Math.min(...boxes.map((box) => box.top));
        return (
          left >= room.left - 1e-6 &&
          top >= room.top - 1e-6 &&
          right <= room.left + room.width + 1e-6 &&
          bottom <= room.top + room.height + 0.02 &&
          Math.abs(right - left - sweptWidth) < 1e-6 &&
          Math.abs(bottom - top - length) < 1e-6 &&
          length <= longest + 1e-6
        );
      }),
    );
  });

  it('keeps the gap between any two pieces', () => {
    holds(
      ({ loads }, [one, { gap }]) =>
        loads.every(({ strips }) => {
          const boxes = rectanglesOf(strips, one, gap);
          return boxes.every((a, i) =>
            boxes
              .slice(i + 1)
              .every(
                (b) =>
                  Math.max(
                    a.left - b.left - b.width,
                    b.left - a.left - a.width,
                    a.top - b.top - b.height,
                    b.top - a.top - a.height,
                  ) >=
                  gap - 0.011,
              ),
          );
        }),
      40,
    );
  });

  it('wastes what it draws and does not print, never less than nothing', () => {
    holds(
      ({ materialMm2, wasteMm2 }, [one, { copies }]) =>
        wasteMm2 > -1e-6 &&
        Math.abs(materialMm2 - wasteMm2 - copies * one.width * one.height) < 1e-3,
    );
  });

  it('in both directions takes no more sheets than all one way, and no more roll', () => {
    holds((_layout, [one, wanted, on]) => {
      const straight = laidOut([one, { ...wanted, mixed: false }, on]);
      const both = laidOut([one, { ...wanted, mixed: true }, on]);
      return (
        !straight || (both !== undefined && both.materialMm2 <= straight.materialMm2 * (1 + 1e-9))
      );
    }, 200);
  });

  it('never has more on a load than the bound', () => {
    holds(({ perLoad, most }) => perLoad <= most, 300);
  });
});

describe('roomOf', () => {
  it('ends where the bed, the sheet or the wished load ends, whichever is first', () => {
    const wanted = { copies: 1, gap: 0, margin: 10, turned: false };
    const heights = (part: Partial<LayoutSettings>, form: 'roll' | 'board') =>
      roomOf(
        { ...MACHINE, maxLength: 800 },
        { ...MATERIAL, form, length: 600 },
        { ...wanted, ...part },
      ).height;
    expect([
      heights({}, 'roll'),
      heights({}, 'board'),
      heights({ loadLength: 300 }, 'board'),
    ]).toEqual([780, 580, 300]);
  });
});
