/**
 * A TIFF of 75 megapixels, CMYK and two named inks, in planes or pixel by pixel: the coverage of every channel, and the whole
 * looking through, each against libvips' statistics of the same file.
 */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { multiInkTiff } from '@kyanos/demo';
import { openArtwork, readCoverage, run } from '@kyanos/intake';
import type { Benchmark } from './index.ts';

const [WIDTH, HEIGHT] = [7087, 10_630];

/** Shapes and shades, no two planes alike. */
function planes(): Uint8Array[] {
  return Array.from({ length: 6 }, (_, n) => {
    const plane = new Uint8Array(WIDTH * HEIGHT);
    for (let y = 0; y < HEIGHT; y++)
      for (let x = 0, i = y * WIDTH; x < WIDTH; x++, i++)
        if (((x >> 9) + (y >> 9) + n) % 3 !== 0) plane[i] = (x * (n + 1) + y) >> 5;
    return plane;
  });
}

const tiff = (layout: 'planes' | 'pixels', read: (file: string) => Promise<void>): Benchmark => ({
  what: `libvips’ statistics, inks in ${layout}`,
  rounds: 3,
  async prepare() {
    const tmp = await mkdtemp(join(tmpdir(), 'kyanos-bench-'));
    const file = join(tmp, 'six.tif');
    const names = ['Cyan', 'Magenta', 'Yellow', 'Black', 'White', 'Silver'];
    await writeFile(file, multiInkTiff(planes(), names, WIDTH, HEIGHT, 300, layout === 'pixels'));
    const out = join(tmp, 'stats.v');
    return {
      ours: () => read(file),
      async reference() {
        const { code, stderr } = await run('vips', ['stats', file, out], {
          tmp,
          limits: { seconds: 300, cpuSeconds: 600 },
        });
        if (code !== 0) throw new Error(stderr);
      },
      close: () => rm(tmp, { recursive: true, force: true }),
    };
  },
});

const coverage = async (file: string) => void (await readCoverage(file));
const whole = async (file: string) => (await openArtwork(file)).close();

export const tiffBenchmarks: Readonly<Record<string, Benchmark>> = {
  'tiff-coverage-pixels': tiff('pixels', coverage),
  'tiff-coverage-planes': tiff('planes', coverage),
  'tiff-whole-pixels': tiff('pixels', whole),
  'tiff-whole-planes': tiff('planes', whole),
};
