import { describe, expect, it } from 'vitest';
import { artwork, PLAN } from '../../test/shop.ts';
import { plateRaster } from '../plan/index.ts';
import { memoryRaster, type Raster } from '../raster/index.ts';
import { parseStack } from '../stack/index.ts';
import { withPlates } from './index.ts';

const raster = (width: number, height: number, planes: Record<string, number[]>): Raster =>
  memoryRaster(
    { width, height, dpi: 25.4 },
    new Map(Object.entries(planes).map(([name, bytes]) => [name, Uint8Array.from(bytes)])),
  );

async function read(from: Raster): Promise<Record<string, number[]>> {
  const all: Record<string, number[]> = Object.fromEntries(from.channels.map((name) => [name, []]));
  for await (const { rows, planes } of from.bands())
    from.channels.forEach((name, i) => all[name].push(...planes[i].subarray(0, rows * from.width)));
  return all;
}

describe('plates of other jobs', () => {
  it('become channels of the raster, stretched over it by the nearest pixel', async () => {
    const own = raster(4, 2, { Black: [1, 2, 3, 4, 5, 6, 7, 8] });
    const joined = withPlates(own, new Map([['theirs', raster(2, 1, { W: [10, 20] })]]));
    expect(await read(joined)).toEqual({
      Black: [1, 2, 3, 4, 5, 6, 7, 8],
      theirs: [10, 10, 20, 20, 10, 10, 20, 20],
    });
    expect(withPlates(own, new Map())).toBe(own);
  });

  it('may be larger than the raster, in bands that don’t end where its bands end', async () => {
    const tall = Array.from({ length: 700 }, (_, i) => i % 256);
    const joined = withPlates(
      raster(1, 70, { Black: Array<number>(70).fill(0) }),
      new Map([['theirs', raster(1, 700, { W: tall })]]),
    );
    const { theirs } = await read(joined);
    expect(theirs).toEqual(Array.from({ length: 70 }, (_, y) => tall[y * 10 + 5]));
  });
});

describe('plateRaster', () => {
  const cyan = new Uint8Array(200 * 600).fill(255, 0, 200 * 300);
  const file = {
    info: artwork({ Cyan: 0.5 }),
    raster: () => memoryRaster({ width: 200, height: 600, dpi: 25.4 }, new Map([['Cyan', cyan]])),
  };
  const plan = { ...PLAN, stack: parseStack('film | W@image(choke 3) / CMYK') };

  it('builds a plate of a plan as it is read', async () => {
    const { W } = await read(plateRaster(plan, file, 'W'));
    expect(W).toHaveLength(200 * 600);
    expect(W.indexOf(0)).toBe(200 * 297);
  });

  it('can be left in the middle, and read anew', async () => {
    const plate = plateRaster(plan, file, 'W');
    for await (const { top } of plate.bands()) {
      expect(top).toBe(0);
      break;
    }
    expect((await read(plate)).W.filter((v) => v > 0)).toHaveLength(200 * 297);
  });

  it('passes on what goes wrong while it is built', async () => {
    const broken = {
      ...file,
      raster: () => ({
        ...file.raster(),
        *bands(): Iterable<never> {
          throw new Error('The disk is gone.');
        },
      }),
    };
    await expect(read(plateRaster(plan, broken, 'W'))).rejects.toThrow('The disk is gone.');
  });

  it('is refused where the plan has no such plate', () => {
    expect(() => plateRaster(plan, file, 'S')).toThrow('has no silver plate');
  });
});
