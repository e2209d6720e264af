import { describe, expect, it } from 'vitest';
import { MACHINE, MATERIAL } from '../../test/shop.ts';
import {
  fitProblems,
  jigOf,
  layOut,
  layoutProblems,
  rectanglesOf,
  type LayoutSettings,
} from './index.ts';

const piece = { width: 100, height: 50 };
const settings = { copies: 10, gap: 10, margin: 20, turned: false };

describe('layOut', () => {
  it('puts as many across as fit between the margins', () => {
    // 600 − 2 × 20 = 560 mm; five pieces and four gaps take 540.
    const layout = layOut(piece, settings, MACHINE, MATERIAL);
    expect(layout).toMatchObject({
      columns: 5,
      sweptWidth: 540,
      loads: [{ copies: 10, length: 110 }],
    });
    expect(layout.materialMm2).toBe(600 * 150);
    expect(layout.wasteMm2).toBe(600 * 150 - 10 * 5000);
  });

  it('fits a piece that fills the width to the last hundredth', () => {
    expect(layOut({ width: 560, height: 50 }, settings, MACHINE, MATERIAL).columns).toBe(1);
  });

  it('turns pieces by a quarter', () => {
    expect(layOut(piece, { ...settings, turned: true }, MACHINE, MATERIAL)).toMatchObject({
      columns: 9,
      pieceWidth: 50,
    });
  });

  it('fills as many sheets as it takes, the last one in part', () => {
    const sheet = { ...MATERIAL, form: 'sheet' as const, length: 150 };
    const { loads, materialMm2 } = layOut(piece, { ...settings, copies: 23 }, MACHINE, sheet);
    expect(loads.map(({ times, copies, length }) => [times, copies, length])).toEqual([
      [2, 10, 110],
      [1, 3, 50],
    ]);
    expect(materialMm2).toBe(3 * 600 * 150);
  });

  it('sweeps only what is printed when there are fewer copies than columns', () => {
    expect(layOut(piece, { ...settings, copies: 2 }, MACHINE, MATERIAL).sweptWidth).toBe(210);
  });

  it('refuses what does not fit, in either direction, where margins leave no room at all', () => {
    for (const mixed of [true, false])
      for (const form of ['roll', 'sheet'] as const)
        expect(() =>
          layOut(piece, { ...settings, margin: 400, mixed }, MACHINE, { ...MATERIAL, form }),
        ).toThrow(expect.objectContaining({ code: 'LAYOUT_TOO_LARGE' }));
  });

  it('refuses what does not fit and tells both sizes', () => {
    expect(() => layOut({ width: 600, height: 50 }, settings, MACHINE, MATERIAL)).toThrow(
      expect.objectContaining({
        code: 'LAYOUT_TOO_LARGE',
        message: expect.stringContaining('600.0 × 50.0 mm'),
      }),
    );
  });
});

