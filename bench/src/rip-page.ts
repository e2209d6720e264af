/** From a PDF file to measured plates, against the one Ghostscript call inside it: 600 × 900 mm, six plates, 300 dpi. */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PdfBoard, rect } from '@kyanos/demo';
import { openArtwork, run } from '@kyanos/intake';
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

export const ripPage: Benchmark = {
  what: 'the Ghostscript call alone',
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
        // Word for word the call that is made inside.
        const args = [
          '-q',
          '-dSAFER',
          '-dBATCH',
          '-dNOPAUSE',
          '-sDEVICE=psdcmyk',
          '-dMaxSpots=60',
          '-dPDFSTOPONERROR',
          '-dOverrideICC=true',
          '-dNumRenderingThreads=2',
          `-r${DPI}`,
          '-dUseCropBox',
          '-o',
          out,
          '-f',
          file,
        ];
        const { code, stderr } = await run('gs', args, {
          tmp,
          limits: { seconds: 300, cpuSeconds: 600 },
        });
        if (code !== 0) throw new Error(stderr);
        await rm(out);
      },
      close: () => rm(tmp, { recursive: true, force: true }),
    };
  },
};
