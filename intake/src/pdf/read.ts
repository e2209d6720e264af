/**
 * PDF: checked and told by qpdf, its plates made by Ghostscript, each in a process of its own. The pages are interpreted in
 * runs of many at once, as starting an interpreter takes longer than most pages.
 */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { MmBox, PageStructure } from '@kyanos/core';
import type { PageFile, Source, SourceFile } from '../source.ts';
import type { PlanarFile } from '../planar.ts';
import { anchorOf, RENDERING } from '../profile.ts';
import { MAX_PAGES, MAX_SPOTS, refuse } from '../refusal.ts';
import { run, said } from '../run.ts';
import { alternateOf, alternateStreams, spotSpaces } from './alternates.ts';
import { pageBoxes, stored, trimWithin, type PdfPage } from './boxes.ts';
import { documentStreams, documentStructure, intentProfile } from './document.ts';
import { readLayers, type Layers } from './layers.ts';
import { damaged, PdfObjects } from './objects.ts';
import { forPrint, overprintAll, partsOf, writePatch, type Part, type Patch } from './patch.ts';
import { pixelsOf, separate, type PaintRule } from './plates.ts';
import { structureStreams } from './streams.ts';
import { pageStructure } from './structure.ts';

/** Plates of pages that lie on the disk at once, if it is more than one page. */
const RUN_MB = 768;

export async function readPdf(source: Source): Promise<SourceFile> {
  const { path, tmp, signal } = source;
  // Every stream is unpacked once, while the rest is being read.
  const checked = check(source);
  checked.catch(() => undefined);
  const objects = await PdfObjects.read(path, tmp, signal);
  const pages = pageBoxes(objects, source.scale);
  if (pages.length === 0) damaged();
  if (pages.length > MAX_PAGES)
    refuse(
      'TOO_MANY_PAGES',
      `The PDF has ${pages.length} pages; the most is ${MAX_PAGES}. Send the pages to be printed only.`,
    );
  const chosen = source.pages
    ? pages.filter(({ number }) => source.pages!.includes(number))
    : pages;
  const layers = readLayers(objects);
  const document = new Document(
    source,
    objects,
    chosen,
    pages.length,
    forPrint(objects, layers, spotSpaces(objects).size > 0),
  );
  // The interpreter begins while the rest of the file is still being read.
  const runs = document.runs();
  const first = runs.length > 0 ? document.begin(runs[0]) : undefined;
  first?.catch(() => undefined);
  const told = source.coverageOnly ? undefined : await tell(objects, layers, chosen);
  return {
    colour: `plates by Ghostscript with overprint honoured; other colour by ICC profile, ${RENDERING}`,
    anchor: await anchorOf(told?.profile),
    document: told?.document,
    count: chosen.length,
    pages: pagesOf(document, runs, first, told, checked),
  };
}

type Told = Awaited<ReturnType<typeof tell>>;
type Waiting = readonly (() => Promise<PlanarFile>)[];

/** A document whose pages are made into plates, some at a time. */
class Document {
  readonly #source: Source;
  readonly objects: PdfObjects;
  readonly chosen: readonly PdfPage[];
  readonly #count: number;
  readonly patch: Patch;
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
  }

  /** The chosen pages in runs whose plates fit on the disk together. */
  runs(): PdfPage[][] {
    const planes = 4 + Math.min(MAX_SPOTS, spotSpaces(this.objects).size);
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
    if (asItLies) return separate(this.#source, pages, path, name, flag, share);
    const parts = pages.map(({ number, frame, unit }) => ({
      reference: this.objects.pages[number - 1],
      frame,
      unit,
    }));
    return this.#made(pages, parts, this.patch, dpi, name, share);
  }

  /** One page as if everything overprinted. */
  async overprinted(page: PdfPage): Promise<PlanarFile> {
    const reference = this.objects.pages[page.number - 1];
    const patch = overprintAll(this.objects, reference, this.patch);
    const parts = [{ reference, frame: page.frame, unit: page.unit }];
    const [plates] = await this.#made([page], parts, patch, this.#source.dpi, this.#name());
    return plates();
  }

  /** Parts of a page at a resolution of their own. */
  async renderRegion(page: PdfPage, boxes: readonly MmBox[], dpi: number): Promise<PlanarFile[]> {
    const reference = this.objects.pages[page.number - 1];
    const frames = boxes.map((box) => stored(box, page));
    const pages = frames.map((frame): PdfPage => ({ ...page, frame, trim: frame }));
    const parts = frames.map((frame) => ({ reference, frame, unit: page.unit }));
    const plates = await this.#made(
      pages,
      parts,
      this.patch,
      dpi,
      this.#name(),
      undefined,
      'centre',
    );
    return Promise.all(plates.map((each) => each()));
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
    name: string,
    progress?: (share: number) => void,
    rule?: PaintRule,
  ): Promise<Waiting> {
    const { path, tmp, signal } = this.#source;
    const out = join(tmp, `${name}.pdf`);
    const change = writePatch(this.objects, partsOf(this.objects, parts, patch), tmp, name);
    const taken = await run('qpdf', [path, `--update-from-json=${change}`, out], { tmp, signal });
    if (!existsSync(out))
      refuse(
        'ARTWORK_DAMAGED',
        `Page ${pages[0].number} can’t be taken out of the PDF: ${said(taken).split('\n')[0]}`,
      );
    return separate({ ...this.#source, dpi }, pages, out, name, '-dUseCropBox', progress, rule);
  }
}

/** Page after page: the interpreter begins with the next run when its first page is asked for. */
async function* pagesOf(
  document: Document,
  runs: readonly (readonly PdfPage[])[],
  first: Promise<Waiting> | undefined,
  told: Told | undefined,
  checked: Promise<void>,
): AsyncGenerator<PageFile> {
  for (const [r, run] of runs.entries()) {
    const plates = await ((r === 0 && first) || document.begin(run));
    await checked;
    for (const [i, page] of run.entries()) {
      const structure = told?.structures.get(page.number);
      // Two interpreters at once: most of a page's time is theirs, and each draws on what the other leaves.
      const [file, overprinted] = await Promise.all([
        plates[i](),
        structure?.mayKnockOut ? document.overprinted(page) : undefined,
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
        renderRegion: (boxes, dpi) => document.renderRegion(page, boxes, dpi),
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
async function tell(objects: PdfObjects, layers: Layers, chosen: readonly PdfPage[]) {
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
  const structures = new Map(
    chosen.map((page, i) => [page.number, pageStructure(objects, page, dicts[i], layers, streams)]),
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
  };
}

async function check({ path, tmp, signal }: Source): Promise<void> {
  const checked = await run('qpdf', ['--check', path], { tmp, signal });
  if (checked.timedOut)
    refuse('PDF_TOO_SLOW', 'Checking the PDF took more than 60 s. Flatten it, or export it again.');
  // 0 is good, 3 is good with warnings.
  if (checked.code !== 0 && checked.code !== 3) damaged();
}
