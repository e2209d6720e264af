import { fileURLToPath } from 'node:url';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, basename } from 'node:path';
import { parseStack, type PrintPlan } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { openArtwork } from '@kyanos/intake';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { readWhole, wholeOf } from '../../intake/test/planes.ts';
import { slugs } from './export.ts';
import { exportPlates, type Exported } from './index.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'output-test-'));
  const tmp = join(folder, 'tmp');
  mkdirSync(tmp);
  vi.stubEnv('TMPDIR', tmp);
});
afterAll(() => {
  vi.unstubAllEnvs();
  expect(readdirSync(join(folder, 'tmp'))).toEqual([]);
  rmSync(folder, { recursive: true });
});

const known = new Map<string, ReturnType<typeof writeOut>>();
/** Plates of a demo job, with a stack of one's own if given; written once for each call. */
function written(id: string, dpi: number, change: Partial<PrintPlan> = {}) {
  const call = JSON.stringify([id, dpi, change]);
  if (!known.has(call)) known.set(call, writeOut(id, dpi, change, join(folder, `${known.size}`)));
  return known.get(call)!;
}
async function writeOut(id: string, dpi: number, change: Partial<PrintPlan>, out: string) {
  const job = DEMO_JOBS.find((candidate) => candidate.id === id)!;
  const path = join(folder, job.fileName);
  writeFileSync(path, await job.draw());
  const artwork = await openArtwork(path, { dpi });
  const files = await exportPlates({ ...job.plan, ...change }, artwork, out, {
    createdAt: new Date(Date.UTC(2026, 10, 25)),
  });
  const source = wholeOf(artwork);
  await artwork.close();
  return { files, page: source.page, source };
}
const one = (files: readonly Exported[], kind: Exported['kind'], file = 1) =>
  files.find((candidate) => candidate.kind === kind && candidate.file === file)!.path;
const different = (a: Uint8Array, b: Uint8Array) => {
  let count = Math.abs(a.length - b.length);
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) count++;
  return count;
};

