/** Pages to plates by Ghostscript, which is called as a separate program, and the layout of the files it writes. */
import { closeSync, existsSync, openSync, readSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { mmToPx, PROCESS_NAMES } from '@kyanos/core';
import type { Source } from '../source.ts';
import type { PlanarFile } from '../planar.ts';
import { printingProfile } from '../profile.ts';
import { checkSize, MAX_SPOTS, refuse } from '../refusal.ts';
import { run, outputOf, type Finished } from '../run.ts';
import { channelNames } from '../tiff/imageResources.ts';
import { printedSize, type PdfPage } from './boxes.ts';
import { t } from '../texts/texts.ts';

/** Longest time in which nothing comes of a page. */
const RIP_SECONDS = 120;

/** Which pixels a shape paints: all that it touches, so that the thinnest stroke is seen, or those whose centre it covers. */
export type PaintRule = 'touched' | 'centre';

/** What is interpreted in one run, and how. */
export interface Interpreted {
  /** Of a file that holds these pages and no others. */
  readonly path: string;
  /** Of the files that are written, without their endings. */
  readonly name: string;
  readonly flag: PdfPage['flag'];
  readonly rule: PaintRule;
  /** Process ink has to be known by its profile: see {@link PdfObjects.needsInkProfile}. */
  readonly inkProfile: boolean;
}

/** How often the growing file is looked at: a small page takes ten times as long, and each waits for the next to begin. */
const LOOK_MS = 2;

/** Size in pixels at which a page is printed. @throws ArtworkRefused if that is too large */
export function pixelsOf(page: PdfPage, dpi: number): readonly [width: number, height: number] {
  const printed = printedSize(page);
  const [width, height] = [printed.width, printed.height].map((mm) => Math.round(mmToPx(mm, dpi)));
  checkSize(width, height);
  return [width, height];
}

/**
 * Interprets the pages of a file, all in one run: a run a page takes many times as long. The plates of each are there as soon
 * as they begin to be written: all planes of a page grow row by row, so they can be read behind it.
 * @returns for each page what waits for its plates; they come in the order of the pages
 */
export function separate(
  source: Source,
  pages: readonly PdfPage[],
  interpreted: Interpreted,
  progress: (share: number) => void = () => undefined,
): (() => Promise<PlanarFile>)[] {
  const { dpi, tmp } = source;
  const { name } = interpreted;
  const sizes = pages.map((page) => pixelsOf(page, dpi));
  // A folder may be named with a sign that stands for a page number here.
  const out = `${join(tmp, name).replaceAll('%', '%%')}-%d.psd`;
  const most = Math.max(...sizes.map(([width, height]) => width * height));
  const stop = new AbortController();
  let ended: Finished | undefined;
  let failure: unknown;
  const run = interpret(source, interpreted, out, most, pages.length, stop.signal).then(
    (finished) => (ended = finished),
    (error: unknown) => (failure = error),
  );
  return pages.map((page, i) => async () => {
    const [width, height] = sizes[i];
    const file = join(tmp, `${name}-${i + 1}.psd`);
    const size = () => statSync(file, { throwIfNoEntry: false })?.size ?? 0;
    let [grown, since] = [0, Date.now()];
    const until = async (bytes: number): Promise<void> => {
      for (let now = size(); now < bytes; now = size()) {
        if (failure) throw failure as Error;
        if (ended) {
          // What it wrote last may be there only now.
          if (size() >= bytes) return;
          return cameShort(page, ended);
        }
        if (now !== grown) [grown, since] = [now, Date.now()];
        if (Date.now() - since > RIP_SECONDS * 1000) {
          stop.abort(new Error('too slow'));
          await run;
          return tooSlow(page);
        }
        await new Promise((done) => setTimeout(done, LOOK_MS));
      }
    };
    /** A page with an error in it may come out whole, and is the last then. */
    const untilNext = async () => {
      const next = join(tmp, `${name}-${i + 2}.psd`);
      while (!ended && !failure && !existsSync(next))
        await new Promise((done) => setTimeout(done, LOOK_MS));
      if (failure) throw failure as Error;
      if (ended && ended.code !== 0 && !existsSync(next)) cameShort(page, ended);
    };
    let header: ReturnType<typeof psdHeader>;
    for (;;) {
      // Taken before the look: what is written meanwhile is looked at again.
      const before = size();
      header = psdHeader(file);
      if (header) break;
      await until(before + 1);
    }
    if (Math.abs(header.width - width) > 2 || Math.abs(header.height - height) > 2)
      refuse(
        'PDF_NOT_RIPPED',
        t('pdf.pageCameOutPixels', {
          number: page.number,
          width: header.width,
          height: header.height,
          width2: width,
          height2: height,
        }),
      );
    const plane = header.width * header.height;
    const whole = header.offset + header.channels.length * plane;
    const before = header.offset + (header.channels.length - 1) * plane;
    return {
      ...header,
      dpi,
      written: async (bytes) => {
        await until(Math.min(bytes, whole));
        if (bytes !== Infinity) progress((i + (bytes - before) / plane) / pages.length);
        else await untilNext();
      },
    };
  });
}

/** More than the header ever takes: with the profile in it about 190 kB, and names. Read into again and again, as it is looked for until it is there. */
const HEADER = Buffer.alloc(1 << 20);

function interpret(
  { dpi, tmp, signal }: Source,
  { path, flag, rule, inkProfile }: Interpreted,
  out: string,
  pixels: number,
  pages: number,
  stop: AbortSignal,
): Promise<Finished> {
  const limits = {
    seconds: RIP_SECONDS * pages,
    // Two threads share the time of the processor.
    cpuSeconds: 2 * RIP_SECONDS * pages,
    fileMb: Math.ceil((pixels * (4 + MAX_SPOTS)) / 1024 / 1024) + 64,
  };
  return run(
    'gs',
    [
      '-q',
      '-dSAFER',
      '-dBATCH',
      '-dNOPAUSE',
      '-sDEVICE=psdcmyk',
      `-dMaxSpots=${MAX_SPOTS + 4}`,
      '-dPDFSTOPONERROR',
      ...colourFlags(tmp, inkProfile),
      '-dNumRenderingThreads=2',
      `-r${dpi}`,
      flag,
      '-o',
      out,
      ...(rule === 'centre' ? ['-c', '0 0 .setfilladjust2'] : []),
      '-f',
      path,
    ],
    { tmp, signal: AbortSignal.any([signal, stop]), limits },
  );
}

/** Objects whose process ink is not converted (Ghostscript, Color Management, "SourceObjectICC"). */
const PROCESS_INK_STAYS = ['Graphic', 'Image', 'Text']
  .map((kind) => `${kind}_CMYK\tNone\n`)
  .join('');

/**
 * One way for colour in every format: what is no process ink becomes it once, through the same profile and with the same
 * intent as pictures do (profile.ts); process ink stays as it is. That is said in so many words where nothing
 * needs the profile of process ink, as the interpreter works out a table from it to itself otherwise, which takes as long as all
 * the rest of a small page.
 */
function colourFlags(tmp: string, inkProfile: boolean): string[] {
  const profile = join(tmp, 'process.icc');
  const sources = join(tmp, 'sources.txt');
  // Whoever reads may not get to where the program lies.
  if (!existsSync(profile)) {
    writeFileSync(profile, printingProfile());
    writeFileSync(sources, PROCESS_INK_STAYS);
  }
  return [
    `--permit-file-read=${profile}`,
    `-sOutputICCProfile=${profile}`,
    `-sDefaultCMYKProfile=${profile}`,
    ...(inkProfile ? [] : [`--permit-file-read=${sources}`, `-sSourceObjectICC=${sources}`]),
    // Relative colorimetric, with black point compensation, black not kept apart.
    '-dRenderIntent=1',
    '-dBlackPtComp=1',
    '-dKPreserve=0',
  ];
}

const tooSlow = ({ number }: PdfPage): never =>
  refuse('PDF_TOO_SLOW', t('pdf.pageTookMoreThan', { number, seconds: RIP_SECONDS }));

/** The interpreter ended, and the page is not whole. */
function cameShort(page: PdfPage, ended: Finished): never {
  if (ended.timedOut) return tooSlow(page);
  if (/write error|No space|ioerror/i.test(outputOf(ended)))
    return refuse('DISK_FULL', t('pdf.thereNoRoomDisk'));
  return refuse(
    'PDF_NOT_RIPPED',
    t('pdf.pageCantTurnedInto', { number: page.number, ended: reason(outputOf(ended)) }),
  );
}

const reason = (output: string): string =>
  /Error: \/(\w+)/.exec(output)?.[1] ??
  (output.split('\n').find((line) => /error/i.test(line)) ?? t('pdf.interpreterStopped')).slice(
    0,
    120,
  );

/**
 * The layout of a planar file from Ghostscript's psdcmyk device: 8 bit, light rather than ink, not packed. Undefined while the
 * file is not there or its header not whole.
 */
export function psdHeader(path: string): Omit<PlanarFile, 'dpi'> | undefined {
  if (!existsSync(path)) return undefined;
  const handle = openSync(path, 'r');
  try {
    const size = readSync(handle, HEADER, 0, HEADER.length, 0);
    const head = HEADER.subarray(0, size);
    if (size < 30) return undefined;
    if (head.toString('latin1', 0, 4) !== '8BPS')
      throw new Error('The plates are not in the layout that was asked for.');
    const channels = head.readUInt16BE(12);
    const height = head.readUInt32BE(14);
    const width = head.readUInt32BE(18);
    let at = 26 + 4 + head.readUInt32BE(26);
    if (size < at + 4 || size < at + 8 + head.readUInt32BE(at)) return undefined;
    const resources = head.subarray(at + 4, at + 4 + head.readUInt32BE(at));
    at += 4 + resources.length;
    at += 4 + head.readUInt32BE(at);
    if (size < at + 2) return undefined;
    if (head.readUInt16BE(at) !== 0)
      throw new Error('The plates are packed, which was not asked for.');
    const spots = channelNames(resources).slice(0, channels - 4);
    while (spots.length < channels - 4) spots.push(`Spot ${spots.length + 1}`);
    return {
      path,
      width,
      height,
      offset: at + 2,
      inverted: true,
      channels: [...PROCESS_NAMES, ...spots],
    };
  } finally {
    closeSync(handle);
  }
}
