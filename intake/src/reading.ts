/** Any artwork file to plates that can be read band by band, within one process: {@link readArtwork} gives it one of its own. */
import { closeSync, openSync, readSync, statSync } from 'node:fs';
import {
  kindOf,
  pxToMm,
  type Alternate,
  type ArtworkInfo,
  type DocumentStructure,
  type Finding,
  type Kind,
  type MmBox,
  type PageStructure,
  type ProcessAnchor,
} from '@kyanos/core';
import { coverageOf, type PlanarFile } from './planar.ts';
import { lcmsEngine, printingProfile } from './profile.ts';
import { otherKind } from './otherKinds.ts';
import { refuse } from './refusal.ts';

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
  /** Spots that are painted with, as far as the file tells: plates of others that are blank are only declared. */
  readonly used?: ReadonlySet<string> | undefined;
  /** Parts of the page made anew at another resolution, where the file has no resolution of its own. */
  readonly closer?: (boxes: readonly MmBox[], dpi: number) => Promise<readonly PlanarFile[]>;
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

export interface ReadingOptions {
  /** Resolution for PDF and SVG; pictures keep their own. 36 to 1200. */
  readonly dpi: number;
  /** The artwork is drawn so many times smaller than it is printed: 10 for a drawing at 1:10. 0.01 to 100. */
  readonly scale: number;
  /** Only these pages, from 1; all if absent. */
  readonly pages: readonly number[] | undefined;
  /** A folder of its own, removed afterwards. */
  readonly tmp: string;
  /** Nothing is wanted but what the plates cover: no second plates, no structure. */
  readonly coverageOnly: boolean;
  readonly signal: AbortSignal;
  progress(share: number): void;
}

/** What a reader gets. */
export interface Source extends ReadingOptions {
  readonly path: string;
}

type Format = ArtworkInfo['format'];

/** Each format's reader, loaded when a file of it comes. */
const READERS: Record<Format, () => Promise<(source: Source) => Promise<SourceFile>>> = {
  pdf: async () => (await import('./pdf/read.ts')).readPdf,
  tiff: async () => (await import('./tiff/read.ts')).readTiff,
  png: async () => (await import('./picture.ts')).readPicture,
  jpeg: async () => (await import('./picture.ts')).readPicture,
  webp: async () => (await import('./picture.ts')).readPicture,
  svg: async () => (await import('./svg.ts')).readSvg,
};

export type ReadFile = (
  path: string,
  options: ReadingOptions,
  each: (page: PageFile) => Promise<void>,
) => Promise<Omit<ArtworkInfo, 'pages'>>;

/**
 * Everything that reads this file, loaded: the returned function opens nothing but the file and its own folder.
 * @throws ArtworkRefused if the file is of no known format
 */
export async function loadReader(path: string): Promise<ReadFile> {
  const format = sniff(path);
  const read = await READERS[format]();
  await lcmsEngine();
  printingProfile();
  return async (file, options, each) => {
    const { colour, anchor, document, count, pages } = await read({ path: file, ...options });
    if (count === 0)
      refuse(
        'PAGE_UNKNOWN',
        `The file has no page ${options.pages?.join(', ')}. Choose one that it has.`,
      );
    for await (const page of pages) await each(page);
    return { format, colour, anchor, ...(document && { document }) };
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

export async function coveredPage({ file, number = 1 }: PageFile): Promise<CoveredPage> {
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

const SIGNATURES: readonly [Format, readonly number[]][] = [
  ['pdf', [0x25, 0x50, 0x44, 0x46, 0x2d]],
  ['png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
  ['jpeg', [0xff, 0xd8, 0xff]],
  ['tiff', [0x49, 0x49, 0x2a, 0x00]],
  ['tiff', [0x4d, 0x4d, 0x00, 0x2a]],
  ['tiff', [0x49, 0x49, 0x2b, 0x00]],
  ['tiff', [0x4d, 0x4d, 0x00, 0x2b]],
];
/** Bytes looked at: comments and a document type may stand before the root element of a drawing. */
const HEAD_BYTES = 65_536;
/** Other readers find a PDF's header within so many bytes too (ISO 32000-1, annex H, note 13). */
const PDF_HEADER_BYTES = 1024;

/**
 * Whether text begins as an SVG does: byte order mark, declaration, comments and document type, then the root element.
 * Each character is passed once.
 */
function isSvg(text: string): boolean {
  let at = text.startsWith('\uFEFF') ? 1 : 0;
  const pass = (end: string) => {
    const found = text.indexOf(end, at);
    at = found < 0 ? text.length : found + end.length;
  };
  for (;;) {
    while (/\s/.test(text[at] ?? '')) at++;
    if (text.startsWith('<?', at)) pass('?>');
    else if (text.startsWith('<!--', at)) pass('-->');
    else if (text.startsWith('<!', at)) {
      const subset = text.indexOf('[', at);
      const end = text.indexOf('>', at);
      if (subset >= 0 && subset < end) pass(']');
      pass('>');
    } else return /^<(?:[\w-]+:)?svg[\s>/]/.test(text.slice(at, at + 80));
  }
}

/** The format by the first bytes; a file's name says nothing about what is in it. */
export function sniff(path: string): Format {
  if (statSync(path).size === 0)
    refuse('ARTWORK_EMPTY', 'The file is empty: 0 bytes. Export or copy it again.');
  const buffer = Buffer.alloc(HEAD_BYTES);
  const handle = openSync(path, 'r');
  let head: Buffer;
  try {
    head = buffer.subarray(0, readSync(handle, buffer, 0, buffer.length, 0));
  } finally {
    closeSync(handle);
  }
  const found = SIGNATURES.find(([, bytes]) => bytes.every((byte, i) => head[i] === byte));
  if (found) return found[0];
  const latin = head.toString('latin1');
  if (latin.startsWith('RIFF') && latin.startsWith('WEBP', 8)) return 'webp';
  const kind = otherKind(latin);
  if (kind) return refuse('ARTWORK_UNKNOWN', `This is ${kind.name}. ${kind.instead}`);
  if (latin.slice(0, PDF_HEADER_BYTES).includes('%PDF-')) return 'pdf';
  if (isSvg(head.toString('utf8'))) return 'svg';
  return refuse(
    'ARTWORK_UNKNOWN',
    'This is not a PDF, TIFF, PNG, JPEG, WebP or SVG. Export the artwork as one of these.',
  );
}
