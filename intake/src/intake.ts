/** Any artwork file to plates that can be read band by band, with what there is to know about it. */
import { closeSync, openSync, readSync, rmSync, statSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  kindOf,
  pxToMm,
  type Alternate,
  type Artwork,
  type ArtworkInfo,
  type DocumentStructure,
  type Finding,
  type Kind,
  type MmBox,
  type PageStructure,
  type ProcessAnchor,
  type Raster,
} from '@kyanos/core';
import { atExit } from './exit.ts';
import { measure } from './measure.ts';
import { readPdf } from './pdf/read.ts';
import { readPicture } from './picture.ts';
import { coverageOf, type PlanarFile } from './planar.ts';
import { refuse } from './refusal.ts';
import { readSvg } from './svg.ts';
import { readTiff } from './tiff/read.ts';

/** One page as a reader leaves it. */
export interface PageFile {
  readonly file: PlanarFile;
  /** The same plates as if specials and colour overprinted each other, where the page may hold a knockout. */
  readonly overprinted?: PlanarFile | undefined;
  readonly number?: number;
  /** The finished size. */
  readonly box: MmBox;
  readonly bleedDeclared: boolean;
  /** What spots become in process ink, by their names. */
  readonly alternates: ReadonlyMap<string, Alternate | undefined>;
  readonly structure?: PageStructure | undefined;
  /** A part of the page made anew at another resolution, where the file has no resolution of its own. */
  readonly closer?: (box: MmBox, dpi: number) => Promise<PlanarFile>;
  readonly notes: readonly Finding[];
}

/** A file as a reader leaves it. */
export interface SourceFile {
  /** How colour was turned into process ink, for the operator. */
  readonly colour: string;
  readonly anchor: ProcessAnchor;
  readonly document?: DocumentStructure | undefined;
  /** How many pages come. */
  readonly count: number;
  readonly pages: Iterable<PageFile> | AsyncIterable<PageFile>;
}

/** What a reader gets. */
export interface Source {
  readonly path: string;
  readonly dpi: number;
  /** Only these pages, from 1; all if absent. */
  readonly pages: readonly number[] | undefined;
  /** A folder of its own, removed afterwards. */
  readonly tmp: string;
  /** Nothing is wanted but what the plates cover: no second plates, no structure. */
  readonly coverageOnly: boolean;
  readonly signal: AbortSignal | undefined;
  progress(share: number): void;
}

export interface IntakeOptions {
  /** Resolution for PDF; pictures keep their own. 36 to 1200. */
  readonly dpi?: number;
  readonly pages?: readonly number[];
  readonly signal?: AbortSignal;
  readonly progress?: (share: number) => void;
}

export interface OpenArtwork extends Artwork {
  /** Removes what was written on the way. */
  close(): Promise<void>;
}

export const DEFAULT_DPI = 300;

type Format = ArtworkInfo['format'];

const READERS: Record<Format, (source: Source) => Promise<SourceFile>> = {
  pdf: readPdf,
  tiff: readTiff,
  png: readPicture,
  jpeg: readPicture,
  webp: readPicture,
  svg: readSvg,
};

/** @throws ArtworkRefused with a sentence, whatever is wrong with the file; nothing stays behind */
export async function openArtwork(path: string, options: IntakeOptions = {}): Promise<OpenArtwork> {
  const progress = options.progress ?? (() => undefined);
  const { format, read, done, close } = await opened(path, options, false, async (file, signal) =>
    measure(
      file,
      // A file that still grows tells of its progress itself.
      (share) => file.file.written ?? progress(0.9 + 0.1 * share),
      signal,
    ),
  );
  const { colour, anchor, document } = read;
  return {
    info: {
      format,
      colour,
      anchor,
      ...(document && { document }),
      pages: done.map(({ page }) => page),
    },
    raster(number): Raster {
      const found = done.find(({ page }) => page.number === number);
      if (!found) throw new Error(`Page ${number} was not opened.`);
      return found.raster;
    },
    close,
  };
}

/** How much of a page every separation covers, everything printed, and nothing else of it. */
export interface CoveredPage {
  readonly number: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly separations: readonly {
    readonly name: string;
    readonly kind: Kind;
    /** Mean, 0 to 1. */
    readonly coverage: number;
  }[];
}

/**
 * The coverage alone, in a fraction of the time that {@link openArtwork} takes to look through a file.
 * @throws ArtworkRefused as that does
 */
