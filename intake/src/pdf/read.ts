/**
 * PDF: checked and described by qpdf, its plates made by Ghostscript, each in a process of its own. The pages are interpreted in
 * runs of many at once, as starting an interpreter takes longer than most pages.
 */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { MmBox, PageStructure } from '@kyanos/core';
import type { PageFile, Source, SourceFile } from '../source.ts';
import type { PlanarFile } from '../planar.ts';
import { finePart, snapped, type FinePart } from '../redraw.ts';
import { anchorOf, rendering } from '../profile.ts';
import { MAX_PAGES, MAX_SPOTS, refuse } from '../refusal.ts';
import { run, outputOf } from '../run.ts';
import { alternateOf, alternateStreams, spotSpaces } from './alternates.ts';
import { pageBoxes, printedSize, stored, trimWithin, type PdfPage } from './boxes.ts';
import { documentStreams, documentStructure, intentProfile } from './document.ts';
import { FineDetail } from './fineDetail.ts';
import { steppedGradients } from './gradients.ts';
import { readLayers, type Layers } from './layers.ts';
import { damaged, PdfObjects } from './objects.ts';
import { forPrint, overprintAll, partsOf, writePatch, type Part, type Patch } from './patch.ts';
import { pixelsOf, separate, type Interpreted, type PaintRule } from './plates.ts';
import { structureStreams } from './streams.ts';
import { pageStructure } from './structure.ts';
import { t } from '../texts/texts.ts';

/** Plates of pages that lie on the disk at once, if it is more than one page. */
const RUN_MB = 768;
/** Pixels of a page from which on smooth gradients take longer than writing the file anew, without them, does. */
const LARGE = 4_000_000;

export async function readPdf(source: Source): Promise<SourceFile> {
  const { path, tmp, signal } = source;
  // Every stream is unpacked once, while the rest is being read.
  const checked = check(source);
  checked.catch(() => undefined);
  const objects = await PdfObjects.read(path, tmp, signal);
  const pages = pageBoxes(objects, source.scale);
  if (pages.length === 0) damaged();
  if (pages.length > MAX_PAGES)
    refuse('TOO_MANY_PAGES', t('pdf.pdfHasPagesMost', { n: pages.length, most: MAX_PAGES }));
  const chosen = source.pages
    ? pages.filter(({ number }) => source.pages!.includes(number))
    : pages;
  const layers = readLayers(objects);
  const asPrinted = forPrint(objects, layers, spotSpaces(objects).size > 0);
  const large = chosen.some((page) => pixelsOf(page, source.dpi).reduce((a, b) => a * b) > LARGE);
  const patch = large ? await steppedGradients(objects, asPrinted) : asPrinted;
  const document = new Document(source, objects, chosen, pages.length, patch);
  // The interpreter begins while the rest of the file is still being read.
  const runs = document.runs();
  const first = runs.length > 0 ? document.begin(runs[0]) : undefined;
  first?.catch(() => undefined);
  const described = source.coverageOnly
    ? undefined
    : await describe(objects, layers, chosen, source.dpi);
  return {
    colour: t('pdf.platesGhostscriptOverprintHonoured', { rendering: rendering() }),
    anchor: await anchorOf(described?.profile),
    document: described?.document,
    count: chosen.length,
    pages: pagesOf(document, runs, first, described, checked),
  };
}

/** How many times finer thin strokes are drawn, and so much area at once: about 500 MB of plates at 300 dpi. */
const FINE_TIMES = 4;
const FINE_MM2 = 30_000;

interface FineRun {
  readonly regions: { readonly page: PdfPage; readonly box: MmBox }[];
  area: number;
  drawn?: Promise<Waiting>;
}

type Description = Awaited<ReturnType<typeof describe>>;
type Waiting = readonly (() => Promise<PlanarFile>)[];

/** A document whose pages are made into plates, some at a time. */
class Document {
  readonly #source: Source;
  readonly objects: PdfObjects;
  readonly chosen: readonly PdfPage[];
  readonly #count: number;
  readonly patch: Patch;
  readonly #inkProfile: boolean;
  #names = 0;

  constructor(
    source: Source,
    objects: PdfObjects,
    chosen: readonly PdfPage[],
    count: number,
    patch: Patch,
  ) {
    this.#source = source;
    this.objects = objects;
    this.chosen = chosen;
    this.#count = count;
    this.patch = patch;
    this.#inkProfile = objects.needsInkProfile;
  }

