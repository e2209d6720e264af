/**
 * What a page says of itself, object by object: its content streams are followed with the graphics state, without painting.
 * Source: ISO 32000-2, 8.4 (graphics state), 8.5 (paths), 8.6.7 (overprint), 8.8–8.10 (shadings, images, forms), 9 (text).
 */
import { PROCESS_NAMES, type PageStructure } from '@kyanos/core';
import { POINTS_PER_INCH, type Corners, type PdfPage } from './boxes.ts';
import {
  colourSpace,
  namedInks,
  NO_PAINT,
  paintOf,
  spaceName,
  type ColourSpace,
  type Paint,
} from './colours.ts';
import { operations, type Operand, type Operation } from './content.ts';
import { Outline, type FineDetail } from './fineDetail.ts';
import { fontOf, type Font } from './fonts.ts';
import {
  IDENTITY,
  intersection,
  matrixOf,
  scaleOf,
  times,
  transformed,
  union,
} from './geometry.ts';
import { hiddenBy, specialLayer, type Layers } from './layers.ts';
import { isDict, isReference, type PdfDict, type PdfObjects, type PdfValue } from './objects.ts';
import { GRAY, INITIAL, initialPaint, type State } from './state.ts';
import { contentsOf } from './streams.ts';
import { Stroke } from './strokes.ts';
import { PageTally } from './tally.ts';
import { textExtent } from './text.ts';

/** Operators read of one page; a page of a hundred thousand objects has about a million. */
const MAX_OPERATIONS = 3_000_000;
const MAX_DEPTH = 12;
/** Flags of annotations. */
const HIDDEN = 2;
const PRINTS = 4;

/**
 * @param layer one that does not print, where the whole page lies on one
 * @param fine notes where paths are only a few pixels thick
 */
export function pageStructure(
  objects: PdfObjects,
  page: PdfPage,
  dict: PdfDict,
  layers: Layers,
  streams: ReadonlyMap<string, Uint8Array>,
  { layer, fine }: { readonly layer?: string; readonly fine?: FineDetail } = {},
): PageStructure {
  return new Walker(objects, page, layers, streams, layer, fine).walk(dict);
}

class Walker {
  readonly #objects: PdfObjects;
  readonly #page: PdfPage;
  readonly #layers: Layers;
  readonly #streams: ReadonlyMap<string, Uint8Array>;
  readonly #fonts = new Map<PdfValue, Font>();
  readonly #tally: PageTally;
  readonly #fine: FineDetail | undefined;
  #operations = 0;
  /** The layer that does not print and holds whatever is run next. */
  #hiddenOn: string | undefined;

  constructor(
    objects: PdfObjects,
    page: PdfPage,
    layers: Layers,
    streams: ReadonlyMap<string, Uint8Array>,
    layer: string | undefined,
    fine: FineDetail | undefined,
  ) {
    this.#objects = objects;
    this.#fine = fine;
    this.#page = page;
    this.#layers = layers;
    this.#streams = streams;
    this.#tally = new PageTally(page);
    this.#hiddenOn = layer;
  }

  walk(dict: PdfDict): PageStructure {
    const objects = this.#objects;
    const resources = objects.dict(objects.inherited(dict, '/Resources'));
    this.#declare(resources);
    if (dict['/Group'] !== undefined) this.#tally.transparency = true;
    const parts = contentsOf(objects, dict).map((reference) => this.#streams.get(reference));
    if (parts.some((part) => part === undefined)) this.#tally.incomplete = true;
    // A token may not run across parts, but a q and its Q may.
    const bytes = Buffer.concat(parts.flatMap((part) => (part ? [part, NEWLINE] : [])));
    this.#run(
      bytes,
      resources,
      { ...INITIAL, ctm: IDENTITY, clip: this.#page.stated.get('/MediaBox') ?? this.#page.frame },
      0,
    );
    this.#annotations(dict);
    return this.#tally.structure();
  }

  /** Those that print and show something (12.5.3, flags; 12.5.5, appearances). */
  #annotations(dict: PdfDict): void {
    const objects = this.#objects;
    for (const entry of objects.list(dict['/Annots'])) {
      const annotation = objects.dict(entry);
      const flags = Number(objects.resolve(annotation['/F']) ?? 0);
      const kind = objects.name(annotation['/Subtype']);
      const shows = annotation['/AP'] !== undefined && kind !== 'Popup' && kind !== 'Link';
      const [l, b, r, t] = objects.numbers(annotation['/Rect']);
      if (shows && (flags & PRINTS) !== 0 && (flags & HIDDEN) === 0 && Number.isFinite(t))
        this.#tally.annotation([Math.min(l, r), Math.min(b, t), Math.max(l, r), Math.max(b, t)]);
    }
  }

