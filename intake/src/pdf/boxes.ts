/** Boxes of pages, in points of the page as it is stored and as it is seen. Source: ISO 32000-2, 14.11.2 (page boundaries). */
import { MM_PER_INCH, type MmBox } from '@kyanos/core';

export const POINTS_PER_INCH = 72;
export const pointsToMm = (points: number): number => (points / POINTS_PER_INCH) * MM_PER_INCH;

/** Left, bottom, right, top, in the page's own coordinates. */
export type Corners = readonly [left: number, bottom: number, right: number, top: number];

export interface PdfPage {
  readonly number: number;
  /** The box that is printed, and what tells Ghostscript so. */
  readonly frame: Corners;
  readonly flag: '-dUseBleedBox' | '-dUseTrimBox' | '-dUseCropBox';
  readonly trim: Corners;
  /** Boxes that the page states itself, by their names in the file. */
  readonly stated: ReadonlyMap<string, Corners>;
  /** Degrees clockwise: 0, 90, 180 or 270. */
  readonly turn: number;
}

/** A box in mm from the top left corner of what is printed, after the page is turned. */
export function upright(box: Corners, { frame, turn }: Pick<PdfPage, 'frame' | 'turn'>): MmBox {
  const [width, height] = [box[2] - box[0], box[3] - box[1]].map(pointsToMm);
  const [left, right] = [box[0] - frame[0], frame[2] - box[2]].map(pointsToMm);
  const [bottom, top] = [box[1] - frame[1], frame[3] - box[3]].map(pointsToMm);
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

/** The other way round: a box in mm as it is seen, in the page's own coordinates. */
export function stored(
  { left, top, width, height }: MmBox,
  { frame, turn }: Pick<PdfPage, 'frame' | 'turn'>,
): Corners {
  const points = (mm: number) => (mm / MM_PER_INCH) * POINTS_PER_INCH;
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