  /** The chosen pages in runs whose plates fit on the disk together. */
  runs(): PdfPage[][] {
    const spots = Math.min(MAX_SPOTS, spotSpaces(this.objects).size);
    // Where specials and colour may erase one another, the plates of each page lie there twice.
    const planes = (4 + spots) * (spots > 0 ? 2 : 1);
    const runs: PdfPage[][] = [];
    let room = 0;
    for (const page of this.chosen) {
      const [width, height] = pixelsOf(page, this.#source.dpi);
      const mb = (width * height * planes) / 1024 / 1024;
      if (mb > room || runs.length === 0) {
        runs.push([]);
        room = RUN_MB;
      }
      runs.at(-1)!.push(page);
      room -= mb;
    }
    return runs;
  }

  /** Whole pages, as they are. */
  async begin(pages: readonly PdfPage[]): Promise<Waiting> {
    const { path, dpi, scale, progress } = this.#source;
    const [{ flag }] = pages;
    const asItLies =
      pages.length === this.#count &&
      this.patch.size === 0 &&
      scale === 1 &&
      !this.objects.mended &&
      pages.every((page) => page.flag === flag);
    const name = this.#name();
    const done = this.chosen.indexOf(pages[0]);
    const share = (part: number) =>
      progress((0.98 * (done + part * pages.length)) / this.chosen.length);
    if (asItLies)
      return this.#interpreted(pages, { path, name, flag, rule: 'touched' }, dpi, share);
    return this.#made(pages, this.#wholePages(pages), this.patch, dpi, 'touched', name, share);
  }

  /** Pages as if everything on them overprinted. */
  overprinted(pages: readonly PdfPage[]): Promise<Waiting> {
    return this.#made(
      pages,
      this.#wholePages(pages),
      this.overprinting(pages),
      this.#source.dpi,
      'touched',
    );
  }

  /** What makes everything on these pages overprint. */
  overprinting(pages: readonly PdfPage[]): Patch {
    const references = pages.map(({ number }) => this.objects.pages[number - 1]);
    return overprintAll(this.objects, references, this.patch);
  }

