/** One page to plates by Ghostscript, which is called as a separate program, and the layout of the file it writes. */
import { closeSync, existsSync, openSync, readSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { mmToPx, PROCESS_NAMES } from '@kyanos/core';
import type { Source } from '../intake.ts';
import type { PlanarFile } from '../planar.ts';
import { checkSize, MAX_SPOTS, refuse } from '../refusal.ts';
import { run, said } from '../run.ts';
import { printedSize, type PdfPage } from './boxes.ts';

/** Longest time for one page. */
const RIP_SECONDS = 120;

/** How often the growing file is looked at. */
const LOOK_MS = 15;

/**
 * The plates, as soon as the interpreter has begun to write them: all planes grow row by row, so they can be read behind it.
 * @param path of a file that holds this page alone
 */
export async function separate(
  source: Source,
  page: PdfPage,
  path: string,
  name: string,
  progress: (share: number) => void,
): Promise<PlanarFile> {
  const { dpi, tmp } = source;
  const printed = printedSize(page);
  const width = Math.round(mmToPx(printed.width, dpi));
  const height = Math.round(mmToPx(printed.height, dpi));
  checkSize(width, height);
  const out = join(tmp, `${name}.psd`);
  let ended = false;
  const whole = interpret(source, page, path, out, width * height).finally(() => (ended = true));
  // Whoever reads is told; until somebody does, a failure waits here.
  whole.catch(() => undefined);
  const size = () => statSync(out, { throwIfNoEntry: false })?.size ?? 0;
  const until = async (bytes: number): Promise<void> => {
    while (!ended && size() < bytes) await new Promise((done) => setTimeout(done, LOOK_MS));
    if (ended || bytes === Infinity) await whole;
  };
  // The header, and the rows before the last plane has any: from then on the size tells how far it is.
  await until(width * height * (PROCESS_NAMES.length - 1) + HEADER_BYTES);
  const header = psdHeader(out);
  if (Math.abs(header.width - width) > 2 || Math.abs(header.height - height) > 2)
    refuse(
      'PDF_NOT_RIPPED',
      `Page ${page.number} came out as ${header.width} × ${header.height} pixels where ${width} × ${height} were expected. Export it again.`,
    );
  const before = header.offset + (header.channels.length - 1) * header.width * header.height;
  const told = (bytes: number) => progress((bytes - before) / (header.width * header.height));
  return {
    ...header,
    dpi,
    written: async (bytes) => {
      await until(bytes);
      if (bytes !== Infinity) told(bytes);
    },
  };
}

/** More than the header ever takes: with the profile in it about 190 kB, and names. A page smaller than this is read when it is whole. */
const HEADER_BYTES = 1 << 20;

async function interpret(
  { dpi, tmp, signal }: Source,
  page: PdfPage,
  path: string,
  out: string,
  pixels: number,
): Promise<void> {
  const limits = {
    seconds: RIP_SECONDS,
    // Two threads share the time of the processor.
    cpuSeconds: 2 * RIP_SECONDS,
    fileMb: Math.ceil((pixels * (4 + MAX_SPOTS)) / 1024 / 1024) + 64,
  };
  const ripped = await run(
    'gs',
    [
      '-q',
      '-dSAFER',
      '-dBATCH',
      '-dNOPAUSE',
      '-sDEVICE=psdcmyk',
      `-dMaxSpots=${MAX_SPOTS + 4}`,
      '-dPDFSTOPONERROR',
      '-dOverrideICC=true',
      '-dNumRenderingThreads=2',
      `-r${dpi}`,
      page.flag,
      '-o',
      out,
      '-f',
      path,
    ],
    { tmp, signal, limits },
  );
  if (ripped.timedOut)
    refuse(
      'PDF_TOO_SLOW',
      `Page ${page.number} took more than ${RIP_SECONDS} s to separate. Flatten its transparency, lower the resolution, or export it again.`,
    );
  if (ripped.code !== 0 || !existsSync(out)) {
    if (/write error|No space|ioerror/i.test(said(ripped)))
      refuse(
        'DISK_FULL',
        'There is no room on the disk for the plates. Free some space, then take the file in again.',
      );
    refuse(
      'PDF_NOT_RIPPED',
      `Page ${page.number} can’t be turned into plates: ${reason(said(ripped))}. Export it again, as PDF/X-4 if possible.`,
    );
  }
}

const reason = (output: string): string =>
  /Error: \/(\w+)/.exec(output)?.[1] ??
  (output.split('\n').find((line) => /error/i.test(line)) ?? 'the interpreter stopped').slice(
    0,
    120,
  );

/** Resource 1006: names of the extra channels. Source: the open description of the planar file format. */
const NAMES_RESOURCE = 1006;

/** The layout of a planar file from Ghostscript's psdcmyk device: 8 bit, light rather than ink, not packed. */
export function psdHeader(path: string): Omit<PlanarFile, 'dpi'> {
  const handle = openSync(path, 'r');
  try {
    const head = Buffer.alloc(HEADER_BYTES);
    const size = readSync(handle, head, 0, head.length, 0);
    if (size < 30 || head.toString('latin1', 0, 4) !== '8BPS')
      throw new Error('The plates are not in the layout that was asked for.');
    const channels = head.readUInt16BE(12);
    const height = head.readUInt32BE(14);
    const width = head.readUInt32BE(18);
    let at = 26 + 4 + head.readUInt32BE(26);
    const resources = head.subarray(at + 4, at + 4 + head.readUInt32BE(at));
    at += 4 + resources.length;
    at += 4 + head.readUInt32BE(at);
    if (size < at + 2 || head.readUInt16BE(at) !== 0)
      throw new Error('The plates are packed, which was not asked for.');
    const spots = spotNames(resources).slice(0, channels - 4);
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

function spotNames(resources: Buffer): string[] {
  for (let at = 0; at + 12 <= resources.length;) {
    const id = resources.readUInt16BE(at + 4);
    const title = resources[at + 6];
    const begin = at + 6 + title + 1 + ((title + 1) % 2);
    const length = resources.readUInt32BE(begin);
    const body = resources.subarray(begin + 4, begin + 4 + length);
    if (id === NAMES_RESOURCE) {
      const names: string[] = [];
      for (let i = 0; i < body.length; i += body[i] + 1)
        if (body[i] > 0) names.push(body.toString('utf8', i + 1, i + 1 + body[i]));
      return names;
    }
    at = begin + 4 + length + (length % 2);
  }
  return [];
}
