/** Boxes of pages, in points of the page as it is stored and as it is seen. Source: ISO 32000-2, 14.11.2 (page boundaries). */
import { MM_PER_INCH, type MmBox } from '@kyanos/core';
import { refuse } from '../refusal.ts';
import type { PdfObjects, PdfValue } from './objects.ts';
import { t } from '../texts/texts.ts';

export const POINTS_PER_INCH = 72;
export const pointsToMm = (points: number): number => (points / POINTS_PER_INCH) * MM_PER_INCH;

/** Left, bottom, right, top, in the page's own coordinates. */
export type Corners = readonly [left: number, bottom: number, right: number, top: number];

export interface PdfPage {
  readonly number: number;
  /** The box that is printed: the bleed box, else the trim box, else the crop box. */
  readonly frame: Corners;
  /** Which of them that is, as Ghostscript calls it. */
  readonly flag: '-dUseBleedBox' | '-dUseTrimBox' | '-dUseCropBox';
  readonly trim: Corners;
  /** Boxes that the page states itself, by their names in the file. */
  readonly stated: ReadonlyMap<string, Corners>;
  /** Degrees clockwise: 0, 90, 180 or 270. */
  readonly turn: number;
  /**
   * Points to a unit of the page as it is printed: its UserUnit, for pages of more than 200 inches (ISO 32000-2, table 31), and
   * the scale at which it is drawn.
   */
  readonly unit: number;
}

type Frame = Pick<PdfPage, 'frame' | 'turn' | 'unit'>;

/** A box in mm from the top left corner of what is printed, after the page is turned. */
export function upright(box: Corners, { frame, turn, unit }: Frame): MmBox {
  const mm = (length: number) => pointsToMm(length * unit);
  const [width, height] = [box[2] - box[0], box[3] - box[1]].map(mm);
  const [left, right] = [box[0] - frame[0], frame[2] - box[2]].map(mm);
  const [bottom, top] = [box[1] - frame[1], frame[3] - box[3]].map(mm);
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

/** A place in mm from the top left corner of what is printed, after the page is turned. */
export function uprightPoint(x: number, y: number, page: Frame): readonly [number, number] {
  const { left, top } = upright([x, y, x, y], page);
  return [left, top];
}

/** The other way round: a box in mm as it is seen, in the page's own coordinates. */
export function stored({ left, top, width, height }: MmBox, { frame, turn, unit }: Frame): Corners {
  const points = (mm: number) => ((mm / MM_PER_INCH) * POINTS_PER_INCH) / unit;
  const [l, t, r, b] = [left, top, left + width, top + height].map(points);
  switch (turn) {
    case 90:
      return [frame[0] + t, frame[1] + l, frame[0] + b, frame[1] + r];
    case 180:
      return [frame[2] - r, frame[1] + t, frame[2] - l, frame[1] + b];
    case 270:
      return [frame[2] - b, frame[3] - r, frame[2] - t, frame[3] - l];
    default:
      return [frame[0] + l, frame[3] - b, frame[0] + r, frame[3] - t];
  }
}

/** Size of what is printed, mm. */
export const printedSize = (page: PdfPage): MmBox => upright(page.frame, page);

/** The finished size within what is printed, mm; no larger than it. */
export function trimWithin(page: PdfPage): MmBox {
  const printed = printedSize(page);
  const trim = upright(page.trim, page);
  const left = Math.max(0, trim.left);
  const top = Math.max(0, trim.top);
  return {
    left,
    top,
    width: Math.min(trim.left + trim.width, printed.width) - left,
    height: Math.min(trim.top + trim.height, printed.height) - top,
  };
}

const normal = ([x0, y0, x1, y1]: readonly number[]): Corners => [
  Math.min(x0, x1),
  Math.min(y0, y1),
  Math.max(x0, x1),
  Math.max(y0, y1),
];

const within = (box: Corners, outer: Corners): Corners => [
  Math.max(box[0], outer[0]),
  Math.max(box[1], outer[1]),
  Math.min(box[2], outer[2]),
  Math.min(box[3], outer[3]),
];

/**
 * The pages as the file states them. A box that reaches beyond the media box ends there; one without a size counts as none.
 * @param scale how many times larger it is printed than it is drawn
 * @throws ArtworkRefused if a page states no size
 */
export function pageBoxes(objects: PdfObjects, scale: number): PdfPage[] {
  return objects.pages.map((reference, i) => {
    const dict = objects.dict(reference);
    const media = boxOf(objects, objects.inherited(dict, '/MediaBox'));
    if (!media) return refuse('ARTWORK_DAMAGED', t('pdf.pagePdfStatesNo', { i: i + 1 }));
    const stated = new Map<string, Corners>([['/MediaBox', media]]);
    const state = (name: string, value: PdfValue | undefined, outer: Corners) => {
      const box = boxOf(objects, value);
      const seen = box && within(box, outer);
      if (seen && seen[2] > seen[0] && seen[3] > seen[1]) stated.set(name, seen);
    };
    state('/CropBox', objects.inherited(dict, '/CropBox'), media);
    const crop = stated.get('/CropBox') ?? media;
    // The bleed may lie outside what a screen shows of the page.
    for (const name of ['/BleedBox', '/TrimBox']) state(name, dict[name], media);
    const [bleed, trim] = [stated.get('/BleedBox'), stated.get('/TrimBox')];
    const unit = Number(objects.resolve(dict['/UserUnit']) ?? 1);
    const turn = Number(objects.inherited(dict, '/Rotate') ?? 0);
    return {
      number: i + 1,
      frame: bleed ?? trim ?? crop,
      flag: bleed ? '-dUseBleedBox' : trim ? '-dUseTrimBox' : '-dUseCropBox',
      trim: trim ?? crop,
      stated,
      turn: Number.isFinite(turn) ? (((Math.round(turn / 90) * 90) % 360) + 360) % 360 : 0,
      unit: scale * (unit > 0 && Number.isFinite(unit) ? unit : 1),
    };
  });
}

function boxOf(objects: PdfObjects, value: PdfValue | undefined): Corners | undefined {
  const numbers = objects.numbers(value);
  return numbers.length === 4 && numbers.every(Number.isFinite) ? normal(numbers) : undefined;
}
