/**
 * What a page says of itself, object by object: its content streams are followed with the graphics state, without painting.
 * Source: ISO 32000-2, 8.4 (graphics state), 8.5 (paths), 8.6.7 (overprint), 8.8–8.10 (shadings, images, forms), 9 (text).
 */
import {
  HAIRLINE_MM,
  PROCESS_NAMES,
  type MmBox,
  type PageStructure,
  type PictureUse,
  type SpotUse,
  type StrokeUse,
  type TextUse,
} from '@kyanos/core';
import { pointsToMm, POINTS_PER_INCH, upright, type Corners, type PdfPage } from './boxes.ts';
import {
  BLACK,
  colourSpace,
  namedInks,
  NO_PAINT,
  paintOf,
  type ColourSpace,
  type Paint,
} from './colours.ts';
import { operations, type Operand, type Operation } from './content.ts';
import {
  Cover,
  IDENTITY,
  intersection,
  isEmpty,
  matrixOf,
  scaleOf,
  times,
  transformed,
  union,
  type Matrix,
} from './geometry.ts';
import { hiddenBy, type Layers } from './layers.ts';
import { isDict, isReference, type PdfDict, type PdfObjects, type PdfValue } from './objects.ts';

/** Operators read of one page; a page of a hundred thousand objects has about a million. */
const MAX_OPERATIONS = 3_000_000;
const MAX_DEPTH = 12;
/** Things told one by one, of each kind. */
const MOST = 400;
const PROCESS: readonly string[] = PROCESS_NAMES;

interface Font {
  readonly wide: boolean;
  /** Thousandths of an em. */
  widthOf(code: number): number;
}

interface State {
  ctm: Matrix;
  clip: Corners;
  fillSpace: ColourSpace;
  strokeSpace: ColourSpace;
  fill: Paint;
  stroke: Paint;
  /** Patterns that paint instead of a colour. */
  fillPattern: string | undefined;
  strokePattern: string | undefined;
  fillOver: boolean;
  strokeOver: boolean;
  mode: number;
  lineWidth: number;
  /** Inside a transparency group or under a soft mask, where a knockout follows other rules. */
  blended: boolean;
  font: Font | undefined;
  size: number;
  charSpace: number;
  wordSpace: number;
  scale: number;
  leading: number;
  rise: number;
  render: number;
}

const GRAY: ColourSpace = { kind: 'gray' };
const INITIAL = {
  fillSpace: GRAY,
  strokeSpace: GRAY,
  fill: BLACK,
  stroke: BLACK,
  fillPattern: undefined,
  strokePattern: undefined,
  fillOver: false,
  strokeOver: false,
  mode: 0,
  lineWidth: 1,
  blended: false,
  font: undefined,
  size: 1,
  charSpace: 0,
  wordSpace: 0,
  scale: 1,
  leading: 0,
  rise: 0,
  render: 0,
} satisfies Omit<State, 'ctm' | 'clip'>;

/** Streams that {@link pageStructure} reads: contents, forms and patterns, through all resources. */
export function structureStreams(objects: PdfObjects, pages: readonly PdfDict[]): Set<string> {
  const found = new Set<string>();
  const seen = new Set<PdfValue>();
  const visit = (resources: PdfValue | undefined, depth: number): void => {
    const dict = objects.dict(resources);
    if (depth > MAX_DEPTH || seen.has(dict)) return;
    seen.add(dict);
    for (const kind of ['/XObject', '/Pattern'])
      for (const entry of Object.values(objects.dict(dict[kind]))) {
        const inner = objects.dict(entry);
        const drawn =
          objects.name(inner['/Subtype']) === 'Form' ||
          Number(objects.resolve(inner['/PatternType'])) === 1;
        if (!drawn || !isReference(entry)) continue;
        found.add(entry);
        visit(inner['/Resources'], depth + 1);
      }
  };
  for (const page of pages) {
    for (const part of contentsOf(objects, page)) found.add(part);
    visit(objects.inherited(page, '/Resources'), 0);
  }
  return found;
}

export function contentsOf(objects: PdfObjects, page: PdfDict): string[] {
  const contents = page['/Contents'];
  if (isReference(contents) && objects.list(contents).length === 0) return [contents];
  return objects.list(contents).filter(isReference);
}