  #wholePages(pages: readonly PdfPage[]): Part[] {
    return pages.map(({ number, frame, unit }) => ({
      reference: this.objects.pages[number - 1],
      frame,
      unit,
    }));
  }

  /** Parts of pages at a resolution of their own, each pixel painted by its centre. */
  async renderRegions(
    regions: readonly { readonly page: PdfPage; readonly box: MmBox }[],
    dpi: number,
    patch = this.patch,
  ): Promise<Waiting> {
    const pages = regions.map(({ page, box }): PdfPage => {
      const frame = stored(box, page);
      return { ...page, frame, trim: frame };
    });
    return this.#made(pages, this.#wholePages(pages), patch, dpi, 'centre');
  }

  /** Where the plates of a page have fine detail, drawn finer. A run of the interpreter draws that of many pages. */
  fineParts(
    pages: readonly PdfPage[],
    described: Description,
  ): (page: PdfPage) => () => Promise<FinePart[]> {
    const { dpi } = this.#source;
    const runs = new Map<PdfPage, FineRun>();
    let current: FineRun | undefined;
    for (const page of pages) {
      const { width: widthMm, height: heightMm } = printedSize(page);
      const boxes = (described.fine.get(page.number)?.boxes() ?? [])
        .map((box) => snapped(box, { widthMm, heightMm, dpi }))
        .filter(({ width, height }) => width > 0 && height > 0);
      const area = boxes.reduce((sum, { width, height }) => sum + width * height, 0);
      if (boxes.length === 0 || area > 4 * FINE_MM2) continue;
      if (!current || current.area + area > FINE_MM2) current = { regions: [], area: 0 };
      current.area += area;
      for (const box of boxes) current.regions.push({ page, box });
      runs.set(page, current);
    }
    return (page) => {
      const run = runs.get(page);
      if (!run) return async () => [];
      const times = run.area > FINE_MM2 ? FINE_TIMES / 2 : FINE_TIMES;
      run.drawn ??= this.renderRegions(run.regions, times * dpi);
      const drawing = run.drawn;
      drawing.catch(() => undefined);
      return async () => {
        const drawn = await drawing;
        const parts: FinePart[] = [];
        for (const [i, { page: one, box }] of run.regions.entries()) {
          const part = one === page && finePart(box, dpi, times, await drawn[i]());
          if (part) parts.push(part);
        }
        return parts;
      };
    };
  }

  /** No two files of a document have the same name. */
  #name(): string {
    return `run-${++this.#names}`;
  }

  async #made(
    pages: readonly PdfPage[],
    parts: readonly Part[],
    patch: Patch,
    dpi: number,
    rule: PaintRule,
    name = this.#name(),
    progress?: (share: number) => void,
  ): Promise<Waiting> {
    const { path, tmp, signal } = this.#source;
    const out = join(tmp, `${name}.pdf`);
    const change = writePatch(this.objects, partsOf(this.objects, parts, patch), tmp, name);
    const taken = await run('qpdf', [path, `--update-from-json=${change}`, out], { tmp, signal });
    if (!existsSync(out))
      refuse(
        'ARTWORK_DAMAGED',
        t('pdf.pageCantTakenOut', {
          number: pages[0].number,
          split: outputOf(taken).split('\n')[0],
        }),
      );
    return this.#interpreted(pages, { path: out, name, flag: '-dUseCropBox', rule }, dpi, progress);
  }

  #interpreted(
    pages: readonly PdfPage[],
    what: Omit<Interpreted, 'inkProfile'>,
    dpi: number,
    progress?: (share: number) => void,
  ): Waiting {
    const interpreted = { ...what, inkProfile: this.#inkProfile };
    return separate({ ...this.#source, dpi }, pages, interpreted, progress);
  }
}

/** Page after page: the interpreter begins with the next run when its first page is asked for. */
async function* pagesOf(
  document: Document,
  runs: readonly (readonly PdfPage[])[],
  first: Promise<Waiting> | undefined,
  told: Description | undefined,
  checked: Promise<void>,
): AsyncGenerator<PageFile> {
  for (const [r, run] of runs.entries()) {
    const plates = await ((r === 0 && first) || document.begin(run));
    await checked;
    const fine = told && document.fineParts(run, told);
    const erasing = run.filter(({ number }) => told?.structures.get(number)?.mayKnockOut);
    const meant = erasing.length > 0 ? await document.overprinted(erasing) : [];
    for (const [i, page] of run.entries()) {
      const structure = told?.structures.get(page.number);
      // Two interpreters at once: most of a page's time is theirs, and each draws on what the other leaves.
      const [file, overprinted] = await Promise.all([
        plates[i](),
        meant[erasing.indexOf(page)]?.(),
      ]);
      yield {
        file,
        overprinted,
        number: page.number,
        box: trimWithin(page),
        bleedDeclared: page.flag === '-dUseBleedBox',
        alternates: told?.alternates ?? new Map(),
        used: usedSpots(structure),
        structure,
        renderRegion: async (boxes, dpi, overprinting) => {
          const regions = boxes.map((box) => ({ page, box }));
          const patch = overprinting ? document.overprinting([page]) : document.patch;
          const drawn = await document.renderRegions(regions, dpi, patch);
          return Promise.all(drawn.map((each) => each()));
        },
        ...(fine && { fine: fine(page) }),
        notes: [],
      };
    }
  }
}

/** Spots that the page paints with; undefined where that is not known. */
const usedSpots = (structure: PageStructure | undefined): ReadonlySet<string> | undefined =>
  structure && !structure.incomplete && structure.marks.length === 0
    ? new Set(structure.spots.filter(({ objects }) => objects > 0).map(({ name }) => name))
    : undefined;

/** All that the file says, read at once. */
async function describe(
  objects: PdfObjects,
  layers: Layers,
  chosen: readonly PdfPage[],
  dpi: number,
) {
  const spaces = spotSpaces(objects);
  const dicts = chosen.map(({ number }) => objects.dict(objects.pages[number - 1]));
  const streams = await objects.streams([
    ...documentStreams(objects),
    ...alternateStreams(objects, spaces),
    ...structureStreams(objects, dicts),
  ]);
  const alternates = new Map(
    await Promise.all(
      [...spaces].map(
        async ([name, space]) => [name, await alternateOf(objects, name, space, streams)] as const,
      ),
    ),
  );
  const fine = new Map(chosen.map((page) => [page.number, new FineDetail(page, dpi)]));
  const structures = new Map(
    chosen.map((page, i) => [
      page.number,
      pageStructure(objects, page, dicts[i], layers, streams, { fine: fine.get(page.number)! }),
    ]),
  );
  const known = [...structures.values()];
  const fontsUsed = known.some(({ incomplete }) => incomplete)
    ? undefined
    : new Set(known.flatMap((structure) => structure.fontsUsed));
  return {
    document: documentStructure(objects, layers, streams, fontsUsed),
    profile: intentProfile(objects, streams),
    alternates,
    structures,
    fine,
  };
}

async function check({ path, tmp, signal }: Source): Promise<void> {
  const checked = await run('qpdf', ['--check', path], { tmp, signal });
  if (checked.timedOut) refuse('PDF_TOO_SLOW', t('pdf.checkingPdfTookMore'));
  // 0 is good, 3 is good with warnings.
  if (checked.code !== 0 && checked.code !== 3) damaged();
}
