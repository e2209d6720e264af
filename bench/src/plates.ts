/**
 * A special plate of a sheet of 75 megapixels: any ink above 3 %, gaps of 0.2 mm closed, choked by 3 pixels, and its
 * coverage. The reference is libvips in one process with two threads, from threshold to mean without anything written between;
 * ours runs in one. Both read CMYK from a file: libvips pixel by pixel, as it keeps it, ours plane by plane.
 *
 * And a rule that is changed on a picture of 2 megapixels, as the browser's worker builds it, with everything that is
 * measured of a plate, against copying the bytes that it reads.
 */
import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  BAND_ROWS,
  buildPlates,
  chokeStream,
  coverPlates,
  memoryRaster,
  parseStack,
  plateSpecs,
  PROCESS_NAMES,
  type Observations,
  type Raster,
} from '@kyanos/core';
import { run } from '@kyanos/intake';
import type { Benchmark } from './index.ts';

const [WIDTH, HEIGHT, DPI] = [7087, 10_630, 300];
const RADIUS = 3;

/** Shaded discs with pinholes on a ground with haze. */
function ink(x: number, y: number, plane: number): number {
  const [u, v] = [(x & 511) - 256, (y & 511) - 256];
  const inside = ((x >> 9) + (y >> 9)) % 3 !== 0 && u * u + v * v < 40_000;
  if (!inside) return plane < 2 ? (x * 31 + y * 17 + plane) % 7 : 0;
  if ((x * 7 + y * 3) % 997 === 0) return 0;
  return [(x + y) >> 6, x >> 5, y >> 5, 20][plane] & 255;
}

function planeOf(plane: number, width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) out[i] = ink(x, y, plane);
  return out;
}

/** The same ink in planes one after another, and pixel by pixel. A row at a time, so that no memory of it is left. */
function writeSheet(planes: string, pixels: string): void {
  const [byPlane, byPixel] = [openSync(planes, 'w'), openSync(pixels, 'w')];
  const row = new Uint8Array(WIDTH);
  const all = new Uint8Array(WIDTH * 4);
  for (let y = 0; y < HEIGHT; y++) {
    for (let p = 0; p < 4; p++) {
      for (let x = 0; x < WIDTH; x++) all[x * 4 + p] = row[x] = ink(x, y, p);
      writeSync(byPlane, row, 0, WIDTH, (p * HEIGHT + y) * WIDTH);
    }
    writeSync(byPixel, all);
  }
  closeSync(byPlane);
  closeSync(byPixel);
}

/** Planes one after another in a file. */
const fileRaster = (file: string): Raster => ({
  width: WIDTH,
  height: HEIGHT,
  dpi: DPI,
  channels: PROCESS_NAMES,
  *bands() {
    const handle = openSync(file, 'r');
    const planes = PROCESS_NAMES.map(() => new Uint8Array(BAND_ROWS * WIDTH));
    try {
      for (let top = 0; top < HEIGHT; top += BAND_ROWS) {
        const rows = Math.min(BAND_ROWS, HEIGHT - top);
        planes.forEach((plane, i) =>
          readSync(handle, plane, 0, rows * WIDTH, (i * HEIGHT + top) * WIDTH),
        );
        yield { top, rows, planes };
      }
    } finally {
      closeSync(handle);
    }
  },
});

/** A disc as libvips wants it: 255 is looked at, 128 is not. */
function discText(radius: number): string {
  const side = 2 * radius + 1;
  const rows = Array.from({ length: side }, (_, y) =>
    Array.from({ length: side }, (_cell, x) =>
      (x - radius) ** 2 + (y - radius) ** 2 <= radius * radius ? 255 : 128,
    ).join(' '),
  );
  return `${side} ${side}\n${rows.join('\n')}\n`;
}

/** The pipeline in libvips' own calls, which prints the mean of the last picture. */
const VIPS = `
import ctypes, sys
vips = ctypes.CDLL('libvips.so.42')
P, D, I = ctypes.c_void_p, ctypes.c_double, ctypes.c_int
assert vips.vips_init(b'bench') == 0
vips.vips_concurrency_set(2)
def call(name, *args):
    if getattr(vips, name)(*args, None) != 0:
        vips.vips_error_buffer.restype = ctypes.c_char_p
        raise SystemExit(vips.vips_error_buffer().decode())
def step(name, image, *args):
    out = P()
    call(name, image, ctypes.byref(out), *args)
    return out
raw, width, height, disc3, disc1 = sys.argv[1:6]
image = P()
call('vips_rawload', raw.encode(), ctypes.byref(image), I(int(width)), I(int(height)), I(4))
def matrix(file):
    out = P()
    call('vips_matrixload', file.encode(), ctypes.byref(out))
    return out
limit = step('vips_moreeq_const1', image, D(8))
mask = step('vips_bandor', limit)
grown = step('vips_morph', mask, matrix(disc1), I(1))
closed = step('vips_morph', grown, matrix(disc1), I(0))
choked = step('vips_morph', closed, matrix(disc3), I(0))
mean = D()
call('vips_avg', choked, ctypes.byref(mean))
print(mean.value / 255)
`;

