/** Coverage of every channel of a TIFF of 75 megapixels, CMYK and two named inks, against libvips' statistics of the same file. */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { multiInkTiff } from '@kyanos/demo';
import { openArtwork, run } from '@kyanos/intake';
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

export const tiffCoverage: Benchmark = {
  what: 'libvips’ statistics',
  rounds: 3,
  async prepare() {
    const tmp = await mkdtemp(join(tmpdir(), 'kyanos-bench-'));
    const file = join(tmp, 'six.tif');
    const names = ['Cyan', 'Magenta', 'Yellow', 'Black', 'White', 'Silver'];
    await writeFile(file, multiInkTiff(planes(), names, WIDTH, HEIGHT, 300));
    const out = join(tmp, 'stats.v');
    return {
      async ours() {
        const artwork = await openArtwork(file);
        await artwork.close();
      },
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
};