export async function readCoverage(
  path: string,
  options: IntakeOptions = {},
): Promise<{ format: Format; pages: readonly CoveredPage[] }> {
  const { format, done, close } = await opened(path, options, true, coveredPage);
  await close();
  return { format, pages: done };
}

async function coveredPage({ file, number = 1 }: PageFile): Promise<CoveredPage> {
  const coverage = await coverageOf(file);
  return {
    number,
    widthMm: pxToMm(file.width, file.dpi),
    heightMm: pxToMm(file.height, file.dpi),
    separations: file.channels.map((name, i) => ({
      name,
      kind: kindOf(name),
      coverage: coverage[i],
    })),
  };
}

/** Reads a file in a folder of its own and does something with each page; whatever goes wrong, nothing stays behind. */
async function opened<T>(
  path: string,
  options: IntakeOptions,
  coverageOnly: boolean,
  each: (page: PageFile, signal: AbortSignal) => Promise<T>,
): Promise<{ format: Format; read: SourceFile; done: readonly T[]; close: () => Promise<void> }> {
  const dpi = options.dpi ?? DEFAULT_DPI;
  if (!(dpi >= 36 && dpi <= 1200))
    refuse('DPI_RANGE', `The resolution must be within 36 to 1200 dpi; got ${dpi}.`);
  const format = sniff(path);
  const tmp = await mkdtemp(join(tmpdir(), 'kyanos-'));
  const forget = atExit(() => rmSync(tmp, { recursive: true, force: true }));
  const close = async () => {
    forget();
    await rm(tmp, { recursive: true, force: true, maxRetries: 5 });
  };
  const stop = new AbortController();
  const signal = options.signal ? AbortSignal.any([options.signal, stop.signal]) : stop.signal;
  const progress = options.progress ?? (() => undefined);
  try {
    const read = await READERS[format]({
      path,
      dpi,
      tmp,
      pages: options.pages,
      coverageOnly,
      signal,
      progress,
    });
    if (read.count === 0)
      refuse(
        'PAGE_UNKNOWN',
        `The file has no page ${options.pages?.join(', ')}. Choose one that it has.`,
      );
    const done: T[] = [];
    for await (const page of read.pages) done.push(await each(page, signal));
    return { format, read, done, close };
  } catch (error) {
    // Programs that were called must not go on writing.
    stop.abort(error);
    await close();
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC')
      refuse(
        'DISK_FULL',
        'There is no room on the disk for the plates. Free some space, then take the file in again.',
      );
    throw error;
  }
}

const SIGNATURES: readonly [Format, readonly number[]][] = [
  ['pdf', [0x25, 0x50, 0x44, 0x46, 0x2d]],
  ['png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
  ['jpeg', [0xff, 0xd8, 0xff]],
  ['tiff', [0x49, 0x49, 0x2a, 0x00]],
  ['tiff', [0x4d, 0x4d, 0x00, 0x2a]],
  ['tiff', [0x49, 0x49, 0x2b, 0x00]],
  ['tiff', [0x4d, 0x4d, 0x00, 0x2b]],
];
/** What may stand before the root element of a drawing: byte order mark, declaration, comments, document type. */
const SVG =
  /^\uFEFF?\s*(?:<\?xml[^>]*\?>\s*|<!--[\s\S]*?-->\s*|<!DOCTYPE[^>[]*(?:\[[\s\S]*?\])?\s*>\s*)*<(?:[\w-]+:)?svg[\s>]/;

/** The format by the first bytes; a file's name says nothing about what is in it. */
export function sniff(path: string): Format {
  if (statSync(path).size === 0)
    refuse('ARTWORK_EMPTY', 'The file is empty: 0 bytes. Export or copy it again.');
  const buffer = Buffer.alloc(4096);
  const handle = openSync(path, 'r');
  let head: Buffer;
  try {
    head = buffer.subarray(0, readSync(handle, buffer, 0, buffer.length, 0));
  } finally {
    closeSync(handle);
  }
  const found = SIGNATURES.find(([, bytes]) => bytes.every((byte, i) => head[i] === byte));
  if (found) return found[0];
  if (head.toString('latin1', 0, 4) === 'RIFF' && head.toString('latin1', 8, 12) === 'WEBP')
    return 'webp';
  if (SVG.test(head.toString('utf8'))) return 'svg';
  return refuse(
    'ARTWORK_UNKNOWN',
    'This is not a PDF, TIFF, PNG, JPEG, WebP or SVG. Export the artwork as one of these.',
  );
}
