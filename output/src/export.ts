/** The plates of a plan as files: what the machine prints, what a person looks at. */
import { closeSync, existsSync, mkdirSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { basename, join } from 'node:path';
import {
  BAND_ROWS,
  CoverageMeter,
  linesOf,
  measurePlates,
  oneVersion,
  plateSpecs,
  pageOf,
  printedRaster,
  printFileName,
  printFiles,
  PROCESS_NAMES,
  Shrinker,
  thinned,
  versionsOf,
  type Artwork,
  type ArtworkPage,
  type PlateSink,
  type PrintFile,
  type PrintPlan,
} from '@kyanos/core';
import { makeTemp, planarRaster, printingCondition, printingProfile } from '@kyanos/intake';
import sharp from 'sharp';
import { writeLines } from './lines.ts';
import { PdfWriter } from './pdf.ts';
import { TiffWriter } from './tiff.ts';

/** Longest side of the pictures for a look. */
const LOOK_PX = 1400;

export interface Exported {
  readonly path: string;
  /** `lines` are vectors for a blade, a fold or a jig. */
  readonly kind: 'pdf' | 'inks' | 'plate' | 'look' | 'lines';
  /** Page of the artwork. */
  readonly page: number;
  /** Of {@link printFiles}: for each version from 1 again. */
  readonly file: number;
  readonly plates: readonly { readonly name: string; readonly coverage: number }[];
}

export interface ExportOptions {
  readonly createdAt: Date;
  readonly signal?: AbortSignal;
  readonly progress?: (share: number) => void;
}

interface Plane {
  readonly name: string;
  readonly channel: string;
}

/**
 * Writes into a folder, for every file that goes to the machine: a PDF with the machine's own names, one TIFF of all its inks,
 * a TIFF of each plate, and a PNG of each for a look. Memory is a few bands, whatever the sheet.
 * Pictures are as they are read: where a layer is mirrored the machine does it.
 */
export async function exportPlates(
  plan: PrintPlan,
  artwork: Artwork,
  folder: string,
  { createdAt, signal, progress = () => undefined }: ExportOptions,
): Promise<Exported[]> {
  mkdirSync(folder, { recursive: true });
  // Beside where they will lie, so that a file is there whole or not at all.
  const staging = await mkdtemp(join(folder, '.writing-'));
  try {
    const versions = versionsOf(plan).filter(({ copies }) => copies > 0);
    const written: Exported[] = [];
    for (const [i, version] of versions.entries()) {
      const own = plan.versions ? oneVersion(plan, version) : plan;
      const built = await makeTemp();
      try {
        written.push(
          ...(await exportVersion(own, artwork, {
            staging,
            built: built.path,
            prefix: plan.versions ? `page-${version.page}-` : '',
            createdAt,
            ...(signal && { signal }),
            progress: (share) => progress((i + share) / versions.length),
          })),
        );
      } finally {
        await built.remove();
      }
    }
    const moved = written.map((one) => ({ ...one, path: join(folder, basename(one.path)) }));
    moveAll(
      moved.map(({ path }, i) => [written[i].path, path] as const),
      staging,
    );
    return moved;
  } finally {
    rmSync(staging, { recursive: true, force: true });
  }
}

interface VersionExport extends ExportOptions {
  /** Folders for the files, and for plates on the way to them. */
  readonly staging: string;
  readonly built: string;
  /** What the names of the files begin with. */
  readonly prefix: string;
}

/** The files of the one page that a plan shows. */
async function exportVersion(
  plan: PrintPlan,
  artwork: Artwork,
  { staging, built, prefix, createdAt, signal, progress = () => undefined }: VersionExport,
): Promise<Exported[]> {
  const plates = await buildInto(built, plan, artwork, (share) => {
    signal?.throwIfAborted();
    progress(share / 2);
  });
  const files = printFiles(plan);
  const written: Exported[] = [];
  for (const [i, file] of files.entries()) {
    const page = pageOf(plan, artwork.info, file.picture);
    const source = new PlateSource(plan, artwork, page, file, plates, prefix);
    const pictures = await writeTiffs(source, staging, signal);
    const path = await writePdf(source, staging, createdAt, signal);
    const told = pictures.filter(({ kind }) => kind === 'plate').flatMap((one) => one.plates);
    written.push(
      { path, kind: 'pdf', page: page.number, file: file.number, plates: told },
      ...pictures,
    );
    progress(0.5 + (i + 1) / files.length / 2);
  }
  written.push(...(await writeAllLines(plan, artwork, files, staging, prefix, createdAt)));
  return written;
}

/** Of each picture that is printed, the lines that were drawn with it. */
async function writeAllLines(
  plan: PrintPlan,
  artwork: Artwork,
  files: readonly PrintFile[],
  folder: string,
  prefix: string,
  createdAt: Date,
): Promise<Exported[]> {
  const written: Exported[] = [];
  for (const picture of new Set(files.map((file) => file.picture))) {
    const page = pageOf(plan, artwork.info, picture);
    const lines = linesOf(page, plan.artwork.names);
    if (lines.length === 0) continue;
    const path = join(folder, `${prefix}lines-${picture}.pdf`);
    await writeLines(path, page, lines, { title: plan.name, createdAt });
    const { number } = files.find((file) => file.picture === picture)!;
    const plates = lines.map(({ name }) => ({ name, coverage: 0 }));
    written.push({ path, kind: 'lines', page: page.number, file: number, plates });
  }
  return written;
}

/** Builds every plate of the stack into a file of its own. @returns their paths by key */
async function buildInto(
  tmp: string,
  plan: PrintPlan,
  artwork: Artwork,
  progress: (share: number) => void,
): Promise<ReadonlyMap<string, string>> {
  const open = new Map<string, { path: string; handle: number }>();
  try {
    const pictures = new Map(plateSpecs(plan.stack).map(({ key, picture }) => [key, picture]));
    const sink: PlateSink = (key, rows, y) => {
      let plate = open.get(key);
      if (!plate) {
        const path = join(tmp, `plate-${open.size}`);
        open.set(key, (plate = { path, handle: openSync(path, 'w') }));
      }
      const page = pageOf(plan, artwork.info, pictures.get(key)!);
      for (let done = 0; done < rows.length;)
        done += writeSync(plate.handle, rows, done, rows.length - done, y * page.widthPx + done);
    };
    const copied = await artwork.copyBuilt?.(plan.artwork.page, sink);
    if (!copied) await measurePlates(plan, artwork, { sink, progress });
  } finally {
    for (const { handle } of open.values()) closeSync(handle);
  }
  return new Map([...open].map(([key, { path }]) => [key, path]));
}

/** The planes of one file for the machine, densities worked in, as often as they are asked for. */
class PlateSource {
  readonly file: PrintFile;
  readonly page: ArtworkPage;
  readonly planes: readonly Plane[];
  readonly name: string;
  readonly title: string;
  readonly #plan: PrintPlan;
  readonly #artwork: Artwork;
  readonly #built: ReadonlyMap<string, string>;

  constructor(
    plan: PrintPlan,
    artwork: Artwork,
    page: ArtworkPage,
    file: PrintFile,
    built: ReadonlyMap<string, string>,
    prefix: string,
  ) {
    this.#plan = plan;
    this.#artwork = artwork;
    this.#built = built;
    this.file = file;
    this.page = page;
    this.title = plan.name;
    this.name = `${prefix}${printFileName(file)}`;
    // Colour first, whatever its place in the stack: a TIFF of inks begins with it, and the order on the sheet is the stack's.
    const process = file.plates.some(({ ink }) => ink === 'CMYK' || ink === 'K');
    this.planes = [
      ...(process ? PROCESS_NAMES.map((name) => ({ name, channel: name })) : []),
      ...file.plates.flatMap(({ ink, name }) =>
        ink === 'CMYK' || ink === 'K' ? [] : [{ name, channel: ink }],
      ),
    ];
  }

  get size() {
    const { widthPx: width, heightPx: height, dpi } = this.page;
    return { width, height, dpi };
  }

  /** Rows of every plane, band by band. */
  async *bands(): AsyncGenerator<Uint8Array[]> {
    const { width, height } = this.size;
    const { plates } = this.file;
    const raster = printedRaster(this.#plan, this.#artwork.raster(this.page.number), this.page);
    const process = PROCESS_NAMES.map((name) => raster.channels.indexOf(name));
    const stored = plates.flatMap(({ key, ink, density }) =>
      key === undefined ? [] : [{ ink, density, bands: this.#plate(key) }],
    );
    const colour = plates.find(({ ink }) => ink === 'CMYK');
    for await (const band of raster.bands()) {
      const size = band.rows * width;
      const own = new Map<string, Uint8Array>();
      for (const { ink, density, bands } of stored) {
        const next = bands?.next().value as { planes: readonly Uint8Array[] } | undefined;
        own.set(ink, next ? thinned(next.planes[0], density) : new Uint8Array(size));
      }
      const none = new Uint8Array(size);
      const inks = this.planes.some(({ channel }) => channel === 'Cyan')
        ? process.map((i, p) =>
            colour
              ? thinned(band.planes[i].subarray(0, size), colour.density)
              : p === 3
                ? (own.get('K') ?? none)
                : none,
          )
        : [];
      const specials = this.planes
        .slice(inks.length)
        .map(({ channel }) => own.get(channel) ?? none);
      yield [...inks, ...specials];
      if (band.top + band.rows >= height) break;
    }
  }

  /** Nothing for a plate that was never built, as nothing is in it. */
  #plate(key: string) {
    const path = this.#built.get(key);
    if (path === undefined) return undefined;
    const file = { path, ...this.size, channels: [key], offset: 0, inverted: false };
    return (planarRaster(file).bands() as Iterable<{ planes: readonly Uint8Array[] }>)[
      Symbol.iterator
    ]();
  }
}

/** Longest part of a file's name that comes from the artwork, bytes: a name may have 255 in all. */
const SLUG_BYTES = 100;

/** A name as part of a file's: letters and digits of any script. */
function slug(name: string): string {
  let text = name.normalize('NFC').replace(/[^\p{L}\p{M}\p{N}]+/gu, '-');
  while (Buffer.byteLength(text) > SLUG_BYTES) text = [...text].slice(0, -1).join('');
  return text.replace(/^-|-$/g, '') || 'plate';
}

/** The names as parts of files' names, each another one even where capitals don't count. */
export function slugs(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const own = slug(name);
    let text = own;
    for (let n = 2; taken.has(text.toLowerCase()); n++) text = `${own}-${n}`;
    taken.add(text.toLowerCase());
    return text;
  });
}

/** Moves files to where they belong: all of them, or none. */
function moveAll(moves: readonly (readonly [from: string, to: string])[], aside: string): void {
  const done: (() => void)[] = [];
  try {
    for (const [i, [from, to]] of moves.entries()) {
      const before = join(aside, `before-${i}`);
      if (existsSync(to)) {
        renameSync(to, before);
        done.push(() => renameSync(before, to));
      }
      renameSync(from, to);
      done.push(() => rmSync(to, { recursive: true, force: true }));
    }
  } catch (error) {
    for (const undo of done.reverse()) undo();
    throw error;
  }
}

async function writeTiffs(
  source: PlateSource,
  folder: string,
  signal: AbortSignal | undefined,
): Promise<Exported[]> {
  const { size, planes, name, file, page } = source;
  const { width, height } = size;
  const all = join(folder, `${name}.tif`);
  const parts = slugs(planes.map((plane) => plane.name));
  const single = parts.map((part) => join(folder, `${name}-${part}.tif`));
  const names = planes.map((plane) => plane.name);
  // One ink alone is a plate, not a picture of inks.
  const together = planes.length > 1 ? new TiffWriter(all, size, names) : undefined;
  const alone = single.map((path, i) => new TiffWriter(path, size, [names[i]]));
  const whole = { left: 0, top: 0, right: width, bottom: height };
  const meter = new CoverageMeter(planes.length, width, whole);
  const looks = planes.map(() => new Shrinker(width, height, LOOK_PX));
  let top = 0;
  for await (const band of source.bands()) {
    signal?.throwIfAborted();
    const rows = Math.min(BAND_ROWS, height - top);
    meter.add({ top, rows, planes: band });
    together?.write(band);
    band.forEach((plane, i) => {
      alone[i].write([plane]);
      looks[i].push(plane, top);
    });
    top += rows;
  }
  for (const writer of [...(together ? [together] : []), ...alone]) writer.close();
  const coverage = meter.coverage();
  const told = planes.map((plane, i) => ({ name: plane.name, coverage: coverage[i] }));
  const pictures: Exported[] = [];
  for (const [i, look] of looks.entries()) {
    const path = join(folder, `${name}-${parts[i]}.png`);
    const { width: w, height: h, plane } = look;
    await sharp(
      plane.map((ink) => 255 - ink),
      { raw: { width: w, height: h, channels: 1 } },
    )
      .png()
      .toFile(path);
    pictures.push({ path, kind: 'look', page: page.number, file: file.number, plates: [told[i]] });
  }
  return [
    ...(together
      ? [{ path: all, kind: 'inks' as const, page: page.number, file: file.number, plates: told }]
      : []),
    ...single.map((path, i) => ({
      path,
      kind: 'plate' as const,
      page: page.number,
      file: file.number,
      plates: [told[i]],
    })),
    ...pictures,
  ];
}

async function writePdf(
  source: PlateSource,
  folder: string,
  createdAt: Date,
  signal: AbortSignal | undefined,
): Promise<string> {
  const { size, planes, name, page, title } = source;
  const path = join(folder, `${name}.pdf`);
  const writer = new PdfWriter(
    path,
    { ...size, trim: page.trimPx },
    { title, createdAt, profile: printingProfile(), condition: printingCondition() },
  );
  const process = planes.length > 0 && planes[0].channel === 'Cyan' ? PROCESS_NAMES.length : 0;
  const rows = async function* (pick: (band: readonly Uint8Array[]) => Uint8Array) {
    for await (const band of source.bands()) {
      signal?.throwIfAborted();
      yield pick(band);
    }
  };
  if (process > 0) await writer.picture({ kind: 'process' }, rows(interleaved));
  for (let i = process; i < planes.length; i++)
    await writer.picture(
      { kind: 'spot', ...planes[i] },
      rows((band) => band[i]),
    );
  writer.close();
  return path;
}

function interleaved([c, m, y, k]: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(c.length * 4);
  for (let i = 0, o = 0; i < c.length; i++) {
    out[o++] = c[i];
    out[o++] = m[i];
    out[o++] = y[i];
    out[o++] = k[i];
  }
  return out;
}
