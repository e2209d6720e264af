/** What was met on one page, kept as it is reported: each kind of object, and where specials and colour lie over one another. */
import {
  HAIRLINE_MM,
  PROCESS_NAMES,
  type LinePath,
  type LineUse,
  type MmBox,
  type PageStructure,
  type PictureUse,
  type SpotUse,
  type StrokeUse,
  type TextUse,
} from '@kyanos/core';
import { pointsToMm, upright, uprightPoint, type Corners, type PdfPage } from './boxes.ts';
import type { Paint } from './colours.ts';
import { Cover, intersection, isEmpty } from './geometry.ts';
import type { State } from './state.ts';
import type { Stroke } from './strokes.ts';
import type { ShownText } from './text.ts';

/** Things listed one by one, of each kind. */
const MOST = 400;
const MOST_TEXT = 5 * MOST;
const PROCESS: readonly string[] = PROCESS_NAMES;

type LineTally = { -readonly [K in keyof LineUse]: LineUse[K] } & { paths: LinePath[] };

interface SpotTally {
  objects: number;
  overprinting: number;
  readonly modes: Set<number>;
}

export class PageTally {
  transparency = false;
  /** The special's layer that what comes lies on. */
  layer: string | undefined;
  incomplete = false;

  readonly #page: PdfPage;
  readonly #spots = new Map<string, SpotTally>();
  readonly #pictures: PictureUse[] = [];
  readonly #text: TextUse[] = [];
  readonly #hairlines: StrokeUse[] = [];
  readonly #rgb: MmBox[] = [];
  readonly #marks: MmBox[] = [];
  readonly #hidden = new Map<string, number>();
  readonly #lines = new Map<string, LineTally>();
  readonly #layerColour = new Map<string, MmBox[]>();
  /** Where each special was painted. */
  readonly #special = new Map<string, Cover>();
  readonly #colour: Cover;
  readonly #annotations: MmBox[] = [];
  readonly #vanishing: MmBox[] = [];
  readonly #reversed: TextUse[] = [];
  readonly #cutType: MmBox[] = [];
  readonly #outside: MmBox[] = [];
  readonly #fonts = new Set<string>();
  #beyond = 0;
  #rgbObjects = 0;
  #mayKnockOut = false;

  constructor(page: PdfPage) {
    this.#page = page;
    this.#colour = new Cover(page.frame);
  }

  /** A spot the page can paint with, painted or not. */
  spot(name: string): SpotTally {
    let use = this.#spots.get(name);
    if (!use) this.#spots.set(name, (use = { objects: 0, overprinting: 0, modes: new Set() }));
    return use;
  }