export function pageStructure(
  objects: PdfObjects,
  page: PdfPage,
  dict: PdfDict,
  layers: Layers,
  streams: ReadonlyMap<string, Uint8Array>,
): PageStructure {
  return new Walker(objects, page, layers, streams).walk(dict);
}

class Walker {
  readonly #objects: PdfObjects;
  readonly #page: PdfPage;
  readonly #layers: Layers;
  readonly #streams: ReadonlyMap<string, Uint8Array>;
  readonly #spots = new Map<
    string,
    { objects: number; overprinting: number; modes: Set<number> }
  >();
  readonly #pictures: PictureUse[] = [];
  readonly #text: TextUse[] = [];
  readonly #hairlines: StrokeUse[] = [];
  readonly #rgb: MmBox[] = [];
  readonly #marks: MmBox[] = [];
  readonly #hidden = new Map<string, number>();
  /** Where each special was painted. */
  readonly #special = new Map<string, Cover>();
  readonly #colour: Cover;
  readonly #fonts = new Map<PdfValue, Font>();
  #rgbObjects = 0;
  #transparency = false;
  #mayKnockOut = false;
  #operations = 0;
  #incomplete = false;

  constructor(
    objects: PdfObjects,
    page: PdfPage,
    layers: Layers,
    streams: ReadonlyMap<string, Uint8Array>,
  ) {
    this.#objects = objects;
    this.#page = page;
    this.#layers = layers;
    this.#streams = streams;
    this.#colour = new Cover(page.frame);
  }

  walk(dict: PdfDict): PageStructure {
    const objects = this.#objects;
    const resources = objects.dict(objects.inherited(dict, '/Resources'));
    this.#declare(resources);
    if (dict['/Group'] !== undefined) this.#transparency = true;
    const parts = contentsOf(objects, dict).map((reference) => this.#streams.get(reference));
    if (parts.some((part) => part === undefined)) this.#incomplete = true;
    // A token may not run across parts, but a q and its Q may.
    const bytes = Buffer.concat(parts.flatMap((part) => (part ? [part, NEWLINE] : [])));
    this.#run(bytes, resources, { ...INITIAL, ctm: IDENTITY, clip: this.#page.frame }, 0);
    const spots: SpotUse[] = [...this.#spots].map(([name, use]) => ({
      name,
      objects: use.objects,
      overprinting: use.overprinting,
      modes: [...use.modes].sort(),
    }));
    const stated = (name: string) => {
      const box = this.#page.stated.get(name);
      return box ? this.#mm(box) : null;
    };
    return {
      boxes: {
        media: stated('/MediaBox') ?? this.#mm(this.#page.frame),
        crop: stated('/CropBox'),
        bleed: stated('/BleedBox'),
        trim: stated('/TrimBox'),
      },
      turn: this.#page.turn,
      spots,
      pictures: this.#pictures,
      text: this.#text,
      hairlines: this.#hairlines,
      rgb: this.#rgb,
      rgbObjects: this.#rgbObjects,
      transparency: this.#transparency,
      marks: this.#marks,
      hidden: Object.fromEntries(this.#hidden),
      mayKnockOut: this.#mayKnockOut,
      incomplete: this.#incomplete,
    };
  }

  #declare(resources: PdfDict): void {
    for (const [name] of namedInks(this.#objects, resources)) this.#spot(name);
  }

  #spot(name: string) {
    let use = this.#spots.get(name);
    if (!use) this.#spots.set(name, (use = { objects: 0, overprinting: 0, modes: new Set() }));
    return use;
  }

  #mm = (box: Corners): MmBox => upright(box, this.#page);

  // ---- painting ----

