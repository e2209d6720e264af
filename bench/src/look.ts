/**
 * The print as it will look, on a photograph of 2 megapixels, after a change of density: the exact sums at the nodes of the
 * table, and every pixel. The reference is libvips applying a table of three dimensions to a picture of the same pixels: Lab
 * to ink through a profile, by LittleCMS, with two threads.
 */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  LookTable,
  makeScene,
  modelOf,
  parseStack,
  plateSpecs,
  PROCESS_NAMES,
  type Artwork,
  type PrintPlan,
} from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { openArtwork, printingProfile, run } from '@kyanos/intake';
import type { Benchmark } from './index.ts';

const [WIDTH, HEIGHT] = [1600, 1250];
const SIZE = WIDTH * HEIGHT;

/** Loads Lab of four-byte floats, and times the table alone: the process and the reading are not counted. */
const VIPS = `
import ctypes, sys, time
vips = ctypes.CDLL('libvips.so.42')
P, I = ctypes.c_void_p, ctypes.c_int
assert vips.vips_init(b'bench') == 0
vips.vips_concurrency_set(2)
vips.vips_image_write_to_memory.restype = P
def step(name, image, *args):
    out = P()
    if getattr(vips, name)(image, ctypes.byref(out), *args, None) != 0:
        vips.vips_error_buffer.restype = ctypes.c_char_p
        raise SystemExit(vips.vips_error_buffer().decode())
    return out
raw, width, height, profile = sys.argv[1:5]
image = P()
assert vips.vips_rawload(raw.encode(), ctypes.byref(image), I(int(width)), I(int(height)), I(3), None) == 0
vips.vips_image_copy_memory.restype = P
lab = P(vips.vips_image_copy_memory(step('vips_cast', step('vips_copy', image, b'interpretation', I(13)), I(6))))
size = ctypes.c_size_t()
times = []
for _ in range(5):
    begin = time.perf_counter()
    inks = step('vips_icc_export', lab, b'output_profile', profile.encode())
    assert vips.vips_image_write_to_memory(inks, ctypes.byref(size))
    times.append(time.perf_counter() - begin)
print(sorted(times)[2] * 1000)
`;

/** A photograph of the demo at the size of the benchmark, by repetition of its pixels where it is smaller. */
async function photograph(): Promise<{ plan: PrintPlan; artwork: Artwork; planes: Uint8Array[] }> {
  const job = DEMO_JOBS.find(({ id }) => id === 'harbour-lightbox')!;
  const tmp = await mkdtemp(join(tmpdir(), 'kyanos-bench-'));
  const file = join(tmp, job.fileName);
  await writeFile(file, await job.draw());
  const artwork = await openArtwork(file, { dpi: 150 });
  try {
    const raster = artwork.raster(1);
    const planes = PROCESS_NAMES.map(() => new Uint8Array(SIZE));
    for await (const { top, rows, planes: band } of raster.bands())
      PROCESS_NAMES.forEach((name, i) => {
        const plane = band[raster.channels.indexOf(name)];
        for (let row = 0; row < rows; row++)
          for (let y = top + row; y < HEIGHT; y += raster.height)
            for (let x = 0; x < WIDTH; x += raster.width) {
              const from = row * raster.width;
              const line = plane.subarray(from, from + Math.min(raster.width, WIDTH - x));
              planes[i].set(line, y * WIDTH + x);
            }
      });
    return { plan: job.plan, artwork, planes };
  } finally {
    await artwork.close();
    await rm(tmp, { recursive: true, force: true });
  }
}

const looked = (notation: string): Benchmark => ({
  what: 'libvips applying a 3-D table, two threads',
  rounds: 5,
  async prepare() {
    const { plan, artwork, planes } = await photograph();
    const tmp = await mkdtemp(join(tmpdir(), 'kyanos-bench-'));
    const at = (name: string) => join(tmp, name);
    await writeFile(at('vips.py'), VIPS);
    await writeFile(
      at('raw'),
      Uint8Array.from({ length: SIZE * 3 }, (_, i) => planes[i % 3][(i / 3) | 0] >> 2),
    );
    await writeFile(at('profile'), printingProfile());
    const process = modelOf(artwork.info);
    const sceneOf = (density: number) =>
      makeScene({ ...plan, stack: parseStack(notation.replace('#', String(density))), process });
    const specs = plateSpecs(sceneOf(100).stack);
    const pixels = {
      size: SIZE,
      process: planes,
      // White where there is any ink, as a rule gives it, with soft edges.
      plates: new Map(
        specs.map(({ key }) => [
          key,
          planes[0].map((c, i) => Math.min(255, 4 * (c + planes[1][i] + planes[3][i]))),
        ]),
      ),
    };
    const table = new LookTable(sceneOf(100), 'front', pixels);
    const out = new Uint8ClampedArray(SIZE * 4);
    const bare = [0, 0, 0, 0];
    let density = 50;
    let reference = 0;
    return {
      ours() {
        density = density === 90 ? 50 : density + 10;
        table.fill(
          sceneOf(density),
          { side: 'front', place: 'black' },
          { process: { front: bare, rear: bare }, plates: new Map() },
        );
        table.render(out);
        return Promise.resolve();
      },
      async reference() {
        const args = [at('vips.py'), at('raw'), String(WIDTH), String(HEIGHT), at('profile')];
        const { code, stderr, stdout } = await run('python3', args, {
          tmp,
          limits: { seconds: 300, cpuSeconds: 600 },
        });
        if (code !== 0) throw new Error(stderr);
        reference = Number(stdout);
      },
      referenceMs: () => reference,
      close: () => rm(tmp, { recursive: true, force: true }),
    };
  },
});

export const lookBenchmarks: Readonly<Record<string, Benchmark>> = {
  'look-white': looked('film | W#@image / CMYK'),
  'look-three-layer': looked('film | CMYK# / W@sheet / CMYK'),
};
