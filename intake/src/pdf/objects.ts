/**
 * The objects of a PDF as qpdf writes them in its JSON, version 2: a hostile file is parsed in a process of its own, and
 * only what was asked for comes back. References are "12 0 R", names begin with a slash, strings with u: or b:.
 */
import { closeSync, existsSync, openSync, readFileSync, readSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { refuse } from '../refusal.ts';
import { run, outputOf } from '../run.ts';
import { t } from '../texts/texts.ts';

export type PdfValue = null | boolean | number | string | readonly PdfValue[] | PdfDict;
export interface PdfDict {
  readonly [key: string]: PdfValue | undefined;
}

/** Larger than this is no document for print, or a trap. */
const MAX_JSON_MB = 256;
const MAX_STREAM_MB = 64;
/** All streams that are held at once. */
const MAX_STREAMS_MB = 96;

interface QpdfObject {
  readonly value?: PdfValue;
  readonly stream?: { readonly dict: PdfDict };
}

interface QpdfJson {
  readonly pages: readonly { readonly object: string; readonly contents: readonly string[] }[];
  readonly qpdf: readonly [
    { readonly pdfversion: string; readonly maxobjectid: number },
    Readonly<Record<string, QpdfObject>>,
  ];
}

export const damaged = (): never => refuse('ARTWORK_DAMAGED', t('pdf.pdfDamagedEndsToo'));

function beginsWithHeader(path: string): boolean {
  const handle = openSync(path, 'r');
  try {
    const head = Buffer.alloc(5);
    readSync(handle, head, 0, 5, 0);
    return head.toString('latin1') === '%PDF-';
  } finally {
    closeSync(handle);
  }
}

/** Lists and dictionaries within one another that are gone through; a document for print has a handful. */
export const MAX_NESTING = 24;

const REFERENCE = /^(\d+) (\d+) R$/;

export const isDict = (value: PdfValue | undefined): value is PdfDict =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
export const isReference = (value: PdfValue | undefined): value is string =>
  typeof value === 'string' && REFERENCE.test(value);
export const isList = (value: PdfValue | undefined): value is readonly PdfValue[] =>
  Array.isArray(value);

const UTF8 = new TextDecoder('utf-8', { fatal: true });

/** Names are bytes, by habit UTF-8 (ISO 32000-2, 7.3.5); older programs write Latin-1. */
export function nameFromBytes(bytes: Uint8Array): string {
  try {
    return UTF8.decode(bytes);
  } catch {
    return Buffer.from(bytes).toString('latin1');
  }
}

/** A name without its slash, as text. */
export function nameOf(value: PdfValue | undefined): string | undefined {
  if (typeof value !== 'string') return undefined;
  if (value.startsWith('/')) return value.slice(1);
  // Names that are no UTF-8 keep their escapes.
  if (value.startsWith('n:/'))
    return value
      .slice(3)
      .replace(/#([0-9a-f]{2})/gi, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)));
  return undefined;
}

export function textOf(value: PdfValue | undefined): string | undefined {
  if (typeof value !== 'string') return undefined;
  if (value.startsWith('u:')) return value.slice(2);
  if (value.startsWith('b:')) return Buffer.from(value.slice(2), 'hex').toString('latin1');
  return undefined;
}

export class PdfObjects {
  readonly #json: QpdfJson;
  readonly #path: string;
  readonly #tmp: string;
  readonly #signal: AbortSignal | undefined;
  /** The file breaks rules in ways that readers mend: what is made from it has to come from what was mended. */
  readonly mended: boolean;

  private constructor(
    json: QpdfJson,
    path: string,
    tmp: string,
    signal: AbortSignal | undefined,
    mended: boolean,
  ) {
    this.mended = mended;
    this.#json = json;
    this.#path = path;
    this.#tmp = tmp;
    this.#signal = signal;
  }

  /** @throws ArtworkRefused if it is locked, damaged, or its structure is too long to be read */
  static async read(
    path: string,
    tmp: string,
    signal: AbortSignal | undefined,
  ): Promise<PdfObjects> {
    const out = join(tmp, 'objects.json');
    const finished = await run('qpdf', ['--json=2', '--json-stream-data=none', path, out], {
      tmp,
      signal,
      limits: { fileMb: MAX_JSON_MB },
    });
    const { code, timedOut } = finished;
    if (/invalid password/.test(outputOf(finished)))
      refuse('PDF_ENCRYPTED', t('pdf.pdfLockedPasswordAsk'));
    if (timedOut) refuse('PDF_TOO_SLOW', t('pdf.checkingPdfTookMore'));
    if (statSync(out, { throwIfNoEntry: false })?.size === MAX_JSON_MB * 1024 * 1024)
      refuse('ARTWORK_TOO_LARGE', t('pdf.pdfHasSoMany', { most: MAX_JSON_MB }));
    // 0 is good, 3 is good with warnings.
    if ((code !== 0 && code !== 3) || !existsSync(out)) damaged();
    let json: QpdfJson;
    try {
      json = JSON.parse(readFileSync(out, 'utf8')) as QpdfJson;
    } catch {
      return damaged();
    }
    rmSync(out);
    return new PdfObjects(json, path, tmp, signal, code === 3 || !beginsWithHeader(path));
  }

  get version(): string {
    return this.#json.qpdf[0].pdfversion;
  }

  get highestNumber(): number {
    return this.#json.qpdf[0].maxobjectid;
  }

  /** References of the pages, in order. */
  get pages(): readonly string[] {
    return this.#json.pages.map(({ object }) => object);
  }

  get all(): readonly (readonly [reference: string, value: PdfValue])[] {
    return Object.entries(this.#json.qpdf[1]).flatMap(([key, { value, stream }]) =>
      key.startsWith('obj:') ? [[key.slice(4), stream?.dict ?? value ?? null] as const] : [],
    );
  }

  get #trailer(): PdfDict {
    const trailer = this.#json.qpdf[1].trailer?.value;
    return isDict(trailer) ? trailer : {};
  }

  get root(): PdfValue | undefined {
    return this.#trailer['/Root'];
  }

  get catalog(): PdfDict {
    return this.dict(this.root);
  }

  get information(): PdfDict {
    return this.dict(this.#trailer['/Info']);
  }

  isStream(reference: string): boolean {
    return this.#json.qpdf[1][`obj:${reference}`]?.stream !== undefined;
  }

  /** Follows references; a stream comes as its dictionary. */
  resolve(value: PdfValue | undefined): PdfValue {
    for (let hops = 0; isReference(value) && hops < 16; hops++) {
      const found: QpdfObject | undefined = this.#json.qpdf[1][`obj:${value}`];
      value = found?.stream?.dict ?? found?.value ?? null;
    }
    return value ?? null;
  }

  dict(value: PdfValue | undefined): PdfDict {
    const found = this.resolve(value);
    return isDict(found) ? found : {};
  }

  list(value: PdfValue | undefined): readonly PdfValue[] {
    const found = this.resolve(value);
    return isList(found) ? found : [];
  }

  numbers(value: PdfValue | undefined): number[] {
    return this.list(value).map((entry) => Number(this.resolve(entry)));
  }

  name(value: PdfValue | undefined): string | undefined {
    return nameOf(this.resolve(value));
  }

  /** An attribute of a page, its own or inherited from the tree above it. */
  inherited(page: PdfDict, key: string): PdfValue {
    let node = page;
    for (let depth = 0; depth < 64; depth++) {
      if (node[key] !== undefined) return this.resolve(node[key]);
      if (node['/Parent'] === undefined) break;
      node = this.dict(node['/Parent']);
    }
    return null;
  }

  /**
   * Whether process ink of the document has to be known by a profile: where a graphics state asks for the nonzero overprint
   * mode, in which ink of 0 leaves what is under it (ISO 32000-2, 8.6.7); where a group is blended in another space (11.3.4), or
   * a mask is the lightness of what is drawn (11.5.3); and where it is nested too deep to tell.
   */
  get needsInkProfile(): boolean {
    const within = (value: PdfValue, depth: number): boolean => {
      if (depth > MAX_NESTING) return true;
      if (isList(value)) return value.some((entry) => within(entry, depth + 1));
      if (!isDict(value)) return false;
      return Object.entries(value).some(([key, entry = null]) => {
        if (key === '/OPM') return this.resolve(entry) !== 0;
        if (key === '/S' && this.name(entry) === 'Luminosity') return true;
        if (key === '/Group') {
          const { '/CS': space } = this.dict(entry);
          if (space !== undefined && this.name(space) !== 'DeviceCMYK') return true;
        }
        return within(entry, depth + 1);
      });
    };
    return this.all.some(([, value]) => within(value, 0));
  }

  /** Unpacked bytes of streams, by their references; what can't be unpacked, or is too much in all, is left out. */
  async streams(references: Iterable<string>): Promise<Map<string, Uint8Array>> {
    const wanted = [...new Set(references)];
    const found = new Map<string, Uint8Array>();
    let total = 0;
    // A command line has a limit.
    for (let from = 0; from < wanted.length; from += 500) {
      const part = wanted.slice(from, from + 500);
      const prefix = join(this.#tmp, 'stream');
      await run(
        'qpdf',
        [
          '--json=2',
          '--json-key=qpdf',
          '--json-stream-data=file',
          `--json-stream-prefix=${prefix}`,
          '--decode-level=generalized',
          ...part.map((reference) => `--json-object=${reference.replace(REFERENCE, '$1,$2')}`),
          this.#path,
          join(this.#tmp, 'streams.json'),
        ],
        { tmp: this.#tmp, signal: this.#signal, limits: { fileMb: MAX_STREAM_MB } },
      );
      for (const reference of part) {
        const file = `${prefix}-${REFERENCE.exec(reference)?.[1]}`;
        const size = statSync(file, { throwIfNoEntry: false })?.size;
        if (size === undefined) continue;
        total += size;
        if (total <= MAX_STREAMS_MB * 1024 * 1024) found.set(reference, readFileSync(file));
        rmSync(file);
      }
    }
    return found;
  }
}