describe('pieces in both directions', () => {
  const sheet = { ...MATERIAL, form: 'sheet' as const, width: 460, length: 640 };
  const label = { width: 90, height: 120 };
  const close = { copies: 500, gap: 4, margin: 0, turned: false };

  it('get more on a sheet than all one way round, and are told beside what no layout can pass', () => {
    expect(layOut(label, close, MACHINE, sheet).perLoad).toBe(20);
    const mixed = layOut(label, { ...close, mixed: true }, MACHINE, sheet);
    expect([mixed.perLoad, mixed.most]).toEqual([23, 23]);
  });

  it('lie the way that is shortest to print where they all fit on one load anyway', () => {
    const few = { ...close, copies: 5, mixed: true };
    const { longest, loads } = layOut(label, few, MACHINE, sheet);
    // Five of 90 mm with their gaps are wider than 460 mm, five of 120 mm too: two rows, the lower ones turned.
    expect([loads[0].copies, longest]).toEqual([5, 184]);
  });

  it('draw less of a roll where columns of both directions fill its width', () => {
    // 600 mm: three of 170 leave 90 mm empty; one of 170 and three turned of 140 fill 590.
    const piece = { width: 170, height: 140 };
    const settings = { copies: 40, gap: 0, margin: 0, turned: false };
    const straight = layOut(piece, settings, MACHINE, MATERIAL);
    const mixed = layOut(piece, { ...settings, mixed: true }, MACHINE, MATERIAL);
    expect(mixed.materialMm2).toBeLessThan(straight.materialMm2 * 0.95);
    expect(mixed.loads.reduce((sum, { copies }) => sum + copies, 0)).toBe(40);
  });

  it('lie as the grain of the material wants them, whatever else is wished', () => {
    const wood = { ...sheet, grain: 'across' as const };
    const settings: LayoutSettings = { ...close, mixed: true, grain: 'upright' };
    const layout = layOut(label, settings, MACHINE, wood);
    expect(layout.loads[0].strips.every(({ turned }) => turned)).toBe(true);
    expect(layoutProblems(layout, settings, label, wood)[0].message).toContain('lie turned');
    // Along the feed and sideways in the piece comes to the same.
    const along = layOut(label, { ...settings, grain: 'sideways' }, MACHINE, {
      ...wood,
      grain: 'along',
    });
    expect(along.loads[0].strips[0].turned).toBe(true);
  });
});

describe('a load', () => {
  it('keeps clear of edges that are held, where they are wider than the margin', () => {
    const machine = { ...MACHINE, held: { leading: 30, trailing: 12, sides: 5 } };
    const { room } = layOut(piece, settings, machine, { ...MATERIAL, form: 'sheet', length: 300 });
    expect(room).toEqual({ left: 20, top: 30, width: 560, height: 300 - 30 - 20 });
  });

  it('is no longer than wished: a roll is cut into loads', () => {
    const { loads } = layOut(piece, { ...settings, loadLength: 115 }, MACHINE, MATERIAL);
    expect(loads.map(({ copies, length }) => [copies, length])).toEqual([[10, 110]]);
    const short = layOut(piece, { ...settings, copies: 12, loadLength: 60 }, MACHINE, MATERIAL);
    expect(short.loads.map(({ times, copies }) => [times, copies])).toEqual([
      [2, 5],
      [1, 2],
    ]);
  });

  it('may stick out beyond the bed as far as that carries it, and is printed on the bed only', () => {
    // Common practice: a bed of 24 × 18 in takes stock of 27 to 28 in.
    const bed = {
      ...MACHINE,
      kind: 'flatbed' as const,
      maxWidth: 609.6,
      maxLength: 457.2,
      overhang: 101.6,
    };
    const board = { ...MATERIAL, form: 'board' as const, width: 28 * 25.4, length: 400 };
    expect(fitProblems(bed, board)).toEqual([]);
    expect(layOut(piece, { ...settings, margin: 0 }, bed, board).room.width).toBe(609.6);
    expect(fitProblems(bed, { ...board, width: 29 * 25.4 })[0]).toMatchObject({ code: 'OVERHANG' });
  });

  it('does not go under a head that it would strike', () => {
    const [problem] = fitProblems({ ...MACHINE, clearance: 4 }, { ...MATERIAL, thickness: 5 });
    expect(problem).toMatchObject({ code: 'HEAD_CLEARANCE', severity: 'error' });
    expect(fitProblems({ ...MACHINE, clearance: 5 }, { ...MATERIAL, thickness: 5 })).toEqual([]);
  });

  it('lies as a hand put it, and says where pieces touch, crowd or leave what can be printed', () => {
    const at = (...places: (readonly [number, number])[]) => {
      const hand: LayoutSettings = {
        ...settings,
        copies: places.length,
        places: places.map(([left, top]) => ({ left, top, turned: false })),
      };
      const layout = layOut(piece, hand, MACHINE, MATERIAL);
      return layoutProblems(layout, hand, piece, MATERIAL).map(({ code }) => code);
    };
    expect(at([20, 20], [130, 20])).toEqual([]);
    expect(at([20, 20], [110, 20])).toEqual(['PLACED_OVERLAP']);
    expect(at([20, 20], [124, 20])).toEqual(['PLACED_CLOSE']);
    expect(at([10, 20], [130, 20])).toEqual(['PLACED_OUTSIDE']);
  });
});

