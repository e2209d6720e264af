/** Any artwork file to plates that can be read band by band, with what there is to know about it. */
import { closeSync, openSync, readSync, rmSync, statSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  CoverageMeter,
  kindOf,
  mmToPx,
  type Artwork,
  type ArtworkInfo,
  type ArtworkPage,
  type Finding,
  type PixelBox,
  type ProcessAnchor,
  type Raster,
} from '@kyanos/core';
import { atExit } from './exit.ts';
import { readPdf } from './pdf.ts';
import { readPicture } from './picture.ts';
import { planarRaster, type PlanarFile } from './planar.ts';
import { refuse } from './refusal.ts';
import { readTiff } from './tiff.ts';

/** Millimetres from the top left corner of what is printed. */
export interface PageBox {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** One page as a reader leaves it. */
export interface PageFile {
  readonly file: PlanarFile;
  readonly number?: number;
  /** The finished size. */
  readonly box: PageBox;
  readonly bleedDeclared: boolean;
  readonly colour: string;
  readonly anchor: ProcessAnchor;
  readonly notes: readonly Finding[];
}

/** What a reader gets. */
export interface Source {
  readonly path: string;
  readonly dpi: number;
  /** Only these pages, from 1; all if absent. */
  readonly pages: readonly number[] | undefined;
  /** A folder of its own, removed afterwards. */
  readonly tmp: string;
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

const READERS: Record<Format, (source: Source) => Promise<PageFile[]>> = {
  pdf: readPdf,
  tiff: readTiff,
  png: readPicture,
  jpeg: readPicture,
};

/** @throws ArtworkRefused with a sentence, whatever is wrong with the file; nothing stays behind */
export async function openArtwork(path: string, options: IntakeOptions = {}): Promise<OpenArtwork> {
  const dpi = options.dpi ?? DEFAULT_DPI;
  if (!(dpi >= 36 && dpi <= 1200))
    refuse('DPI_RANGE', `The resolution must be within 36 to 1200 dpi; got ${dpi}.`);
  const format = sniff(path);
  const tmp = await mkdtemp(join(tmpdir(), 'kyanos-'));
  const forget = atExit(() => rmSync(tmp, { recursive: true, force: true }));
  const close = async () => {
    forget();
    await rm(tmp, { recursive: true, force: true });
  };
  const progress = options.progress ?? (() => undefined);
  try {
    const source = { path, dpi, tmp, pages: options.pages, signal: options.signal, progress };
    const files = await READERS[format](source);
    if (files.length === 0)
      refuse(
        'PAGE_UNKNOWN',
        `The file has no page ${options.pages?.join(', ')}. Choose one that it has.`,
      );
    const pages = files.map((file, i) => {
      const page = measure(file, format);
      progress(0.9 + (0.1 * (i + 1)) / files.length);
      return page;
    });
    const { colour, anchor } = files[0];
    return {
      info: { format, colour, anchor, pages },
      raster(number): Raster {
        const at = pages.findIndex((page) => page.number === number);
        if (at < 0) throw new Error(`Page ${number} was not opened.`);
        return planarRaster(files[at].file);
      },
      close,
    };
  } catch (error) {
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

/** The format by the first bytes; a file's name says nothing about what is in it. */
export function sniff(path: string): Format {
  if (statSync(path).size === 0)
    refuse('ARTWORK_EMPTY', 'The file is empty: 0 bytes. Export or copy it again.');
  const head = Buffer.alloc(8);
  const handle = openSync(path, 'r');
  try {
    readSync(handle, head, 0, head.length, 0);
  } finally {
    closeSync(handle);
  }
  const found = SIGNATURES.find(([, bytes]) => bytes.every((byte, i) => head[i] === byte));
  return (
    found?.[0] ??
    refuse(
      'ARTWORK_UNKNOWN',
      'This is not a PDF, TIFF, PNG or JPEG. Export the artwork as one of these.',
    )
  );
}

function measure(
  { file, number = 1, box, bleedDeclared, notes }: PageFile,
  format: Format,
): ArtworkPage {
  const trimPx = toPixels(box, file);
  const inside = new CoverageMeter(file.channels.length, file.width, trimPx);
  const whole = new CoverageMeter(file.channels.length, file.width, {
    left: 0,
    top: 0,
    right: file.width,
    bottom: file.height,
  });
  const bleeds =
    trimPx.right - trimPx.left < file.width || trimPx.bottom - trimPx.top < file.height;
  // The raster of an intake is synchronous, whatever a Raster may be in general.
  for (const band of planarRaster(file).bands() as Iterable<Parameters<CoverageMeter['add']>[0]>) {
    inside.add(band);
    if (bleeds) whole.add(band);
  }
  const within = inside.coverage();
  const everywhere = bleeds ? whole.coverage() : within;
  const separations = file.channels.map((name, i) => ({
    name,
    kind: kindOf(name),
    coverage: within[i],
    coverageWithBleed: everywhere[i],
  }));
  const findings: Finding[] = [...notes];
  for (const { name, kind, coverageWithBleed } of separations)
    if (kind !== 'process' && coverageWithBleed === 0)
      findings.push({
        code: 'SPECIAL_EMPTY',
        severity: 'warning',
        message: `The separation "${name}" is declared and holds nothing: it would print blank. Check that it overprints and was not knocked out.`,
      });
  if (separations.every((s) => s.coverageWithBleed === 0))
    findings.push({
      code: 'PAGE_BLANK',
      severity: 'error',
      message: 'Nothing on this page prints: every separation is empty.',
    });
  if (format === 'pdf' && !bleedDeclared)
    findings.push({
      code: 'NO_BLEED',
      severity: 'note',
      message:
        'The page declares no bleed. For a pre-cut label, draw it about 0.76 mm (0.03 in) larger than the finished label; common practice.',
    });
  return {
    number,
    widthMm: (file.width / file.dpi) * 25.4,
    heightMm: (file.height / file.dpi) * 25.4,
    trimMm: box,
    dpi: file.dpi,
    widthPx: file.width,
    heightPx: file.height,
    trimPx,
    separations,
    findings,
  };
}

function toPixels(box: PageBox, { dpi, width, height }: PlanarFile): PixelBox {
  const left = Math.round(mmToPx(box.left, dpi));
  const top = Math.round(mmToPx(box.top, dpi));
  return {
    left,
    top,
    right: Math.min(width, Math.round(mmToPx(box.left + box.width, dpi))),
    bottom: Math.min(height, Math.round(mmToPx(box.top + box.height, dpi))),
  };
}
