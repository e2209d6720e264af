import { memoryRaster, parseStack, type Artwork, type PrintPlan } from '@kyanos/core';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { artwork, DARK, MACHINE, PLAN } from '../../../core/test/shop.ts';

const [WIDTH, HEIGHT] = [60, 30];
const SIZE = WIDTH * HEIGHT;
/** How often the pages were gone through to build plates. */
let read = 0;
vi.mock('./pages.ts', () => ({
  pagesFor: async (_subject: unknown, longest: number) => new Map([[1, { width: longest }]]),
  artworkOf: (info: Artwork['info']): Artwork => ({
    info,
    raster: () => {
      read++;
      const plane = (from: number, to: number) =>
        Uint8Array.from({ length: SIZE }, (_, i) =>
          i % WIDTH >= from && i % WIDTH < to ? 200 : 0,
        );
      return memoryRaster(
        { width: WIDTH, height: HEIGHT, dpi: 25.4 },
        new Map([
          ['Cyan', plane(10, 30)],
          ['Magenta', plane(20, 40)],
          ['Yellow', plane(0, 0)],
          ['Black', plane(0, 0)],
          ['White', plane(0, 0)],
        ]),
      );
    },
  }),
}));
const { lookOf, printOf } = await import('./printCache.ts');

const info = artwork({ Cyan: 0.3, Magenta: 0.3, White: 0.6 });
let job = 0;
const subjectOf = (stack: string, change: Partial<PrintPlan> = {}) => ({
  artworkId: `artwork-${job}` as never,
  info,
  plan: { ...PLAN, stack: parseStack(stack), ...change },
});
beforeEach(() => {
  // Another file each time: nothing of the one before is known.
  job++;
  read = 0;
});
const rule = (choke: number) => `film | W@image(choke ${choke}) / CMYK`;

describe('a print at screen resolution', () => {
  it('is built once, and is the same where a change does not touch its pixels', async () => {
    const first = await printOf(subjectOf(rule(1)), 60);
    const built = read;
    for (const change of [
      { material: DARK },
      { name: 'Another' },
      { layout: { ...PLAN.layout, copies: 99 } },
      { viewing: { ...PLAN.viewing, side: 'back' as const } },
    ])
      expect(await printOf(subjectOf(rule(1), change), 60)).toBe(first);
    expect(await printOf(subjectOf('film | W60@image(choke 1) / CMYK80'), 60)).toBe(first);
    expect(read).toBe(built);
  });

  it('is another where a rule, a page, the file or the size that is looked at is another', async () => {
    const first = await printOf(subjectOf(rule(1)), 60);
    const others = [
      await printOf(subjectOf(rule(2)), 60),
      await printOf(subjectOf(rule(1)), 30),
      await printOf(subjectOf(rule(1), { artwork: { ...PLAN.artwork, overprint: ['White'] } }), 60),
    ];
    job++;
    others.push(await printOf(subjectOf(rule(1)), 60));
    for (const other of others) expect(other).not.toBe(first);
  });

  it('keeps the plates that did not change when another one does', async () => {
    const of = (choke: number) =>
      subjectOf(`film | W@image(choke ${choke}) / S@sheet / CMYK`, { machine: MACHINE });
    const [before, after] = [await printOf(of(1), 60), await printOf(of(3), 60)];
    const plate = (print: typeof before, ink: string) =>
      [...print.pictures.front.plates].find(([key]) => key.startsWith(`${ink}:`))![1];
    const measure = (print: typeof before, ink: string) =>
      print.measures.plates.find(({ key }) => key.startsWith(`${ink}:`));
    expect(plate(after, 'S')).toEqual(plate(before, 'S'));
    expect(measure(after, 'S')).toBe(measure(before, 'S'));
    expect(measure(after, 'W')).not.toEqual(measure(before, 'W'));
    expect(plate(after, 'W')).not.toEqual(plate(before, 'W'));
    const inked = (plane: Uint8Array) => plane.filter((v) => v > 0).length;
    expect(inked(plate(after, 'W'))).toBeLessThan(inked(plate(before, 'W')));
  });

  it('builds white that is solved for a look anew when that look changes, and other white not', async () => {
    const of = (white: string, change: Partial<PrintPlan> = {}) =>
      printOf(subjectOf(`film | ${white} / CMYK`, change), 60);
    expect(await of('W@match', { material: DARK })).not.toBe(await of('W@match'));
    expect(await of('W@image', { material: DARK })).toBe(await of('W@image'));
  });
});

describe('one side of a print', () => {
  it('is gone through once for any densities and materials, and seen with those that are asked for', async () => {
    const one = await lookOf(subjectOf(rule(1)), 'front', 60);
    const weaker = await lookOf(subjectOf('film | W30@image(choke 1) / CMYK'), 'front', 60);
    expect(weaker.table).toBe(one.table);
    expect(weaker.scene).not.toEqual(one.scene);
    const dark = await lookOf(subjectOf(rule(1), { material: DARK }), 'front', 60);
    expect(dark.table).toBe(one.table);
  });

  it('that reads backwards is turned round', async () => {
    const [front, back] = [
      await lookOf(subjectOf('W~@image / CMYK~ | film'), 'front', 60),
      await lookOf(subjectOf('W~@image / CMYK~ | film'), 'back', 60),
    ];
    expect(front.reversed).not.toBe(back.reversed);
  });
});