  #declare(resources: PdfDict): void {
    for (const [name] of namedInks(this.#objects, resources)) this.#tally.spot(name);
  }

  #painted(state: State, box: Corners, stroke: boolean, depth: number): void {
    const pattern = stroke ? state.strokePattern : state.fillPattern;
    const overprint = stroke ? state.strokeOver : state.fillOver;
    if (pattern !== undefined) {
      this.#pattern(state, pattern, box, overprint, depth);
      return;
    }
    this.#tally.painted(box, stroke ? state.stroke : state.fill, overprint, state);
  }

  #pattern(state: State, reference: string, box: Corners, overprint: boolean, depth: number): void {
    const dict = this.#objects.dict(reference);
    if (Number(this.#objects.resolve(dict['/PatternType'])) === 2) {
      const shading = this.#objects.dict(dict['/Shading']);
      const space = colourSpace(this.#objects, shading['/ColorSpace'], {});
      this.#tally.painted(box, paintOf(space), overprint, state);
      return;
    }
    const bytes = this.#streams.get(reference);
    if (!bytes || depth > MAX_DEPTH) return;
    const resources = this.#objects.dict(dict['/Resources']);
    this.#declare(resources);
    // A cell is laid many times; wherever in it something lies, it may lie anywhere in the shape.
    const cell = {
      ...INITIAL,
      ctm: IDENTITY,
      clip: intersection(box, state.clip),
      blended: state.blended,
    };
    this.#run(bytes, resources, cell, depth + 1, box);
  }

  // ---- content ----

  /** @param whole the box of everything painted, where places inside say nothing */
  #run(bytes: Uint8Array, resources: PdfDict, begin: State, depth: number, whole?: Corners): void {
    const objects = this.#objects;
    const saved: State[] = [];
    const marked: (string | undefined)[] = [];
    let state: State = { ...begin };
    let path: Corners | undefined;
    let stroke: Stroke | undefined;
    const outline = new Outline();
    /** The special's layer that content lies on, one for each level of marks. */
    const onSpecial: (string | undefined)[] = [];
    let point: readonly [number, number] = [0, 0];
    let clipping = false;
    let tm = IDENTITY;
    let tlm = IDENTITY;
    const hiddenOn = this.#hiddenOn;
    const hidden = () => marked.findLast((name) => name !== undefined) ?? hiddenOn;
    const number = (operands: readonly Operand[], i: number) => {
      const value = Number(operands[i] ?? 0);
      return Number.isFinite(value) ? value : 0;
    };
    const reach = (x: number, y: number, begins = false) => {
      point = [x, y];
      const [a, b, c, d, e, f] = state.ctm;
      const [px, py] = [x * a + y * c + e, x * b + y * d + f];
      if (begins) outline.moveTo(px, py);
      else outline.lineTo(px, py);
      path = path ? union(path, [px, py, px, py]) : [px, py, px, py];
    };
    const leftOut = (): boolean => {
      const layer = hidden();
      if (layer === undefined) return false;
      this.#tally.hidden(layer);
      return true;
    };
    /** Vectors are kept of what may be a line that does not print. */
    const drawing = () => {
      const layer = hidden();
      const wanted = layer === undefined ? isLineInk(state.stroke) : this.#layers.lines.has(layer);
      return wanted ? (stroke ??= new Stroke()) : undefined;
    };
    const keepLine = () => {
      if (!stroke || stroke.finish().empty) return;
      const layer = hidden();
      const name = layer ?? state.stroke.inks[0];
      this.#tally.technical(name, layer === undefined ? 'spot' : 'layer', stroke, {
        widthPt: state.lineWidth * scaleOf(state.ctm),
        overprint: state.strokeOver,
      });
    };
    const endPath = (fill: boolean, strokes: boolean) => {
      if (strokes) keepLine();
      if (path && (fill || strokes) && !leftOut()) {
        if (fill) {
          this.#painted(state, whole ?? path, false, depth);
          if (!whole) this.#fine?.filled(outline, state.clip);
        }
        if (strokes) {
          const half = (state.lineWidth * scaleOf(state.ctm)) / 2;
          const box: Corners = [path[0] - half, path[1] - half, path[2] + half, path[3] + half];
          this.#painted(state, whole ?? box, true, depth);
          this.#tally.line(box, 2 * half, state.stroke);
          if (!whole) this.#fine?.stroked(outline, 2 * half, state.clip);
        }
      }
      if (path && clipping) state.clip = intersection(state.clip, path);
      path = undefined;
      stroke = undefined;
      outline.clear();
      clipping = false;
    };
    const colour = (stroke: boolean, space: ColourSpace, operands?: readonly Operand[]) => {
      const paint = operands ? paintOf(space, operands) : initialPaint(space);
      if (stroke)
        Object.assign(state, { strokeSpace: space, stroke: paint, strokePattern: undefined });
      else Object.assign(state, { fillSpace: space, fill: paint, fillPattern: undefined });
    };
    const components = (stroke: boolean, operands: readonly Operand[]) => {
      const space = stroke ? state.strokeSpace : state.fillSpace;
      const name = operands.at(-1);
      if (space.kind !== 'pattern' || typeof name !== 'string') {
        colour(stroke, space, operands);
        return;
      }
      const reference = objects.dict(resources['/Pattern'])[name];
      const paint = operands.length > 1 ? paintOf(space.base, operands.slice(0, -1)) : NO_PAINT;
      // An uncoloured pattern is painted in the colour that comes with it.
      const pattern = operands.length === 1 && isReference(reference) ? reference : undefined;
      if (stroke) Object.assign(state, { stroke: paint, strokePattern: pattern });
      else Object.assign(state, { fill: paint, fillPattern: pattern });
    };
    const showText = (bytes: Uint8Array) => {
      const { advance, shown } = textExtent(bytes, state, tm);
      tm = times([1, 0, 0, 1, advance, 0], tm);
      if (!shown || state.render === 3 || state.render === 7 || leftOut()) return;
      const strokes = state.render === 1 || state.render === 5;
      this.#painted(state, whole ?? shown.box, strokes, depth);
      this.#tally.text(shown, strokes ? state.stroke : state.fill, state);
    };
    const spaced = (list: readonly Operand[]) => {
      for (const entry of list)
        if (entry instanceof Uint8Array) showText(entry);
        else if (typeof entry === 'number')
          tm = times([1, 0, 0, 1, (-entry / 1000) * state.size * state.scale, 0], tm);
    };
    const newLine = (x: number, y: number) => (tm = tlm = times([1, 0, 0, 1, x, y], tlm));

    const outer = this.#tally.layer;
    const innermost = () => onSpecial.findLast((name) => name !== undefined) ?? outer;
    const mark = (layer: string | undefined, special: string | undefined) => {
      marked.push(layer);
      onSpecial.push(special);
      this.#tally.layer = innermost();
    };
    const act: Record<string, (o: readonly Operand[]) => void> = {
      q: () => {
        if (saved.length < 4096) saved.push({ ...state });
      },
      Q: () => {
        state = saved.pop() ?? state;
      },
      cm: (o) => (state.ctm = times(matrixOf(o), state.ctm)),
      w: (o) => (state.lineWidth = Math.abs(number(o, 0))),
      gs: (o) =>
        this.#graphicsState(
          state,
          objects.dict(objects.dict(resources['/ExtGState'])[String(o[0])]),
        ),
      m: (o) => {
        reach(number(o, 0), number(o, 1), true);
        drawing()?.moveTo(...point, state.ctm);
      },
      l: (o) => {
        reach(number(o, 0), number(o, 1));
        drawing()?.lineTo(...point, state.ctm);
      },
      c: (o) => {
        [0, 2, 4].forEach((i) => reach(number(o, i), number(o, i + 1)));
        drawing()?.curveTo(
          [0, 1, 2, 3, 4, 5].map((i) => number(o, i)),
          state.ctm,
        );
      },
      v: (o) => {
        const values = [...point, ...[0, 1, 2, 3].map((i) => number(o, i))];
        [0, 2].forEach((i) => reach(number(o, i), number(o, i + 1)));
        drawing()?.curveTo(values, state.ctm);
      },
      y: (o) => {
        const [a, b, x, y] = [0, 1, 2, 3].map((i) => number(o, i));
        [0, 2].forEach((i) => reach(number(o, i), number(o, i + 1)));
        drawing()?.curveTo([a, b, x, y, x, y], state.ctm);
      },
      re: (o) => {
        const [x, y, w, h] = [0, 1, 2, 3].map((i) => number(o, i));
        reach(x, y, true);
        reach(x + w, y);
        reach(x + w, y + h);
        reach(x, y + h);
        outline.close();
        point = [x, y];
        const line = drawing();
        line?.moveTo(x, y, state.ctm);
        line?.lineTo(x + w, y, state.ctm);
        line?.lineTo(x + w, y + h, state.ctm);
        line?.lineTo(x, y + h, state.ctm);
        line?.close();
      },
      h: () => {
        outline.close();
        stroke?.close();
      },
      W: () => (clipping = true),
      'W*': () => (clipping = true),
      n: () => endPath(false, false),
      S: () => endPath(false, true),
      s: () => {
        outline.close();
        stroke?.close();
        endPath(false, true);
      },
      f: () => endPath(true, false),
      F: () => endPath(true, false),
      'f*': () => endPath(true, false),
      B: () => endPath(true, true),
      'B*': () => endPath(true, true),
      b: () => {
        outline.close();
        stroke?.close();
        endPath(true, true);
      },
      'b*': () => {
        outline.close();
        stroke?.close();
        endPath(true, true);
      },
      cs: (o) => colour(false, colourSpace(objects, String(o[0]), resources)),
      CS: (o) => colour(true, colourSpace(objects, String(o[0]), resources)),
      sc: (o) => components(false, o),
      scn: (o) => components(false, o),
      SC: (o) => components(true, o),
      SCN: (o) => components(true, o),
      g: (o) => colour(false, GRAY, o),
      G: (o) => colour(true, GRAY, o),
      rg: (o) => colour(false, { kind: 'rgb' }, o),
      RG: (o) => colour(true, { kind: 'rgb' }, o),
      k: (o) => colour(false, { kind: 'cmyk' }, o),
      K: (o) => colour(true, { kind: 'cmyk' }, o),
      sh: (o) => {
        if (leftOut()) return;
        const shading = objects.dict(objects.dict(resources['/Shading'])[String(o[0])]);
        this.#tally.painted(
          whole ?? state.clip,
          paintOf(colourSpace(objects, shading['/ColorSpace'], resources)),
          state.fillOver,
          state,
        );
      },
      Do: (o) => {
        const reference = objects.dict(resources['/XObject'])[String(o[0])];
        if (!isReference(reference)) return;
        const dict = objects.dict(reference);
        const layer = hiddenBy(objects, this.#layers, dict['/OC']);
        marked.push(layer);
        onSpecial.push(specialLayer(objects, this.#layers, dict['/OC']));
        this.#tally.layer = innermost();
        const form = objects.name(dict['/Subtype']) === 'Form';
        // Lines are measured wherever they are nested; nothing else of what does not print is.
        if (form && (hidden() === undefined || this.#layers.lines.has(hidden()!))) {
          this.#hiddenOn = hidden();
          this.#form(reference, dict, state, resources, depth, whole);
          this.#hiddenOn = hiddenOn;
        } else if (!leftOut()) this.#picture(dict, state, resources, whole, depth);
        marked.pop();
        onSpecial.pop();
        this.#tally.layer = innermost();
      },
      BI: (o) => {
        const [entry] = o;
        if (leftOut() || !isEntries(entry)) return;
        this.#picture(inlineDict(entry.dict), state, resources, whole, depth);
      },
      BDC: (o) => {
        const [tag, name] = o;
        const group =
          tag === '/OC' && typeof name === 'string'
            ? objects.dict(resources['/Properties'])[name]
            : undefined;
        mark(hiddenBy(objects, this.#layers, group), specialLayer(objects, this.#layers, group));
      },
      BMC: () => mark(undefined, undefined),
      EMC: () => {
        marked.pop();
        onSpecial.pop();
        this.#tally.layer = innermost();
      },
      BT: () => (tm = tlm = IDENTITY),
      Tf: (o) => {
        state.font = this.#font(objects.dict(resources['/Font'])[String(o[0])]);
        state.size = number(o, 1);
      },
      Tc: (o) => (state.charSpace = number(o, 0)),
      Tw: (o) => (state.wordSpace = number(o, 0)),
      Tz: (o) => (state.scale = number(o, 0) / 100),
      TL: (o) => (state.leading = number(o, 0)),
      Ts: (o) => (state.rise = number(o, 0)),
      Tr: (o) => (state.render = number(o, 0)),
      Td: (o) => newLine(number(o, 0), number(o, 1)),
      TD: (o) => {
        state.leading = -number(o, 1);
        newLine(number(o, 0), number(o, 1));
      },
      Tm: (o) => (tm = tlm = matrixOf(o)),
      'T*': () => newLine(0, -state.leading),
      Tj: (o) => spaced(o),
      TJ: (o) => spaced(Array.isArray(o[0]) ? (o[0] as readonly Operand[]) : []),
      "'": (o) => {
        newLine(0, -state.leading);
        spaced(o);
      },
      '"': (o) => {
        state.wordSpace = number(o, 0);
        state.charSpace = number(o, 1);
        newLine(0, -state.leading);
        spaced(o.slice(2));
      },
    };
    for (const { operator, operands } of operations(bytes) as Iterable<Operation>) {
      if (++this.#operations > MAX_OPERATIONS) {
        this.#tally.incomplete = true;
        return;
      }
      if (Object.hasOwn(act, operator)) act[operator](operands);
    }
  }

  #graphicsState(state: State, dict: PdfDict): void {
    const value = (key: string) => this.#objects.resolve(dict[key]);
    const stroke = value('/OP');
    if (typeof stroke === 'boolean') {
      state.strokeOver = stroke;
      // Where op is absent OP stands for both.
      if (dict['/op'] === undefined) state.fillOver = stroke;
    }
    const fill = value('/op');
    if (typeof fill === 'boolean') state.fillOver = fill;
    const mode = value('/OPM');
    if (typeof mode === 'number') state.mode = mode;
    const width = value('/LW');
    if (typeof width === 'number') state.lineWidth = width;
    const mask = value('/SMask');
    if (isDict(mask)) {
      state.blended = true;
      this.#tally.transparency = true;
    }
    const blend = this.#objects.name(dict['/BM']);
    const alpha = [value('/ca'), value('/CA')].some((v) => typeof v === 'number' && v < 1);
    if (alpha || (blend !== undefined && blend !== 'Normal' && blend !== 'Compatible'))
      this.#tally.transparency = true;
    const font = this.#objects.list(dict['/Font']);
    if (font.length === 2) {
      state.font = this.#font(font[0]);
      state.size = Number(this.#objects.resolve(font[1]));
    }
  }

  #form(
    reference: string,
    dict: PdfDict,
    state: State,
    outer: PdfDict,
    depth: number,
    whole: Corners | undefined,
  ): void {
    const bytes = this.#streams.get(reference);
    if (!bytes || depth > MAX_DEPTH) {
      this.#tally.incomplete = true;
      return;
    }
    const objects = this.#objects;
    const resources = dict['/Resources'] === undefined ? outer : objects.dict(dict['/Resources']);
    this.#declare(resources);
    const ctm = times(
      matrixOf(objects.list(dict['/Matrix']).map((v) => objects.resolve(v) as Operand)),
      state.ctm,
    );
    const box = objects.numbers(dict['/BBox']);
    const group = objects.name(objects.dict(dict['/Group'])['/S']) === 'Transparency';
    if (group) this.#tally.transparency = true;
    const clip =
      box.length === 4
        ? intersection(state.clip, transformed(box as unknown as Corners, ctm))
        : state.clip;
    this.#run(
      bytes,
      resources,
      { ...state, ctm, clip, blended: state.blended || group },
      depth + 1,
      whole,
    );
  }

  #picture(
    dict: PdfDict,
    state: State,
    resources: PdfDict,
    whole: Corners | undefined,
    depth: number,
  ): void {
    const objects = this.#objects;
    const box = transformed([0, 0, 1, 1], state.ctm);
    if (objects.resolve(dict['/ImageMask']) === true) {
      this.#painted(state, whole ?? box, false, depth);
      return;
    }
    if (dict['/SMask'] !== undefined) this.#tally.transparency = true;
    const space = colourSpace(objects, dict['/ColorSpace'], resources);
    const paint = paintOf(space);
    if (!this.#tally.painted(whole ?? box, paint, state.fillOver, state)) return;
    const [widthPx, heightPx] = [dict['/Width'], dict['/Height']].map((v) =>
      Number(objects.resolve(v)),
    );
    const [a, b, c, d] = state.ctm;
    const inches = [Math.hypot(a, b), Math.hypot(c, d)].map(
      (points) => (points * this.#page.unit) / POINTS_PER_INCH,
    );
    const dpi = Math.min(widthPx / inches[0], heightPx / inches[1]);
    this.#tally.picture(box, { widthPx, heightPx, dpi, space: spaceName(space) });
  }

  #font(reference: PdfValue | undefined): Font {
    const key = reference ?? null;
    let font = this.#fonts.get(key);
    if (!font) this.#fonts.set(key, (font = fontOf(this.#objects, reference)));
    return font;
  }
}

/** Set in spots alone, none of them a process ink. */
const isLineInk = ({ inks, set, all }: Paint): boolean =>
  inks.length === 1 && !all && set.every((ink) => !PROCESS.includes(ink));
const PROCESS: readonly string[] = PROCESS_NAMES;

const NEWLINE = Buffer.from('\n');

const isEntries = (value: Operand | undefined): value is { dict: ReadonlyMap<string, Operand> } =>
  typeof value === 'object' && value !== null && 'dict' in value;

const INLINE: Readonly<Record<string, string>> = {
  '/W': '/Width',
  '/H': '/Height',
  '/CS': '/ColorSpace',
  '/IM': '/ImageMask',
};
/** An inline image as the dictionary it abbreviates (8.9.7). */
const inlineDict = (entries: ReadonlyMap<string, Operand>): PdfDict =>
  Object.fromEntries([...entries].map(([key, value]) => [INLINE[key] ?? key, value as PdfValue]));