  /** One object that paints. @returns whether it lies on what is printed */
  painted(box: Corners, paint: Paint, overprint: boolean, state: State): boolean {
    const whole = intersection(box, state.clip);
    const seen = intersection(whole, this.#page.frame);
    if (isEmpty(seen)) return false;
    if (paint.inks.length > 0) this.#reaches(whole);
    else if (vanishes(paint, overprint, state)) this.#note(this.#vanishing, seen);
    const specials = paint.set.filter((ink) => !PROCESS.includes(ink) && ink !== 'All');
    const laid = specials.filter((name) => paint.inks.includes(name));
    for (const name of specials) this.spot(name);
    for (const name of laid) {
      const use = this.spot(name);
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
    if (this.layer !== undefined && paint.inks.some((ink) => PROCESS.includes(ink))) {
      const boxes = this.#layerColour.get(this.layer) ?? [];
      if (boxes.length < MOST) boxes.push(this.#mm(seen));
      this.#layerColour.set(this.layer, boxes);
    }
    this.#cover(seen, paint, laid, overprint && !state.blended);
    return true;
  }

  picture(box: Corners, use: Omit<PictureUse, 'box'>): void {
    if (this.#pictures.length < MOST && Number.isFinite(use.dpi))
      this.#pictures.push({ box: this.#mm(box), ...use });
  }

  /** A line drawn; only one too thin to hold is kept. */
  line(box: Corners, widthPt: number, { inks }: Paint): void {
    const widthMm = pointsToMm(widthPt * this.#page.unit);
    if (isCropMark(box, widthMm, this.#page) && inks.length > 0) this.#note(this.#outside, box);
    if (widthMm < HAIRLINE_MM && this.#hairlines.length < MOST && inks.length > 0)
      this.#hairlines.push({ box: this.#mm(box), widthMm, inks });
  }

  /** Pieces of one line count as one run. */
  text({ box, sizePt: drawnPt, mirrored }: ShownText, paint: Paint, state: State): void {
    const sizePt = drawnPt * this.#page.unit;
    const seen = intersection(box, state.clip);
    const { inks } = paint;
    const { frame, trim } = this.#page;
    const shown = intersection(seen, frame);
    if (isEmpty(seen) || isEmpty(shown)) return;
    if (state.font?.name) this.#fonts.add(state.font.name);
    if (inks.length === 0) {
      const reversed = paint.set.length > 0 && !vanishes(paint, state.fillOver, state);
      if (reversed && this.#reversed.length < MOST && this.#colour.meets(seen))
        this.#reversed.push({ box: this.#mm(seen), sizePt, inks, mirrored });
      return;
    }
    if (crosses(seen, trim)) this.#note(this.#cutType, seen);
    const mm = this.#mm(shown);
    const last = this.#text.at(-1);
    const follows =
      last?.mirrored === mirrored &&
      Math.abs(last.sizePt - sizePt) < 0.05 &&
      last.inks.join() === inks.join() &&
      Math.abs(last.box.top - mm.top) < 0.2 * pointsToMm(sizePt) &&
      Math.abs(mm.left - (last.box.left + last.box.width)) < pointsToMm(sizePt);
    if (follows) this.#text[this.#text.length - 1] = { ...last, box: joined(last.box, mm) };
    else if (this.#text.length < MOST_TEXT) this.#text.push({ box: mm, sizePt, inks, mirrored });
  }

  /** A stroke that may be a line for a blade, a fold or a jig. */
  technical(
    name: string,
    from: 'spot' | 'layer',
    stroke: Stroke,
    { widthPt, overprint }: { readonly widthPt: number; readonly overprint: boolean },
  ): void {
    const key = `${from}/${name}`;
    let use = this.#lines.get(key);
    if (!use)
      this.#lines.set(
        key,
        (use = { name, from, strokes: 0, closed: true, overprinting: 0, lengthMm: 0, paths: [] }),
      );
    use.strokes++;
    use.closed &&= stroke.closed;
    if (overprint) use.overprinting++;
    const { unit } = this.#page;
    use.lengthMm += pointsToMm(stroke.length * unit);
    if (use.paths.length < MOST)
      use.paths.push({ widthMm: pointsToMm(widthPt * unit), d: this.#pathData(stroke) });
  }

  #pathData({ segments }: Stroke): string {
    return segments
      .map(([letter, ...places]) => {
        const points: string[] = [];
        for (let i = 0; i + 1 < places.length; i += 2)
          points.push(
            uprightPoint(places[i], places[i + 1], this.#page)
              .map((mm) => Number(mm.toFixed(3)))
              .join(' '),
          );
        return letter + points.join(' ');
      })
      .join('');
  }

  /** A note, stamp or field that prints. */
  annotation(box: Corners): void {
    if (!isEmpty(intersection(box, this.#page.frame))) this.#note(this.#annotations, box);
  }

  #note(list: MmBox[], box: Corners): void {
    if (list.length < MOST) list.push(this.#mm(box));
  }

  /** Art that is cut off at the edge of what is printed, though there is more of it. */
  #reaches(box: Corners): void {
    const { frame, stated, unit } = this.#page;
    const media = stated.get('/MediaBox') ?? frame;
    const [l, b, r, t] = intersection(box, media);
    const far = Math.max(frame[0] - l, frame[1] - b, r - frame[2], t - frame[3]);
    this.#beyond = Math.max(this.#beyond, pointsToMm(far * unit));
  }

  /** An object that does not print, because its layer is off. */
  hidden(layer: string): void {
    this.#hidden.set(layer, (this.#hidden.get(layer) ?? 0) + 1);
  }

  structure(): PageStructure {
    const { frame, stated, turn } = this.#page;
    const box = (name: string) => {
      const corners = stated.get(name);
      return corners ? this.#mm(corners) : null;
    };
    return {
      boxes: {
        media: box('/MediaBox') ?? this.#mm(frame),
        crop: box('/CropBox'),
        bleed: box('/BleedBox'),
        trim: box('/TrimBox'),
      },
      turn,
      spots: [...this.#spots].map(([name, { objects, overprinting, modes }]): SpotUse => ({
        name,
        objects,
        overprinting,
        modes: [...modes].sort(),
      })),
      pictures: this.#pictures,
      text: this.#text,
      lines: [...this.#lines.values()],
      layerColour: Object.fromEntries(this.#layerColour),
      hairlines: this.#hairlines,
      rgb: this.#rgb,
      rgbObjects: this.#rgbObjects,
      transparency: this.transparency,
      marks: this.#marks,
      hidden: Object.fromEntries(this.#hidden),
      mayKnockOut: this.#mayKnockOut,
      annotations: this.#annotations,
      vanishing: this.#vanishing,
      reversed: this.#reversed,
      cutType: this.#cutType,
      beyondMm: this.#beyond,
      outside: this.#outside,
      fontsUsed: [...this.#fonts],
      incomplete: this.incomplete,
    };
  }

  /** Notes where it lies, and whether it may erase what lies there. */
  #cover(seen: Corners, paint: Paint, laid: readonly string[], keeps: boolean): void {
    const colour = paint.inks.some((ink) => PROCESS.includes(ink));
    // Even paper-white erases, and a white of nothing does too. The same special again is no loss.
    if (!this.#mayKnockOut && !keeps) {
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
  }

  #mm(box: Corners): MmBox {
    return upright(box, this.#page);
  }
}

/** Nothing of each process ink, and what lies under it kept: no trace of it is left (8.6.7, overprint mode 1). */
const vanishes = (paint: Paint, overprint: boolean, { mode }: State): boolean =>
  overprint && mode === 1 && paint.set.length === PROCESS.length && paint.inks.length === 0;

/** Half a millimetre: less than that is a bearing or a serif. */
const CUT_PT = 1.5;
/** Type that lies on both sides of an edge of the finished size. */
function crosses([l, b, r, t]: Corners, [left, bottom, right, top]: Corners): boolean {
  const inside = r > left + CUT_PT && l < right - CUT_PT && t > bottom + CUT_PT && b < top - CUT_PT;
  const outside =
    l < left - CUT_PT || r > right + CUT_PT || b < bottom - CUT_PT || t > top + CUT_PT;
  return inside && outside;
}

/** Crop marks are up to half a point wide and 2 to 15 mm long, and lie outside the finished size. Common practice. */
const MARK_MM = { width: 0.36, least: 2, most: 15 };
function isCropMark(box: Corners, widthMm: number, { trim, unit }: PdfPage): boolean {
  const [width, height] = [box[2] - box[0], box[3] - box[1]].map((pt) => pointsToMm(pt * unit));
  const long = Math.max(width, height);
  const thin = Math.min(width, height) <= MARK_MM.width && widthMm <= MARK_MM.width;
  const away = box[2] <= trim[0] || box[0] >= trim[2] || box[3] <= trim[1] || box[1] >= trim[3];
  return thin && away && long >= MARK_MM.least && long <= MARK_MM.most;
}

function joined(a: MmBox, b: MmBox): MmBox {
  const left = Math.min(a.left, b.left);
  const top = Math.min(a.top, b.top);
  return {
    left,
    top,
    width: Math.max(a.left + a.width, b.left + b.width) - left,
    height: Math.max(a.top + a.height, b.top + b.height) - top,
  };
}
