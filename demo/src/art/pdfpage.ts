/**
 * A small drawing board for print-ready PDF: CMYK and named spots, overprint, shadings, type as
 * outlines. Coordinates in mm from the top left corner of the trim; the page is drawn with bleed around it.
 */
import { PDFDocument, PDFName, PDFString, type PDFDict, type PDFRef } from '@cantoo/pdf-lib';
import { outline, type Face } from './type.ts';

const PT = 72 / 25.4;

export type Cmyk = readonly [c: number, m: number, y: number, k: number];
export interface SpotInk {
  readonly spot: string;
  readonly tint: number;
}
export type PaintInk = Cmyk | SpotInk;

/** Stand-in colours of spots on screen; their plates are what matters. */
const STAND_INS: Record<string, Cmyk> = {
  White: [0.15, 0, 0, 0],
  'Spot White': [0.15, 0, 0, 0],
  'White ': [0.15, 0, 0, 0],
  white: [0.15, 0, 0, 0],
  Silver: [0, 0, 0, 0.35],
  'Spot Clear': [0, 0.2, 0, 0],
};

export interface Stop {
  readonly at: number;
  readonly ink: Cmyk;
}

type ResourceKind = 'ColorSpace' | 'ExtGState' | 'Font' | 'Properties' | 'Shading' | 'XObject';

const n = (value: number) => Number(value.toFixed(4)).toString();
/** Names are bytes: UTF-8, as other programs write them. */
const nameOf = (text: string) => PDFName.of(Buffer.from(text, 'utf8').toString('latin1'));

export class PdfBoard {
  readonly doc: PDFDocument;

  private constructor(doc: PDFDocument) {
    this.doc = doc;
  }

  static async create(title: string): Promise<PdfBoard> {
    const doc = await PDFDocument.create({ updateMetadata: false });
    doc.setTitle(title);
    // A fixed date: the same demo is the same file, byte for byte.
    doc.setCreationDate(new Date(Date.UTC(2026, 0, 1)));
    return new PdfBoard(doc);
  }

  page(width: number, height: number, bleed = 0): PdfPageBoard {
    const page = this.doc.addPage([(width + 2 * bleed) * PT, (height + 2 * bleed) * PT]);
    if (bleed > 0) {
      page.setBleedBox(0, 0, (width + 2 * bleed) * PT, (height + 2 * bleed) * PT);
      page.setTrimBox(bleed * PT, bleed * PT, width * PT, height * PT);
    }
    return new PdfPageBoard(this.doc, page.node, width, height, bleed);
  }

  save = (): Promise<Uint8Array> => this.doc.save({ useObjectStreams: false });
}

