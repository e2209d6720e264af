import { PROCESS_NAMES, type ArtworkInfo, type Separation } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { artwork } from '../../../core/test/shop.ts';
import { compose, paperScene } from './compose.ts';

const INFO: ArtworkInfo = artwork({ White: 0.4, Silver: 0.2 });
const SCENE = paperScene(INFO);
const [WIDTH, HEIGHT] = [24, 16];
const SIZE = WIDTH * HEIGHT;
const separation = (name: string, kind: Separation['kind']): Separation => ({
  name,
  kind,
  coverage: 0,
  coverageWithBleed: 0,
});
const SEPARATIONS = [
  ...PROCESS_NAMES.map((name) => separation(name, 'process')),
  separation('White', 'white'),
  separation('Silver', 'metallic'),
  separation('Cut', 'cut'),
];
const ALL = new Set(SEPARATIONS.map(({ name }) => name));

/** @param inks tint of a separation, 0 to 255, the same on all of the patch; others are blank */
function composed(
  inks: Readonly<Record<string, number>>,
  { shown = ALL as ReadonlySet<string>, left = 0, top = 0, textured = true } = {},
) {
  const planes = new Map(
    SEPARATIONS.map(({ name }) => [name, new Uint8Array(SIZE).fill(inks[name] ?? 0)]),
  );
  const patch = { width: WIDTH, height: HEIGHT, left, top, planes };
  return compose(SCENE, SEPARATIONS, shown, patch, textured);
}
const pixel = (pixels: Uint8ClampedArray, x: number, y: number) => [
  ...pixels.subarray((y * WIDTH + x) * 4, (y * WIDTH + x) * 4 + 4),
];
/** Pixels that differ from those of another picture. */
const changed = (a: Uint8ClampedArray, b: Uint8ClampedArray) =>
  Array.from({ length: SIZE }, (_, i) => i).filter((i) =>
    [0, 1, 2].some((c) => a[4 * i + c] !== b[4 * i + c]),
  ).length;

describe('the separations of a file as one picture', () => {
  const blank = composed({});

  it('are paper where nothing is, and opaque', () => {
    const [red, green, blue, alpha] = pixel(blank, 3, 3);
    expect(Math.min(red, green, blue)).toBeGreaterThan(225);
    expect(alpha).toBe(255);
  });

  it('are process ink as the file’s own condition prints it, whatever the job prints it on', () => {
    const cyan = pixel(composed({ Cyan: 255 }), 3, 3);
    expect(cyan[0]).toBeLessThan(cyan[1]);
    expect(cyan[1]).toBeLessThan(cyan[2]);
    expect(paperScene({ ...INFO })).toBe(SCENE);
  });

  it('leave out what is hidden', () => {
    const shown = new Set([...ALL].filter((name) => name !== 'Cyan'));
    expect(changed(composed({ Cyan: 255 }, { shown }), blank)).toBe(0);
    const noWhite = new Set([...ALL].filter((name) => name !== 'White'));
    expect(changed(composed({ White: 255 }, { shown: noWhite }), blank)).toBe(0);
  });

  it('mark a special over the colour, the more of it the higher its tint, and never all of it', () => {
    const marked = (name: string, tint: number) => changed(composed({ [name]: tint }), blank);
    for (const name of ['White', 'Silver']) {
      const [light, full] = [marked(name, 60), marked(name, 255)];
      expect(light).toBeGreaterThan(0);
      expect(full).toBeGreaterThan(light);
      expect(full).toBeLessThan(0.6 * SIZE);
    }
    // A line that does not print is seen whole.
    expect(marked('Cut', 255)).toBe(SIZE);
  });

  it('tell white from silver by the shape of its texture', () => {
    const [white, silver] = [composed({ White: 255 }), composed({ Silver: 255 })];
    const at = (pixels: Uint8ClampedArray) =>
      Array.from({ length: SIZE }, (_, i) => pixels[4 * i] !== blank[4 * i]).join();
    expect(at(white)).not.toBe(at(silver));
  });

  it('join where two tiles meet: the texture lies on the page and not on the tile', () => {
    const whole = composed({ White: 200 });
    const moved = composed({ White: 200 }, { left: 8, top: 5 });
    for (let y = 0; y < HEIGHT - 5; y++)
      for (let x = 0; x < WIDTH - 8; x++)
        expect(pixel(moved, x, y)).toEqual(pixel(whole, x + 8, y + 5));
  });

  it('lay a veil instead of a texture where single pixels are looked at', () => {
    const veiled = composed({ White: 255 }, { textured: false });
    expect(new Set(Array.from({ length: SIZE }, (_, i) => veiled[4 * i])).size).toBe(1);
    const weaker = composed({ White: 100 }, { textured: false });
    expect(Math.abs(weaker[0] - blank[0])).toBeLessThan(Math.abs(veiled[0] - blank[0]));
  });

  it('are a map of tints where one is seen alone, the same for any of them', () => {
    const alone = (name: string, tint: number) =>
      pixel(composed({ [name]: tint }, { shown: new Set([name]) }), 5, 5);
    expect(alone('White', 128)).toEqual(alone('Black', 128));
    expect(new Set([0, 64, 128, 255].map((tint) => alone('White', tint).join())).size).toBe(4);
  });
});
