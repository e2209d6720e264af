/**
 * PDF: checked by qpdf, its boxes read by Poppler and qpdf, turned into plates by Ghostscript, each in a process of
 * its own. Ghostscript is called as a separate program.
 */
import { closeSync, existsSync, openSync, readSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { MM_PER_INCH, PROCESS_NAMES } from '@kyanos/core';
import type { PageBox, PageFile, Source } from './intake.ts';
import type { PlanarFile } from './planar.ts';
import { anchorOf } from './profile.ts';
import { checkSize, MAX_PAGES, MAX_SPOTS, refuse } from './refusal.ts';
import { run, type Finished } from './run.ts';

/** Longest time for one page. */
const RIP_SECONDS = 120;
const POINTS_PER_INCH = 72;
const pointsToMm = (points: number) => (points / POINTS_PER_INCH) * MM_PER_INCH;

interface PdfPage {
  readonly number: number;
  /** Points, in the page as it is seen, from its top left corner. */
  readonly printed: Rectangle;
  readonly trim: Rectangle;
  readonly flag: '-dUseBleedBox' | '-dUseTrimBox' | '-dUseCropBox';
}

interface Rectangle {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

export async function readPdf(source: Source): Promise<PageFile[]> {
  await check(source);
  const pages = await boxes(source);
  const chosen = source.pages
    ? pages.filter(({ number }) => source.pages!.includes(number))
    : pages;
  const anchor = await anchorOf();
  const files: PageFile[] = [];
  for (const [i, page] of chosen.entries()) {
    const single = pages.length === 1 ? source.path : await onePage(source, page.number);
    const file = await separate(source, page, single, (share) =>
      source.progress((0.9 * (i + share)) / chosen.length),
    );
    files.push({
      file,
      number: page.number,
      box: trimWithin(page),
      bleedDeclared: page.flag === '-dUseBleedBox',
      colour: 'plates by Ghostscript with overprint honoured',
      anchor,
      notes: [],
    });
  }
  return files;
}

const text = ({ stderr, stdout }: Finished) => `${stderr}${stdout}`;

async function check({ path, tmp, signal }: Source): Promise<void> {
  const locked = await run('qpdf', ['--requires-password', path], { tmp, signal });
  if (locked.code === 0)
    refuse(
      'PDF_ENCRYPTED',
      'The PDF is locked with a password. Ask for one without, or save it again unlocked.',
    );
  const checked = await run('qpdf', ['--check', path], { tmp, signal });
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
    const { Crop, Bleed, Trim } = found.get(number) ?? {};
    if (!Crop || !Bleed || !Trim)
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
    const printed = flag === '-dUseBleedBox' ? Bleed : flag === '-dUseTrimBox' ? Trim : Crop;
    const turn = turns.get(number) ?? 0;
    return {
      number,
      flag,
      printed: upright(printed, printed, turn),
      trim: upright(Trim, printed, turn),
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

/** A box [left, bottom, right, top] in the coordinates of `frame`, from its top left corner after the page is turned. */
function upright(box: readonly number[], frame: readonly number[], turn: number): Rectangle {
  const [width, height] = [box[2] - box[0], box[3] - box[1]];
  const [left, right] = [box[0] - frame[0], frame[2] - box[2]];
  const [bottom, top] = [box[1] - frame[1], frame[3] - box[3]];
  switch (turn) {
    case 90:
      return { left: bottom, top: left, width: height, height: width };
    case 180:
      return { left: right, top: bottom, width, height };
    case 270:
      return { left: top, top: right, width: height, height: width };
    default:
      return { left, top, width, height };
  }
}

/** The finished size within what is printed, mm; no larger than it. */
function trimWithin({ printed, trim }: PdfPage): PageBox {
  const left = Math.max(0, trim.left);
  const top = Math.max(0, trim.top);
  return {
    left: pointsToMm(left),
    top: pointsToMm(top),
    width: pointsToMm(Math.min(trim.width, printed.width - left)),
    height: pointsToMm(Math.min(trim.height, printed.height - top)),
  };
}

/** Ghostscript 10.0.0 leaves spot plates blank when it selects pages itself, so the page is taken out first. */
async function onePage({ path, tmp, signal }: Source, number: number): Promise<string> {
  const out = join(tmp, `page-${number}.pdf`);
  // "." keeps what belongs to the whole document: layers and output intents.
  const taken = await run('qpdf', [path, '--pages', '.', String(number), '--', out], {
    tmp,
    signal,
  });
  if (!existsSync(out))
    refuse(
      'ARTWORK_DAMAGED',
      `Page ${number} can’t be taken out of the PDF: ${text(taken).split('\n')[0]}`,
    );
  return out;
}

async function separate(
  source: Source,
  page: PdfPage,
  path: string,
  progress: (share: number) => void,
): Promise<PlanarFile> {
  const { dpi, tmp, signal } = source;
  const width = Math.round((page.printed.width / POINTS_PER_INCH) * dpi);
  const height = Math.round((page.printed.height / POINTS_PER_INCH) * dpi);
  checkSize(width, height);
  const out = join(tmp, `page-${page.number}.psd`);
  const watch = setInterval(() => {
    // Plates are written as they are made; six is a usual number and only moves the bar.
    if (existsSync(out)) progress(Math.min(0.95, statSync(out).size / (width * height * 6)));
  }, 500);
  const limits = {
    seconds: RIP_SECONDS,
    fileMb: Math.ceil((width * height * (4 + MAX_SPOTS)) / 1024 / 1024) + 64,
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
      `-r${dpi}`,
      page.flag,
      '-o',
      out,
      '-f',
      path,
    ],
    { tmp, signal, limits },
  ).finally(() => clearInterval(watch));
  if (ripped.timedOut)
    refuse(
      'PDF_TOO_SLOW',
      `Page ${page.number} took more than ${RIP_SECONDS} s to separate. Flatten its transparency, lower the resolution, or export it again.`,
    );
  if (ripped.code !== 0 || !existsSync(out)) {
    if (/write error|No space|ioerror/i.test(text(ripped)))
      refuse(
        'DISK_FULL',
        'There is no room on the disk for the plates. Free some space, then take the file in again.',
      );
    refuse(
      'PDF_NOT_RIPPED',
      `Page ${page.number} can’t be turned into plates: ${reason(text(ripped))}. Export it again, as PDF/X-4 if possible.`,
    );
  }
  const file = { ...psdHeader(out), dpi };
  if (Math.abs(file.width - width) > 2 || Math.abs(file.height - height) > 2)
    refuse(
      'PDF_NOT_RIPPED',
      `Page ${page.number} came out as ${file.width} × ${file.height} pixels where ${width} × ${height} were expected. Export it again.`,
    );
  return file;
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
    const head = Buffer.alloc(1 << 20);
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
