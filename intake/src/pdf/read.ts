/**
 * PDF: checked by qpdf, its boxes told by Poppler, its objects by qpdf, its plates made by Ghostscript, each in a process of
 * its own.
 */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { MmBox } from '@kyanos/core';
import type { PageFile, Source, SourceFile } from '../intake.ts';
import type { PlanarFile } from '../planar.ts';
import { anchorOf } from '../profile.ts';
import { MAX_PAGES, refuse } from '../refusal.ts';
import { run, said } from '../run.ts';
import { alternateOf, alternateStreams, spotSpaces } from './alternates.ts';
import { stored, trimWithin, type Corners, type PdfPage } from './boxes.ts';
import { documentStreams, documentStructure, intentProfile } from './document.ts';
import { readLayers, type Layers } from './layers.ts';
import { PdfObjects } from './objects.ts';
import { cropped, forPrint, overprintAll, writePatch, type Patch } from './patch.ts';
import { separate } from './plates.ts';
import { structureStreams } from './streams.ts';
import { pageStructure } from './structure.ts';

export async function readPdf(source: Source): Promise<SourceFile> {
  const { path, tmp, signal } = source;
  const objectsRead = PdfObjects.read(path, tmp, signal);
  // Whoever waits for it later is told; the checks come first.
  objectsRead.catch(() => undefined);
  await check(source);
  const [pages, objects] = await Promise.all([boxes(source), objectsRead]);
  const chosen = source.pages
    ? pages.filter(({ number }) => source.pages!.includes(number))
    : pages;
  const layers = objects && readLayers(objects);
  const document: Opened = {
    source,
    chosen,
    count: pages.length,
    objects,
    patch: objects && layers && forPrint(objects, layers),
  };
  // The interpreter begins while the rest of the file is still being read.
  const first = chosen.length > 0 ? plates(document, 0, document.patch, 'as-is') : undefined;
  first?.catch(() => undefined);
  const told =
    objects && layers && !source.coverageOnly ? await tell(objects, layers, chosen) : undefined;
  return {
    colour: 'plates by Ghostscript with overprint honoured',
    anchor: await anchorOf(told?.profile),
    document: told?.document,
    count: chosen.length,
    pages: pagesOf(document, first, told),
  };
}

type Told = Awaited<ReturnType<typeof tell>>;

interface Opened {
  readonly source: Source;
  readonly chosen: readonly PdfPage[];
  /** Pages of the file, chosen or not. */
  readonly count: number;
  /** Absent where the file is too long for its structure to be read. */
  readonly objects: PdfObjects | undefined;
  readonly patch: Patch | undefined;
}

/** Plates of the i-th of the chosen pages. */
async function plates(
  { source, chosen, count, objects }: Opened,
  i: number,
  patch: Patch | undefined,
  name: string,
): Promise<PlanarFile> {
  const page = chosen[i];
  const path = await single(source, page, count, objects, patch, name);
  return separate(source, page, path, `page-${page.number}-${name}`, (share) =>
    source.progress((0.98 * (i + share)) / chosen.length),
  );
}

/** Page after page: the interpreter begins with one when it is asked for. */
async function* pagesOf(
  document: Opened,
  first: Promise<PlanarFile> | undefined,
  told: Told | undefined,
): AsyncGenerator<PageFile> {
  const { source, chosen, count, objects, patch } = document;
  for (const [i, page] of chosen.entries()) {
    const structure = told?.structures.get(page.number);
    const reference = objects?.pages[page.number - 1];
    // Two interpreters at once: most of a page's time is theirs, and each draws on what the other leaves.
    const [file, overprinted] = await Promise.all([
      (i === 0 && first) || plates(document, i, patch, 'as-is'),
      objects && reference && patch && structure?.mayKnockOut
        ? plates(document, i, overprintAll(objects, reference, patch), 'over')
        : undefined,
    ]);
    yield {
      file,
      overprinted,
      number: page.number,
      box: trimWithin(page),
      bleedDeclared: page.flag === '-dUseBleedBox',
      alternates: told?.alternates ?? new Map(),
      structure,
      ...(objects &&
        reference &&
        patch && {
          closer: (box: MmBox, dpi: number) =>
            closer(source, page, objects, reference, patch, count, box, dpi),
        }),
      notes: [],
    };
  }
}

/** A part of a page at a resolution of its own. */
async function closer(
  source: Source,
  page: PdfPage,
  objects: PdfObjects,
  reference: string,
  patch: Patch,
  count: number,
  box: MmBox,
  dpi: number,
): Promise<PlanarFile> {
  const corners = stored(box, page);
  const part: PdfPage = { ...page, frame: corners, trim: corners, flag: '-dUseCropBox' };
  const name = `${page.number}-part`;
  const path = await single(
    source,
    part,
    count,
    objects,
    cropped(objects, reference, corners, patch),
    name,
  );
  return separate({ ...source, dpi }, part, path, `page-${name}`, () => undefined);
}

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
  return {
    document: documentStructure(objects, layers, streams),
    profile: intentProfile(objects, streams),
    alternates,
    structures: new Map(
      chosen.map((page, i) => [
        page.number,
        pageStructure(objects, page, dicts[i], layers, streams),
      ]),
    ),
  };
}