describe('jobs that share a load', () => {
  const gang: LayoutSettings = {
    ...settings,
    copies: 30,
    gap: 3,
    mixed: true,
    companions: [
      { name: 'Tag', width: 60, height: 35, copies: 24 },
      { name: 'Plate', width: 140, height: 80, copies: 6 },
    ],
  };
  const layout = layOut(piece, gang, MACHINE, MATERIAL);

  it('are all on it once, none on another, with the gap between them', () => {
    const boxes = layout.loads.flatMap(({ strips, others }) => [
      ...rectanglesOf(strips, piece, 3),
      ...others,
    ]);
    expect(boxes).toHaveLength(60);
    boxes.forEach((a, i) => {
      for (const b of boxes.slice(i + 1))
        expect(
          Math.max(
            a.left - b.left - b.width,
            b.left - a.left - a.width,
            a.top - b.top - b.height,
            b.top - a.top - a.height,
          ),
        ).toBeGreaterThanOrEqual(3 - 1e-6);
    });
  });

  it('stay inside what can be printed, and share the material by their areas', () => {
    const { room, loads, share } = layout;
    for (const { strips, others } of loads)
      for (const box of [...rectanglesOf(strips, piece, 3), ...others]) {
        expect(box.left).toBeGreaterThanOrEqual(room.left - 1e-6);
        expect(box.top).toBeGreaterThanOrEqual(room.top - 1e-6);
        expect(box.left + box.width).toBeLessThanOrEqual(room.left + room.width + 1e-6);
      }
    const [own, others] = [30 * 5000, 24 * 2100 + 6 * 11200];
    expect(share).toBeCloseTo(own / (own + others), 12);
  });

  it('lie turned where that is wished, and nobody turns them back', () => {
    const wished = { ...gang, mixed: false, turned: true };
    const { loads, room } = layOut({ width: 300, height: 50 }, wished, MACHINE, MATERIAL);
    for (const { strips } of loads)
      for (const box of rectanglesOf(strips, { width: 300, height: 50 }, 3)) {
        expect([box.turned, box.width, box.height]).toEqual([true, 50, 300]);
        expect(box.left + box.width).toBeLessThanOrEqual(room.left + room.width + 1e-6);
      }
  });

  it('take less of the roll than each by itself', () => {
    const alone = [
      layOut(piece, { ...settings, gap: 3, copies: 30 }, MACHINE, MATERIAL),
      layOut({ width: 60, height: 35 }, { ...settings, gap: 3, copies: 24 }, MACHINE, MATERIAL),
      layOut({ width: 140, height: 80 }, { ...settings, gap: 3, copies: 6 }, MACHINE, MATERIAL),
    ];
    expect(layout.materialMm2).toBeLessThan(alone.reduce((sum, one) => sum + one.materialMm2, 0));
  });
});

describe('a jig', () => {
  it('has an opening for each piece of a load, a play larger, where the piece will be printed', () => {
    const machine = { ...MACHINE, clearance: 8 };
    const board = { ...MATERIAL, form: 'board' as const, length: 300, thickness: 5 };
    const layout = layOut(piece, settings, machine, board);
    const jig = jigOf(layout, piece, { width: 96, height: 46 }, machine, board);
    expect(jig.openings).toHaveLength(10);
    // 2 mm of bleed each side, less 0.3 mm of play.
    expect(jig.openings[0].left).toBeCloseTo(20 + 2 - 0.3, 9);
    expect(jig.openings[0].width).toBeCloseTo(96.6, 9);
    expect([jig.headroom, jig.proud, jig.sheet.width]).toEqual([3, 4.5, 600]);
  });
});
