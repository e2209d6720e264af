/** From a PDF file to measured plates, against one Ghostscript call over the same file. */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PdfBoard, rect } from '@kyanos/demo';
import { openArtwork, readArtwork, readCoverage, run } from '@kyanos/intake';
import type { Benchmark } from './index.ts';

const DPI = 300;

/** Shaded ground, many shapes in process ink, and two spots that overprint. */
async function largePage(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Bench');
  const page = board.page(600, 900);
  page.shade(
    rect(0, 0, 600, 900),
    [0, 0, 600, 900],
    [
      { at: 0, ink: [0.6, 0.1, 0, 0] },
      { at: 1, ink: [0, 0.4, 0.8, 0.1] },
    ],
  );
  for (let i = 0; i < 400; i++)
    page.fill(rect((i * 37) % 580, (i * 91) % 880, 18, 14), [
      (i % 7) / 7,
      (i % 5) / 5,
      (i % 3) / 3,
      0,
    ]);
  page.fill(rect(100, 100, 400, 700), { spot: 'White', tint: 1 }, { overprint: true });
  page.fill(rect(200, 300, 200, 300), { spot: 'Silver', tint: 0.6 }, { overprint: true });
  page.finish();
  return board.save();
}

/** 600 × 900 mm, six plates. */
const largePageRead = (what: string, flags: readonly string[]): Benchmark => ({
  what,
  rounds: 3,
  async prepare() {
    const tmp = await mkdtemp(join(tmpdir(), 'kyanos-bench-'));
    const file = join(tmp, 'page.pdf');
    await writeFile(file, await largePage());
    const out = join(tmp, 'reference.psd');
    return {
      async ours() {
        const artwork = await openArtwork(file, { dpi: DPI });
        await artwork.close();
      },
      async reference() {
        const args = [
          '-q',
          '-dSAFER',
          '-dBATCH',
          '-dNOPAUSE',
          '-sDEVICE=psdcmyk',
          '-dMaxSpots=60',
          '-dPDFSTOPONERROR',
          ...flags,
          `-r${DPI}`,
          '-dUseCropBox',
          '-o',
          out,
          '-f',
          file,
        ];
        await interpreted(args, tmp);
        await rm(out);
      },
      close: () => rm(tmp, { recursive: true, force: true }),
    };
  },
});

async function interpreted(args: readonly string[], tmp: string): Promise<void> {
  const limits = { seconds: 300, cpuSeconds: 600 };
  const { code, stderr } = await run('gs', args, { tmp, limits });
  if (code !== 0) throw new Error(stderr);
}

const PAGES = 60;

const WORDS = 'the silver lies over white and the film is clear so nothing of it shows from behind';

/** Sixty labels of 60 × 40 mm with a number each, white under all of it. */
const numbers = (): Promise<Uint8Array> => labels(false);
const typedLabels = (): Promise<Uint8Array> => labels(true);
async function labels(typed: boolean): Promise<Uint8Array> {
  const board = await PdfBoard.create('Numbers');
  for (let n = 1; n <= PAGES; n++) {
    const page = board.page(60, 40);
    page.fill(rect(4, 4, 52, 32), { spot: 'White', tint: 1 }, { overprint: true });
    // The number as bars, so that no two pages are alike.
    for (let bit = 0; bit < 6; bit++)
      if ((n >> bit) & 1)
        page.fill(rect(8 + 8 * bit, 10, 5, 20), [0, 0, 0, 1], { overprint: true });
    for (let line = 0; typed && line < 4; line++)
      page.liveText(WORDS.slice(line * 20, line * 20 + 22), 6, 9 + 7 * line, 3.6, [0, 0, 0, 1]);
    page.finish();
  }
  return board.save();
}

/** A page of A4, full of type: where a barcode might be in every line. */
async function type(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Type');
  const page = board.page(210, 297);
  for (let line = 0; line < 62; line++)
    page.liveText(WORDS.slice(line % 9), 12, 14 + 4.4 * line, 3.6, [0, 0, 0, 1]);
  page.finish();
  return board.save();
}

const reading = (
  draw: () => Promise<Uint8Array>,
  pages: number,
  read: (file: string) => Promise<unknown>,
): Benchmark => ({
  what: pages === 1 ? 'the Ghostscript call alone' : 'one Ghostscript call over all pages',
  rounds: 5,
  async prepare() {
    const tmp = await mkdtemp(join(tmpdir(), 'kyanos-bench-'));
    const file = join(tmp, 'pages.pdf');
    await writeFile(file, await draw());
    const args = [
      '-q',
      '-dSAFER',
      '-dBATCH',
      '-dNOPAUSE',
      '-sDEVICE=psdcmyk',
      '-dMaxSpots=60',
      `-r${DPI}`,
    ];
    return {
      ours: async () => void (await read(file)),
      async reference() {
        await interpreted([...args, '-o', join(tmp, 'page-%d.psd'), '-f', file], tmp);
        for (let n = 1; n <= pages; n++) await rm(join(tmp, `page-${n}.psd`));
      },
      close: () => rm(tmp, { recursive: true, force: true }),
    };
  },
});

export const pagesRead: Readonly<Record<string, Benchmark>> = {
  'rip-page': largePageRead('the Ghostscript call alone', []),
  // As our own call is made.
  'rip-page-threads': largePageRead('the Ghostscript call alone, two threads', [
    '-dNumRenderingThreads=2',
  ]),
  'many-pages': reading(numbers, PAGES, (file) => readArtwork(file, { dpi: DPI })),
  'many-pages-coverage': reading(numbers, PAGES, (file) => readCoverage(file, { dpi: DPI })),
  'many-labels': reading(typedLabels, PAGES, (file) => readArtwork(file, { dpi: DPI })),
  'type-page': reading(type, 1, (file) => readArtwork(file, { dpi: DPI })),
};