const cover: Benchmark = {
  what: 'libvips, two threads, one process',
  rounds: 5,
  async prepare() {
    const tmp = await mkdtemp(join(tmpdir(), 'kyanos-bench-'));
    const at = (name: string) => join(tmp, name);
    writeSheet(at('planes'), at('pixels'));
    await writeFile(at('vips.py'), VIPS);
    await writeFile(at('choke'), discText(RADIUS));
    // Half of a gap of 0.2 mm is 1.18 pixels: the cross of five.
    await writeFile(at('close'), discText(1));
    const specs = plateSpecs(parseStack(`film | W@image(close 0.2mm choke ${RADIUS}px)`));
    const raster = fileRaster(at('planes'));
    const covers: Record<'ours' | 'reference', number> = { ours: 0, reference: 0 };
    return {
      async ours() {
        const found = await coverPlates(specs, raster, { artPlate: () => undefined });
        covers.ours = found.get(specs[0].key)!;
      },
      async reference() {
        const args = [
          at('vips.py'),
          at('pixels'),
          String(WIDTH),
          String(HEIGHT),
          at('choke'),
          at('close'),
        ];
        const { code, stderr, stdout } = await run('python3', args, {
          tmp,
          limits: { seconds: 300, cpuSeconds: 600 },
        });
        if (code !== 0) throw new Error(stderr);
        covers.reference = Number(stdout);
      },
      async close() {
        await rm(tmp, { recursive: true, force: true });
        // Edges of the sheet are taken otherwise by libvips; everything else is the same plate.
        if (Math.abs(covers.ours - covers.reference) > 1e-3)
          throw new Error(
            `The plates differ: ours covers ${covers.ours}, libvips’ ${covers.reference}.`,
          );
      },
    };
  },
};

/** All that a plate measures, of one kind of change, on a picture as large as a screen shows. */
const live = (rule: string): Benchmark => ({
  what: 'copying the bytes that it reads',
  rounds: 25,
  prepare() {
    const [width, height] = [1400, 1400];
    const planes = new Map(PROCESS_NAMES.map((name, i) => [name, planeOf(i, width, height)]));
    const raster = memoryRaster({ width, height, dpi: 60 }, planes);
    const specs = plateSpecs(parseStack(`film | W@${rule}`));
    const observations: Observations = new Map();
    const copy = new Uint8Array(width * height);
    return Promise.resolve({
      ours: async () =>
        void (await buildPlates('front', specs, raster, {
          artPlate: () => undefined,
          observations,
        })),
      reference: () => {
        for (const plane of planes.values()) copy.set(plane);
        return Promise.resolve();
      },
      close: () => Promise.resolve(),
    });
  },
});

/** A choke of 60 pixels against one of 3, on the mask of the sheet. */
const radius: Benchmark = {
  what: 'the same choke by 3 pixels',
  rounds: 5,
  prepare() {
    const mask = planeOf(0, WIDTH, HEIGHT).map((value) => (value > 8 ? 255 : 0));
    const choke = (pixels: number) => {
      const stream = chokeStream(WIDTH, pixels);
      const band = BAND_ROWS * WIDTH;
      for (let at = 0; at < mask.length; at += band) stream.push(mask.subarray(at, at + band));
      stream.finish();
      return Promise.resolve();
    };
    return Promise.resolve({
      ours: () => choke(60),
      reference: () => choke(RADIUS),
      close: () => Promise.resolve(),
    });
  },
};

export const plateBenchmarks: Readonly<Record<string, Benchmark>> = {
  'plate-cover': cover,
  'choke-radius': radius,
  'rule-haze': live('image(haze 5)'),
  'rule-choke': live('image(close 0.5mm2 choke 0.2)'),
  'rule-strokes': live('image(choke 0.2 least 0.3)'),
  'rule-cleaner': live('cleaned(choke 0.2)'),
  'rule-graded': live('light(within image)'),
  'rule-feather': live('image(feather 0.5)'),
};
