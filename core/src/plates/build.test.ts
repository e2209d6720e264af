import { describe, expect, it } from 'vitest';
import { memoryRaster, type PixelBox } from '../raster/index.ts';
import { parseStack } from '../stack/index.ts';
import { buildPlates, plateSpecs } from './index.ts';

const WIDTH = 40;
const HEIGHT = 600;

/** A sheet at one pixel a millimetre; rectangles as [left, top, right, bottom, value]. */
function sheet(
  ...rectangles: [left: number, top: number, right: number, bottom: number, value: number][]
): Uint8Array {
  const plane = new Uint8Array(WIDTH * HEIGHT);
  for (const [left, top, right, bottom, value] of rectangles)
    for (let y = top; y < bottom; y++) plane.fill(value, y * WIDTH + left, y * WIDTH + right);
  return plane;
}

async function build(
  notation: string,
  planes: Record<string, Uint8Array>,
  codes: readonly PixelBox[] = [],
) {
  const raster = memoryRaster(
    { width: WIDTH, height: HEIGHT, dpi: 25.4 },
    new Map(Object.entries(planes)),
  );
  const built = new Map<string, Uint8Array>();
  const { plates } = await buildPlates(
    'front',
    plateSpecs(parseStack(notation)),
    raster,
    {
      artPlate: (inkRole) => ({ W: 'White', S: 'Silver', V: undefined, B: undefined })[inkRole],
      codes,
    },
    (key, rows, y) => {
      const plane = built.get(key) ?? new Uint8Array(WIDTH * HEIGHT);
      plane.set(rows, y * WIDTH);
      built.set(key, plane);
    },
  );
  const [key] = built.keys();
  return { plane: built.get(key)!, measure: plates[0] };
}

/** Crosses a band boundary at row 256. */
const BOX = sheet([10, 200, 30, 400, 255]);

describe('buildPlates', () => {
  it('lays white under the image and nowhere else', async () => {
    const { plane, measure } = await build('film | W@image / CMYK', { Cyan: BOX });
    expect(plane).toEqual(BOX);
    expect(measure).toMatchObject({ coverage: 4000 / 24000, areaMm2: expect.closeTo(4000, 6) });
  });

  it('takes a tint up to the haze threshold for blank background', async () => {
    const background = sheet([0, 0, WIDTH, HEIGHT, 7], [10, 200, 30, 400, 200]);
    expect((await build('film | W@image(haze 3)', { Yellow: background })).plane).toEqual(BOX);
    expect((await build('film | W@image(haze 2)', { Yellow: background })).measure.coverage).toBe(
      1,
    );
  });

  it('pulls the plate in by the choke on every side', async () => {
    const { plane } = await build('film | W@image(choke 2)', { Black: BOX });
    expect(plane).toEqual(sheet([12, 202, 28, 398, 255]));
  });

  it('adds the art’s own white, tints and all, and never takes it away', async () => {
    const own = sheet([0, 0, 40, 50, 120], [12, 210, 20, 220, 90]);
    const { plane } = await build('film | W@image(choke 2)', { Black: BOX, White: own });
    expect(plane).toEqual(sheet([0, 0, 40, 50, 120], [12, 202, 28, 398, 255]));
  });

  it('counts what the image encloses and the art does not fill', async () => {
    const ring = sheet([10, 200, 30, 400, 255], [14, 250, 20, 260, 0], [22, 250, 24, 252, 0]);
    const { measure } = await build('film | W@image(choke 1)', { Black: ring });
    expect(measure.holes).toMatchObject({ count: 2, areaMm2: expect.closeTo(64, 6) });
    const filled = await build('film | W@image', {
      Black: ring,
      White: sheet([14, 250, 20, 260, 255]),
    });
    expect(filled.measure.holes).toMatchObject({ count: 1, areaMm2: expect.closeTo(4, 6) });
  });

  it('lays what the artist drew as it was drawn, choked if wanted', async () => {
    const own = sheet([10, 200, 30, 400, 120]);
    expect((await build('film | W@art', { Cyan: BOX, White: own })).plane).toEqual(own);
    expect((await build('film | W@art(choke 1)', { White: own })).plane).toEqual(
      sheet([11, 201, 29, 399, 120]),
    );
  });

  it('covers the whole sheet to its edges, whatever the choke', async () => {
    expect((await build('film | W@sheet(choke 3)', { Cyan: BOX })).measure.coverage).toBe(1);
  });

  it('is empty where the art has no plate of its own', async () => {
    expect((await build('film | V@art', { Cyan: BOX })).measure.coverage).toBe(0);
  });

  it('measures where special and colour would mix in one layer', async () => {
    const own = sheet([20, 200, 40, 400, 255]);
    expect(
      (await build('film | W@art+CMYK', { Cyan: BOX, White: own })).measure.overlapMm2,
    ).toBeCloseTo(2000, 6);
    expect((await build('film | W@art / CMYK', { Cyan: BOX, White: own })).measure.overlapMm2).toBe(
      0,
    );
  });

  it('makes equal wishes one plate', () => {
    expect(plateSpecs(parseStack('film | CMYK / W@image / W@image / V@sheet'))).toHaveLength(2);
  });
});