export class PdfPageBoard {
  readonly width: number;
  readonly height: number;
  readonly bleed: number;
  readonly #doc: PDFDocument;
  readonly #node: PDFDict;
  readonly #ops: string[] = [];
  readonly #resources: Record<ResourceKind, Record<string, PDFRef>> = {
    ColorSpace: {},
    ExtGState: {},
    Font: {},
    Properties: {},
    Shading: {},
    XObject: {},
  };
  readonly #spots = new Map<string, string>();

  constructor(doc: PDFDocument, node: PDFDict, width: number, height: number, bleed: number) {
    this.#doc = doc;
    this.#node = node;
    this.width = width;
    this.height = height;
    this.bleed = bleed;
    // Millimetres, y downwards, the origin in the corner of the trim.
    this.#ops.push(
      `${[PT, 0, 0, -PT, bleed * PT, (height + bleed) * PT].map((v) => v.toFixed(9)).join(' ')} cm`,
    );
    this.#resources.ExtGState.Over = this.#state(true);
    this.#resources.ExtGState.Knock = this.#state(false);
  }

  #state(on: boolean): PDFRef {
    return this.#doc.context.register(
      this.#doc.context.obj({ Type: 'ExtGState', OP: on, op: on, OPM: on ? 1 : 0 }),
    );
  }

  #add(kind: ResourceKind, ref: PDFRef): string {
    const name = `${kind[0]}${Object.keys(this.#resources[kind]).length}`;
    this.#resources[kind][name] = ref;
    return name;
  }

  #spotSpace(spot: string): string {
    const known = this.#spots.get(spot);
    if (known) return known;
    const { context } = this.#doc;
    const full = STAND_INS[spot] ?? [0, 0, 0, 0.2];
    const tint = context.obj({
      FunctionType: 2,
      Domain: [0, 1],
      C0: [0, 0, 0, 0],
      C1: [...full],
      N: 1,
    });
    const space = context.obj([
      nameOf('Separation'),
      nameOf(spot),
      nameOf('DeviceCMYK'),
      context.register(tint),
    ]);
    const name = this.#add('ColorSpace', context.register(space));
    this.#spots.set(spot, name);
    return name;
  }

  #set(ink: PaintInk, overprint: boolean): string {
    const state = `/${overprint ? 'Over' : 'Knock'} gs`;
    if ('spot' in ink) return `${state} /${this.#spotSpace(ink.spot)} cs ${n(ink.tint)} scn`;
    return `${state} ${ink.map(n).join(' ')} k`;
  }

  /** @param path SVG path data of M, L, C, Q, Z, absolute, in mm */
  fill(path: string, ink: PaintInk, { overprint = false, evenOdd = false } = {}): this {
    this.#ops.push('q', this.#set(ink, overprint), toOperators(path), evenOdd ? 'f*' : 'f', 'Q');
    return this;
  }

  stroke(path: string, ink: Cmyk, width: number): this {
    this.#ops.push(
      'q',
      '/Knock gs',
      `${ink.map(n).join(' ')} K ${n(width)} w 1 J 1 j`,
      toOperators(path),
      'S',
      'Q',
    );
    return this;
  }

  /** A shading clipped to a path: along a line, or between two circles. */
  shade(path: string, coords: readonly number[], stops: readonly Stop[]): this {
    const { context } = this.#doc;
    const parts = stops.slice(1).map((stop, i) =>
      context.register(
        context.obj({
          FunctionType: 2,
          Domain: [0, 1],
          C0: [...stops[i].ink],
          C1: [...stop.ink],
          N: 1,
        }),
      ),
    );
    const stitch = context.obj({
      FunctionType: 3,
      Domain: [0, 1],
      Functions: parts,
      Bounds: stops.slice(1, -1).map(({ at }) => at),
      Encode: parts.flatMap(() => [0, 1]),
    });
    const shading = context.obj({
      ShadingType: coords.length === 4 ? 2 : 3,
      ColorSpace: nameOf('DeviceCMYK'),
      Coords: [...coords],
      Function: context.register(stitch),
      Extend: [true, true],
    });
    const name = this.#add('Shading', context.register(shading));
    this.#ops.push('q', '/Knock gs', toOperators(path), 'W n', `/${name} sh`, 'Q');
    return this;
  }

  text(
    words: string,
    x: number,
    y: number,
    size: number,
    face: Face,
    ink: PaintInk,
    options: { overprint?: boolean; centre?: boolean; tracking?: number } = {},
  ): this {
    return this.fill(outline(words, x, y, size, face, options), ink, options);
  }

  /** Type that stays type, in one of the fonts that every reader has: it is not embedded. */
  liveText(words: string, x: number, y: number, size: number, ink: Cmyk): this {
    this.#resources.Font.Plain ??= this.#doc.context.register(
      this.#doc.context.obj({ Type: 'Font', Subtype: 'Type1', BaseFont: 'Courier' }),
    );
    const escaped = words.replace(/[\\()]/g, '\\$&');
    this.#ops.push(
      'q',
      this.#set(ink, false),
      `BT /Plain ${n(size)} Tf 1 0 0 -1 ${n(x)} ${n(y)} Tm (${escaped}) Tj ET`,
      'Q',
    );
    return this;
  }

  /** What is drawn inside belongs to a layer that is shown on screen and does not print. */
  hiddenLayer(name: string, draw: () => void): this {
    const { context } = this.#doc;
    const group = context.register(
      context.obj({
        Type: 'OCG',
        Name: PDFString.of(name),
        Usage: { Print: { PrintState: 'OFF' }, View: { ViewState: 'ON' } },
      }),
    );
    this.#resources.Properties.Hidden = group;
    this.#doc.catalog.set(
      nameOf('OCProperties'),
      context.obj({
        OCGs: [group],
        D: { AS: [{ Event: 'Print', Category: ['Print'], OCGs: [group] }] },
      }),
    );
    this.#ops.push('/OC /Hidden BDC');
    draw();
    this.#ops.push('EMC');
    return this;
  }

  /** CMYK samples, 0–255 ink, four a pixel. */
  image(
    samples: Uint8Array,
    widthPx: number,
    heightPx: number,
    box: readonly [number, number, number, number],
  ): this {
    const stream = this.#doc.context.flateStream(samples, {
      Type: 'XObject',
      Subtype: 'Image',
      Width: widthPx,
      Height: heightPx,
      ColorSpace: 'DeviceCMYK',
      BitsPerComponent: 8,
    });
    const name = this.#add('XObject', this.#doc.context.register(stream));
    const [x, y, w, h] = box;
    this.#ops.push(
      'q',
      '/Knock gs',
      `${n(w)} 0 0 ${n(-h)} ${n(x)} ${n(y + h)} cm`,
      `/${name} Do`,
      'Q',
    );
    return this;
  }

  /** Everything drawn becomes the page; call it once. */
  finish(): void {
    const { context } = this.#doc;
    const resources = context.obj({});
    for (const [kind, entries] of Object.entries(this.#resources)) {
      const dict = context.obj({});
      for (const [name, ref] of Object.entries(entries)) dict.set(nameOf(name), ref);
      resources.set(nameOf(kind), dict);
    }
    this.#node.set(nameOf('Resources'), resources);
    this.#node.set(nameOf('Contents'), context.register(context.flateStream(this.#ops.join('\n'))));
  }

  /** The page with its bleed, as a path. */
  get whole(): string {
    const b = this.bleed;
    return rect(-b, -b, this.width + 2 * b, this.height + 2 * b);
  }
}