  /** One object that paints. @returns whether it lies on what is printed */
  #paint(box: Corners, paint: Paint, overprint: boolean, state: State): boolean {
    const seen = intersection(intersection(box, state.clip), this.#page.frame);
    if (isEmpty(seen)) return false;
    const specials = paint.set.filter((ink) => !PROCESS.includes(ink) && ink !== 'All');
    for (const name of specials) {
      const use = this.#spot(name);
      if (!paint.inks.includes(name)) continue;
      use.objects++;
      if (overprint) {
        use.overprinting++;
        use.modes.add(state.mode);
      }
    }
    if (paint.all && this.#marks.length < MOST) this.#marks.push(this.#mm(seen));
    if (paint.rgb) {
      this.#rgbObjects++;
      if (this.#rgb.length < MOST) this.#rgb.push(this.#mm(seen));
    }
    const laid = specials.filter((name) => paint.inks.includes(name));
    const colour = paint.inks.some((ink) => PROCESS.includes(ink));
    // Even paper-white erases, and a white of nothing does too. The same special again is no loss.
    if (!this.#mayKnockOut && !(overprint && !state.blended)) {
      const other = [...this.#special].some(
        ([name, cover]) => !(laid.includes(name) && !colour) && cover.meets(seen),
      );
      this.#mayKnockOut =
        (paint.set.length > 0 && other) || (laid.length > 0 && this.#colour.meets(seen));
    }
    for (const name of laid) {
      let cover = this.#special.get(name);
      if (!cover) this.#special.set(name, (cover = new Cover(this.#page.frame)));
      cover.add(seen);
    }
    if (colour) this.#colour.add(seen);
    return true;
  }

  #painted(state: State, box: Corners, stroke: boolean, depth: number): void {
    const pattern = stroke ? state.strokePattern : state.fillPattern;
    const overprint = stroke ? state.strokeOver : state.fillOver;
    if (pattern !== undefined) {
      this.#pattern(state, pattern, box, overprint, depth);
      return;
    }
    this.#paint(box, stroke ? state.stroke : state.fill, overprint, state);
  }

  #pattern(state: State, reference: string, box: Corners, overprint: boolean, depth: number): void {
    const dict = this.#objects.dict(reference);
    if (Number(this.#objects.resolve(dict['/PatternType'])) === 2) {
      const shading = this.#objects.dict(dict['/Shading']);
      const space = colourSpace(this.#objects, shading['/ColorSpace'], {});
      this.#paint(box, paintOf(space), overprint, state);
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
    let point: readonly [number, number] = [0, 0];
    let clipping = false;
    let tm = IDENTITY;
    let tlm = IDENTITY;
    const hidden = () => marked.findLast((name) => name !== undefined);
    const number = (operands: readonly Operand[], i: number) => {
      const value = Number(operands[i] ?? 0);
      return Number.isFinite(value) ? value : 0;
    };
    const reach = (x: number, y: number) => {
      point = [x, y];
      const [px, py] = transformed([x, y, x, y], state.ctm);
      path = path ? union(path, [px, py, px, py]) : [px, py, px, py];
    };
    const leftOut = (): boolean => {
      const layer = hidden();
      if (layer === undefined) return false;
      this.#hidden.set(layer, (this.#hidden.get(layer) ?? 0) + 1);
      return true;
    };
    const endPath = (fill: boolean, stroke: boolean) => {
      if (path && (fill || stroke) && !leftOut()) {
        if (fill) this.#painted(state, whole ?? path, false, depth);
        if (stroke) {
          const half = (state.lineWidth * scaleOf(state.ctm)) / 2;
          const box: Corners = [path[0] - half, path[1] - half, path[2] + half, path[3] + half];
          this.#painted(state, whole ?? box, true, depth);
          const widthMm = pointsToMm(2 * half);
          if (
            widthMm < HAIRLINE_MM &&
            this.#hairlines.length < MOST &&
            state.stroke.inks.length > 0
          )
            this.#hairlines.push({ box: this.#mm(box), widthMm, inks: state.stroke.inks });
        }
      }
      if (path && clipping) state.clip = intersection(state.clip, path);
      path = undefined;
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
      const [advance, box, sizePt, mirrored] = textExtent(bytes, state, tm);
      tm = times([1, 0, 0, 1, advance, 0], tm);
      if (!box || state.render === 3 || state.render === 7 || leftOut()) return;
      const strokes = state.render === 1 || state.render === 5;
      this.#painted(state, whole ?? box, strokes, depth);
      const paint = strokes ? state.stroke : state.fill;
      this.#told(box, sizePt, mirrored, paint, state);
    };
    const spaced = (list: readonly Operand[]) => {
      for (const entry of list)
        if (entry instanceof Uint8Array) showText(entry);
        else if (typeof entry === 'number')
          tm = times([1, 0, 0, 1, (-entry / 1000) * state.size * state.scale, 0], tm);
    };
    const newLine = (x: number, y: number) => (tm = tlm = times([1, 0, 0, 1, x, y], tlm));

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
      m: (o) => reach(number(o, 0), number(o, 1)),
      l: (o) => reach(number(o, 0), number(o, 1)),
      c: (o) => [0, 2, 4].forEach((i) => reach(number(o, i), number(o, i + 1))),
      v: (o) => [0, 2].forEach((i) => reach(number(o, i), number(o, i + 1))),
      y: (o) => [0, 2].forEach((i) => reach(number(o, i), number(o, i + 1))),
      re: (o) => {
        const [x, y, w, h] = [0, 1, 2, 3].map((i) => number(o, i));
        for (const [px, py] of [
          [x, y],
          [x + w, y],
          [x + w, y + h],
          [x, y + h],
        ])
          reach(px, py);
        point = [x, y];
      },
      h: () => reach(...point),
      W: () => (clipping = true),
      'W*': () => (clipping = true),
      n: () => endPath(false, false),
      S: () => endPath(false, true),
      s: () => endPath(false, true),
      f: () => endPath(true, false),
      F: () => endPath(true, false),
      'f*': () => endPath(true, false),
      B: () => endPath(true, true),
      'B*': () => endPath(true, true),
      b: () => endPath(true, true),
      'b*': () => endPath(true, true),
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
        this.#paint(
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
        if (!leftOut())
          if (objects.name(dict['/Subtype']) === 'Form')
            this.#form(reference, dict, state, resources, depth, whole);
          else this.#picture(dict, state, resources, whole, depth);
        marked.pop();
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
        marked.push(hiddenBy(objects, this.#layers, group));
      },
      BMC: () => marked.push(undefined),
      EMC: () => marked.pop(),
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
        this.#incomplete = true;
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
      this.#transparency = true;
    }
    const blend = this.#objects.name(dict['/BM']);
    const alpha = [value('/ca'), value('/CA')].some((v) => typeof v === 'number' && v < 1);
    if (alpha || (blend !== undefined && blend !== 'Normal' && blend !== 'Compatible'))
      this.#transparency = true;
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
      this.#incomplete = true;
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
    if (group) this.#transparency = true;
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
    if (dict['/SMask'] !== undefined) this.#transparency = true;
    const space = colourSpace(objects, dict['/ColorSpace'], resources);
    const paint = paintOf(space);
    if (!this.#paint(whole ?? box, paint, state.fillOver, state)) return;
    const [widthPx, heightPx] = [dict['/Width'], dict['/Height']].map((v) =>
      Number(objects.resolve(v)),
    );
    const [a, b, c, d] = state.ctm;
    const inches = [Math.hypot(a, b), Math.hypot(c, d)].map((points) => points / POINTS_PER_INCH);
    const dpi = Math.min(widthPx / inches[0], heightPx / inches[1]);
    if (this.#pictures.length < MOST && Number.isFinite(dpi))
      this.#pictures.push({ box: this.#mm(box), widthPx, heightPx, dpi, space: spaceName(space) });
  }

  /** Pieces of one line are told as one run. */
  #told(box: Corners, sizePt: number, mirrored: boolean, { inks }: Paint, state: State): void {
    const seen = intersection(box, state.clip);
    if (isEmpty(seen) || isEmpty(intersection(seen, this.#page.frame)) || inks.length === 0) return;
    const mm = this.#mm(seen);
    const last = this.#text.at(-1);
    const follows =
      last?.mirrored === mirrored &&
      Math.abs(last.sizePt - sizePt) < 0.05 &&
      last.inks.join() === inks.join() &&
      Math.abs(last.box.top - mm.top) < 0.2 * pointsToMm(sizePt) &&
      Math.abs(mm.left - (last.box.left + last.box.width)) < pointsToMm(sizePt);
    if (follows) {
      const left = Math.min(last.box.left, mm.left);
      const top = Math.min(last.box.top, mm.top);
      const right = Math.max(last.box.left + last.box.width, mm.left + mm.width);
      const bottom = Math.max(last.box.top + last.box.height, mm.top + mm.height);
      this.#text[this.#text.length - 1] = {
        ...last,
        box: { left, top, width: right - left, height: bottom - top },
      };
    } else if (this.#text.length < MOST * 5) this.#text.push({ box: mm, sizePt, inks, mirrored });
  }

  #font(reference: PdfValue | undefined): Font {
    const objects = this.#objects;
    const key = reference ?? null;
    let font = this.#fonts.get(key);
    if (font) return font;
    const dict = objects.dict(reference);
    const wide = objects.name(dict['/Subtype']) === 'Type0';
    const widths = new Map<number, number>();
    let fallback = 500;
    if (wide) {
      const descendant = objects.dict(objects.list(dict['/DescendantFonts'])[0]);
      fallback = Number(objects.resolve(descendant['/DW']) ?? 1000);
      const list = objects.list(descendant['/W']);
      for (let i = 0; i + 1 < list.length;) {
        const first = Number(objects.resolve(list[i]));
        const second = objects.resolve(list[i + 1]);
        if (Array.isArray(second)) {
          (second as readonly PdfValue[]).forEach((w, k) =>
            widths.set(first + k, Number(objects.resolve(w))),
          );
          i += 2;
        } else {
          const [last, width] = [Number(second), Number(objects.resolve(list[i + 2]))];
          for (let code = first; code <= Math.min(last, first + 0xffff); code++)
            widths.set(code, width);
          i += 3;
        }
      }
    } else {
      const first = Number(objects.resolve(dict['/FirstChar']) ?? 0);
      objects.numbers(dict['/Widths']).forEach((width, k) => widths.set(first + k, width));
    }
    font = { wide, widthOf: (code) => widths.get(code) ?? fallback };
    this.#fonts.set(key, font);
    return font;
  }
}

const NEWLINE = Buffer.from('\n');

/** Colour right after a space was chosen (8.6.5.1, 8.6.6.4): black, or full tint. */
function initialPaint(space: ColourSpace): Paint {
  switch (space.kind) {
    case 'inks':
      return paintOf(
        space,
        space.names.map(() => 1),
      );
    case 'pattern':
      return NO_PAINT;
    case 'cmyk':
      return paintOf(space, [0, 0, 0, 1]);
    default:
      return paintOf(space, [0, 0, 0]);
  }
}

const spaceName = (space: ColourSpace): string =>
  space.kind === 'inks'
    ? space.names.join(', ')
    : space.kind === 'indexed'
      ? `indexed ${spaceName(space.base)}`
      : { gray: 'grey', rgb: 'RGB', cmyk: 'CMYK', lab: 'Lab', none: 'unknown', pattern: 'pattern' }[
          space.kind
        ];

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

/** How far a string moves on, in text space; its box on the page; its height as seen; whether it reads backwards. */
function textExtent(
  bytes: Uint8Array,
  state: State,
  tm: Matrix,
): [advance: number, box: Corners | undefined, sizePt: number, mirrored: boolean] {
  const { font, size, charSpace, wordSpace, scale, rise } = state;
  let advance = 0;
  const step = font?.wide ? 2 : 1;
  for (let i = 0; i + step <= bytes.length; i += step) {
    const code = step === 2 ? bytes[i] * 256 + bytes[i + 1] : bytes[i];
    const width = ((font?.widthOf(code) ?? 500) / 1000) * size;
    advance += (width + charSpace + (step === 1 && code === 32 ? wordSpace : 0)) * scale;
  }
  const onPage = times(tm, state.ctm);
  const [a, b, c, d] = onPage;
  const sizePt = Math.abs(size) * Math.hypot(c, d);
  if (bytes.length < step || !(sizePt > 0)) return [advance, undefined, 0, false];
  const [low, high] = [rise - 0.22 * size, rise + 0.78 * size];
  const box = transformed(
    [Math.min(0, advance), Math.min(low, high), Math.max(0, advance), Math.max(low, high)],
    onPage,
  );
  const mirrored = (a * d - b * c) * Math.sign(size) * Math.sign(scale || 1) < 0;
  return [advance, box, sizePt, mirrored];
}
