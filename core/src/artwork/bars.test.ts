import { describe, expect, it } from 'vitest';
import { memoryRaster, type Raster } from '../raster/index.ts';
import { withReducedBars } from './bars.ts';
import type { ArtworkPage } from './page.ts';

const [WIDTH, HEIGHT, DPI] = [120, 300, 300];
const PX = 25.4 / DPI;
const code = (turn: number, type = 'EAN-13') =>
  ({
    type,
    content: '',
    box: { left: 10 * PX, top: 20 * PX, width: 100 * PX, height: 250 * PX },
    turn,
    moduleMm: 4 * PX,
    quiet: [11, 7],
    quietWanted: [11, 7],
    mirrored: false,
  }) as ArtworkPage['barcodes'][number];
const page = (barcodes: ArtworkPage['barcodes']) => ({
  widthMm: WIDTH * PX,
  heightMm: HEIGHT * PX,
  barcodes,
});
/** A bar of 8.5 pixels in black, across or along, and white ground under all. */
function drawn(lying = false) {
  const black = new Uint8Array(WIDTH * HEIGHT);
  for (let y = 20; y < 270; y++)
    for (let x = 10; x < 110; x++) {
      const at = lying ? y : x;
      if (at >= 40 && at < 48) black[y * WIDTH + x] = 255;
      if (at === 48) black[y * WIDTH + x] = 128;
    }
  const white = new Uint8Array(WIDTH * HEIGHT).fill(255);
  return memoryRaster(
    { width: WIDTH, height: HEIGHT, dpi: DPI },
    new Map([
      ['Black', black],
      ['White', white],
    ]),
  );
}
async function inkOf(raster: Raster, lying = false) {
  let [black, white] = [0, 0];
  for await (const { top, rows, planes } of raster.bands())
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < WIDTH; x++) {
        const line = lying ? x === 60 : top + y === 100;
        if (line) black += planes[0][y * WIDTH + x] / 255;
        white += planes[1][y * WIDTH + x] / 255;
      }
  return { black, white: white / (WIDTH * HEIGHT) };
}

describe('the bars of a code', () => {
  it('are laid narrower by what the machine’s ink spreads, whichever way they stand, and white stays', async () => {
    for (const [turn, lying] of [
      [0, false],
      [90, true],
    ] as const)
      for (const mm of [0.02, 0.05, 0.1]) {
        const before = await inkOf(drawn(lying), lying);
        const after = await inkOf(withReducedBars(drawn(lying), page([code(turn)]), mm), lying);
        expect(before.black - after.black).toBeCloseTo(mm / PX, 1);
        expect(after.white).toBe(1);
      }
  });

  it('stay as they are where nothing is to be taken away, and so does everything that is no code', () => {
    const raster = drawn();
    expect(withReducedBars(raster, page([code(0)]), 0)).toBe(raster);
    expect(withReducedBars(raster, page([]), 0.1)).toBe(raster);
  });
});