describe('plates written and read back', () => {
  it.each([72, 127, 300])(
    'are the same plates bit for bit, from the PDF by Ghostscript and from the TIFF, at %i dpi',
    async (dpi) => {
      const { files, source } = await written('orchard-label', dpi);
      for (const kind of ['pdf', 'inks'] as const) {
        const back = await readWhole(one(files, kind), { dpi });
        expect(back.raster).toMatchObject({
          width: source.raster.width,
          height: source.raster.height,
        });
        for (const name of ['Cyan', 'Magenta', 'Yellow', 'Black', 'White', 'Silver'])
          expect([kind, name, different(back.planes.get(name)!, source.planes.get(name)!)]).toEqual(
            [kind, name, 0],
          );
      }
    },
  );

  it('are what Ghostscript’s other separation device makes of the PDF, and libvips of the TIFFs', async () => {
    const { files, source } = await written('orchard-label', 150);
    const out = join(folder, 'sep');
    mkdirSync(out);
    execFileSync('gs', [
      '-q',
      '-dSAFER',
      '-dBATCH',
      '-dNOPAUSE',
      '-sDEVICE=tiffsep',
      '-r150',
      '-o',
      join(out, 'p.tif'),
      one(files, 'pdf'),
    ]);
    for (const { path, plates } of files.filter(({ kind }) => kind === 'plate')) {
      const [{ name, coverage }] = plates;
      const own = source.planes.get(name)!;
      const separated = await sharp(join(out, `p(${name}).tif`))
        .extractChannel(0)
        .raw()
        .toBuffer();
      const single = await sharp(path).extractChannel(0).raw().toBuffer();
      // Both are pictures of ink on paper: full ink is black.
      expect(
        different(
          separated.map((v) => 255 - v),
          own,
        ),
      ).toBe(0);
      expect(
        different(
          single.map((v) => 255 - v),
          own,
        ),
      ).toBe(0);
      const mean = own.reduce((sum, ink) => sum + ink, 0) / own.length / 255;
      expect(coverage).toBeCloseTo(mean, 9);
    }
  });

  it('carry the machine’s own names, overprint, boxes and a printing condition, and pass qpdf', async () => {
    const { files, page } = await written('orchard-label', 150);
    const pdf = one(files, 'pdf');
    execFileSync('qpdf', ['--check', pdf], { stdio: 'pipe' });
    const { info, page: back } = await readWhole(pdf, { dpi: 150 });
    expect(info.document).toMatchObject({
      claims: ['PDF/X-4'],
      outputIntent: 'Process inks on coated paper',
      fonts: [],
    });
    expect(back.structure!.spots.toSorted((a, b) => (a.name < b.name ? -1 : 1))).toEqual([
      { name: 'Silver', objects: 1, overprinting: 1, modes: [1] },
      { name: 'White', objects: 1, overprinting: 1, modes: [1] },
    ]);
    expect(back.knockouts).toEqual([]);
    for (const side of ['left', 'top', 'width', 'height'] as const)
      expect(back.trimMm[side]).toBeCloseTo(page.trimMm[side], 0);
    const { stderr, stdout } = spawnSync('tiffinfo', [one(files, 'inks')], { encoding: 'utf8' });
    expect(stderr).toBe('');
    expect(stdout).toContain('Ink Names: Cyan, Magenta, Yellow, Black, White, Silver');
  });

  it('have density worked in, and go into as many files as an ink is laid', async () => {
    const stack = parseStack('film | CMYK60 / W70@sheet / CMYK');
    const { files, source } = await written('cafe-window', 72, { stack });
    expect([...new Set(files.map(({ file }) => file))]).toEqual([1, 2]);
    const [hidden, top] = [1, 2].map((file) => one(files, 'pdf', file));
    const weak = await readWhole(hidden, { dpi: 72 });
    const full = await readWhole(top, { dpi: 72 });
    const cyan = source.planes.get('Cyan')!;
    expect(different(full.planes.get('Cyan')!, cyan)).toBe(0);
    expect(
      different(
        weak.planes.get('Cyan')!,
        cyan.map((ink) => Math.round(ink * 0.6)),
      ),
    ).toBe(0);
    expect(new Set(weak.planes.get('White'))).toEqual(new Set([179]));
    expect(full.raster.channels).not.toContain('White');
  });

  it('lay block-out black in black alone, and each picture from its own page', async () => {
    const { files } = await written('hanging-sign', 40);
    const pictures = files
      .filter(({ kind }) => kind === 'pdf')
      .map(({ path, plates }) => [
        path.replace(/.*\//, ''),
        plates.filter(({ coverage }) => coverage > 0).map(({ name }) => name),
      ]);
    expect(pictures).toEqual([
      ['01-rear.pdf', ['Cyan', 'Magenta', 'Yellow', 'Black']],
      ['02-rear.pdf', ['Spot White']],
      ['03-front.pdf', ['Black']],
      ['04-front.pdf', ['Spot White']],
      ['05-front.pdf', ['Cyan', 'Magenta', 'Yellow', 'Black']],
    ]);
  });

  it('print what the operator ordered: a knockout mended, a name mapped', async () => {
    const names = { 'White ': 'W' as const };
    const plan = DEMO_JOBS.find(({ id }) => id === 'night-market')!.plan;
    const white = async (overprint: string[]) => {
      const artwork = { ...plan.artwork, names, overprint };
      const { files } = await written('night-market', 72, { artwork });
      return files[0].plates.find(({ name }) => name === 'Spot White')!.coverage;
    };
    expect(await white(['White '])).toBeGreaterThan(3 * (await white([])));
  });

  it('leave nothing half written behind when they are cancelled', async () => {
    const job = DEMO_JOBS[0];
    const path = join(folder, job.fileName);
    writeFileSync(path, await job.draw());
    const artwork = await openArtwork(path, { dpi: 72 });
    const out = join(folder, 'cancelled');
    const stop = new AbortController();
    const exported = exportPlates(job.plan, artwork, out, {
      createdAt: new Date(0),
      signal: stop.signal,
      // In the middle of writing, when the plates are built.
      progress: (share) => {
        if (share >= 0.5) stop.abort(new Error('enough'));
      },
    });
    await expect(exported).rejects.toThrow('enough');
    expect(readdirSync(out)).toEqual([]);
    await artwork.close();
  });
});

describe('lines that don’t print', () => {
  it('are exported as vectors in a PDF of their own, each in its spot, as long as they were drawn', async () => {
    const label = fileURLToPath(
      new URL('../../intake/corpus/files/reportlab-line-stanze.pdf', import.meta.url),
    );
    const artwork = await openArtwork(label, { dpi: 72 });
    const { plan } = DEMO_JOBS.find(({ id }) => id === 'orchard-label')!;
    const said = {
      ...plan,
      artwork: { page: 1, rearPage: null, names: { Stanze: 'cut' as const }, overprint: [] },
    };
    const out = join(folder, 'lines');
    const written = await exportPlates(said, artwork, out, { createdAt: new Date(0) });
    await artwork.close();
    const lines = written.find(({ kind }) => kind === 'lines')!;
    expect(basename(lines.path)).toBe('lines-front.pdf');
    const back = await openArtwork(lines.path, { dpi: 72 });
    await back.close();
    const drawn = (info: typeof artwork.info) => info.pages[0].structure!.lines[0];
    expect(drawn(back.info).name).toBe('Stanze');
    expect(drawn(back.info).lengthMm).toBeCloseTo(drawn(artwork.info).lengthMm, 1);
    // No plate of it, nowhere.
    const plates = written.filter(({ kind }) => kind !== 'lines').flatMap((one) => one.plates);
    expect(plates.map(({ name }) => name)).not.toContain('Stanze');
  });
});

describe('names of files', () => {
  it('keep letters of any script, are each another, and are no longer than a name may be', () => {
    expect(slugs(['Белый', 'Лак', '白', 'White ink!', 'white-INK', '///', '***'])).toEqual([
      'Белый',
      'Лак',
      '白',
      'White-ink',
      'white-INK-2',
      'plate',
      'plate-2',
    ]);
    const [long] = slugs(['白'.repeat(300)]);
    expect(Buffer.byteLength(long)).toBeLessThanOrEqual(100);
  });
});