async function check({ path, tmp, signal }: Source): Promise<void> {
  const [locked, checked] = await Promise.all([
    run('qpdf', ['--requires-password', path], { tmp, signal }),
    run('qpdf', ['--check', path], { tmp, signal }),
  ]);
  if (locked.code === 0)
    refuse(
      'PDF_ENCRYPTED',
      'The PDF is locked with a password. Ask for one without, or save it again unlocked.',
    );
  if (checked.timedOut)
    refuse('PDF_TOO_SLOW', 'Checking the PDF took more than 60 s. Flatten it, or export it again.');
  // 0 is good, 3 is good with warnings.
  if (checked.code !== 0 && checked.code !== 3)
    refuse('ARTWORK_DAMAGED', 'The PDF is damaged or ends too early. Export or copy it again.');
}

const BOX =
  /^Page +(\d+) (Media|Crop|Bleed|Trim)Box: +(-?[\d.]+) +(-?[\d.]+) +(-?[\d.]+) +(-?[\d.]+)/gm;
const ROTATION = /^Page +(\d+) rot: +(\d+)/gm;

async function boxes({ path, tmp, signal }: Source): Promise<PdfPage[]> {
  const told = await run('pdfinfo', ['-box', '-f', '1', '-l', String(MAX_PAGES + 1), path], {
    tmp,
    signal,
  });
  const count = Number(/^Pages: +(\d+)/m.exec(told.stdout)?.[1] ?? 0);
  if (count === 0)
    refuse('ARTWORK_DAMAGED', 'The PDF has no page that can be read. Export it again.');
  if (count > MAX_PAGES)
    refuse(
      'TOO_MANY_PAGES',
      `The PDF has ${count} pages; the most is ${MAX_PAGES}. Send the pages to be printed only.`,
    );

  const found = new Map<number, Partial<Record<string, number[]>>>();
  for (const [, page, box, ...numbers] of told.stdout.matchAll(BOX)) {
    const entry = found.get(Number(page)) ?? {};
    entry[box] = numbers.map(Number);
    found.set(Number(page), entry);
  }
  const turns = new Map(
    [...told.stdout.matchAll(ROTATION)].map((m) => [Number(m[1]), Number(m[2]) % 360]),
  );
  const declared = await declaredBoxes(path, tmp, signal);
  return Array.from({ length: count }, (_, i) => {
    const number = i + 1;
    const { Media, Crop, Bleed, Trim } = found.get(number) ?? {};
    if (!Media || !Crop || !Bleed || !Trim)
      return refuse(
        'ARTWORK_DAMAGED',
        `Page ${number} of the PDF states no size. Export it again.`,
      );
    const has = (name: string) => declared.get(number)?.has(name) ?? false;
    const flag = has('/BleedBox')
      ? '-dUseBleedBox'
      : has('/TrimBox')
        ? '-dUseTrimBox'
        : '-dUseCropBox';
    const frame = flag === '-dUseBleedBox' ? Bleed : flag === '-dUseTrimBox' ? Trim : Crop;
    return {
      number,
      flag,
      frame: frame as unknown as Corners,
      trim: Trim as unknown as Corners,
      stated: new Map(
        Object.entries({
          '/MediaBox': Media,
          '/CropBox': Crop,
          '/BleedBox': Bleed,
          '/TrimBox': Trim,
        })
          .filter(([name]) => name === '/MediaBox' || has(name))
          .map(([name, box]) => [name, box as unknown as Corners]),
      ),
      turn: turns.get(number) ?? 0,
    };
  });
}

/** Which boxes each page states itself: a bleed that is only a default may hold crop marks. */
async function declaredBoxes(
  path: string,
  tmp: string,
  signal: AbortSignal | undefined,
): Promise<Map<number, Set<string>>> {
  const listed = await run('qpdf', ['--json=2', '--json-key=pages', path], { tmp, signal });
  const { pages } = JSON.parse(listed.stdout) as { pages: { object: string }[] };
  const objects = pages.map(
    ({ object }) => `--json-object=${object.replace(/ R$/, '').replace(' ', ',')}`,
  );
  const read = await run('qpdf', ['--json=2', '--json-key=qpdf', ...objects, path], {
    tmp,
    signal,
  });
  const { qpdf } = JSON.parse(read.stdout) as {
    qpdf: [unknown, Record<string, { value?: Record<string, unknown> }>];
  };
  return new Map(
    pages.map(({ object }, i) => [
      i + 1,
      new Set(Object.keys(qpdf[1][`obj:${object}`]?.value ?? {})),
    ]),
  );
}

/**
 * The page alone, with what was changed. Ghostscript 10.0.0 leaves spot plates blank when it selects pages itself.
 */
async function single(
  { path, tmp, signal }: Source,
  { number }: PdfPage,
  count: number,
  objects: PdfObjects | undefined,
  patch: Patch | undefined,
  name: string,
): Promise<string> {
  const changes = objects && patch && patch.size > 0;
  if (count === 1 && !changes) return path;
  const out = join(tmp, `page-${number}-${name}.pdf`);
  const args = [
    path,
    ...(changes
      ? [`--update-from-json=${writePatch(objects, patch, tmp, `patch-${number}-${name}`)}`]
      : []),
    // "." keeps what belongs to the whole document: layers and output intents.
    ...(count > 1 ? ['--pages', '.', String(number), '--'] : []),
    out,
  ];
  const taken = await run('qpdf', args, { tmp, signal });
  if (!existsSync(out))
    refuse(
      'ARTWORK_DAMAGED',
      `Page ${number} can’t be taken out of the PDF: ${said(taken).split('\n')[0]}`,
    );
  return out;
}