const SEGMENT = /([MLCQZ])([^MLCQZ]*)/g;

function toOperators(path: string): string {
  let at = [0, 0];
  return [...path.matchAll(SEGMENT)]
    .map(([, command, rest]) => {
      const v = rest.trim()
        ? rest
            .trim()
            .split(/[\s,]+/)
            .map(Number)
        : [];
      const from = at;
      if (v.length) at = v.slice(-2);
      switch (command) {
        case 'M':
          return `${v.map(n).join(' ')} m`;
        case 'L':
          return `${v.map(n).join(' ')} l`;
        case 'C':
          return `${v.map(n).join(' ')} c`;
        case 'Q': {
          // A quadratic curve as the cubic one it equals.
          const [x, y, ex, ey] = v;
          const third = (a: number, b: number) => a + (2 / 3) * (b - a);
          return `${[third(from[0], x), third(from[1], y), third(ex, x), third(ey, y), ex, ey].map(n).join(' ')} c`;
        }
        default:
          return 'h';
      }
    })
    .join('\n');
}

export const rect = (x: number, y: number, w: number, h: number): string =>
  `M${x} ${y} L${x + w} ${y} L${x + w} ${y + h} L${x} ${y + h} Z`;

/** Cubic arcs; 0.5523 makes a quarter within 0.03 % of a circle. */
const ARC = 0.5523;
export function ellipse(cx: number, cy: number, rx: number, ry = rx): string {
  const [kx, ky] = [rx * ARC, ry * ARC];
  return (
    `M${cx + rx} ${cy} C${cx + rx} ${cy + ky} ${cx + kx} ${cy + ry} ${cx} ${cy + ry} ` +
    `C${cx - kx} ${cy + ry} ${cx - rx} ${cy + ky} ${cx - rx} ${cy} ` +
    `C${cx - rx} ${cy - ky} ${cx - kx} ${cy - ry} ${cx} ${cy - ry} ` +
    `C${cx + kx} ${cy - ry} ${cx + rx} ${cy - ky} ${cx + rx} ${cy} Z`
  );
}

export function roundRect(x: number, y: number, w: number, h: number, r: number): string {
  const k = r * (1 - ARC);
  return (
    `M${x + r} ${y} L${x + w - r} ${y} C${x + w - k} ${y} ${x + w} ${y + k} ${x + w} ${y + r} ` +
    `L${x + w} ${y + h - r} C${x + w} ${y + h - k} ${x + w - k} ${y + h} ${x + w - r} ${y + h} ` +
    `L${x + r} ${y + h} C${x + k} ${y + h} ${x} ${y + h - k} ${x} ${y + h - r} ` +
    `L${x} ${y + r} C${x} ${y + k} ${x + k} ${y} ${x + r} ${y} Z`
  );
}

/** A leaf from stem to tip, `width` across its middle. */
export function leaf(x: number, y: number, length: number, width: number, angle: number): string {
  const at = (along: number, aside: number) => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return `${n(x + along * c - aside * s)} ${n(y + along * s + aside * c)}`;
  };
  return (
    `M${at(0, 0)} C${at(length * 0.25, -width)} ${at(length * 0.7, -width * 0.8)} ${at(length, 0)} ` +
    `C${at(length * 0.7, width * 0.6)} ${at(length * 0.25, width * 0.7)} ${at(0, 0)} Z`
  );
}
