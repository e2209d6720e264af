/** Where pieces lie on one load. Lengths in mm, from the left and the leading edge of the material. */

export interface Rectangle {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Equal pieces side by side in one row. */
export interface Strip {
  readonly left: number;
  readonly top: number;
  readonly count: number;
  /** Turned by a quarter. */
  readonly turned: boolean;
}

/** One piece where a hand put it. */
export interface PlacedPiece {
  readonly left: number;
  readonly top: number;
  readonly turned: boolean;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Slack for sums of lengths that ought to be equal, mm. */
export const SLACK = 1e-6;

export const turnedSize = ({ width, height }: Size, turned: boolean): Size =>
  turned ? { width: height, height: width } : { width, height };

/** How many lengths with gaps between them fit. */
export const fitting = (room: number, length: number, gap: number): number =>
  Math.max(0, Math.floor((room + gap + SLACK) / (length + gap)));

export const piecesIn = (strips: readonly Strip[]): number =>
  strips.reduce((sum, { count }) => sum + count, 0);

/** The strips with the first `count` pieces, those nearest the leading edge first. */
export function firstPieces(
  strips: readonly Strip[],
  count: number,
  piece: Size,
): readonly Strip[] {
  const end = (strip: Strip) => strip.top + turnedSize(piece, strip.turned).height;
  const taken: Strip[] = [];
  let left = count;
  for (const strip of strips.toSorted((a, b) => end(a) - end(b) || a.left - b.left)) {
    if (left <= 0) break;
    taken.push(strip.count <= left ? strip : { ...strip, count: left });
    left -= strip.count;
  }
  return taken;
}

/** Every piece as a rectangle, in the order of the strips. */
export function rectanglesOf(
  strips: readonly Strip[],
  piece: Size,
  gap: number,
): readonly (Rectangle & { readonly turned: boolean })[] {
  return strips.flatMap(({ left, top, count, turned }) => {
    const { width, height } = turnedSize(piece, turned);
    return Array.from({ length: count }, (_, i) => ({
      left: left + i * (width + gap),
      top,
      width,
      height,
      turned,
    }));
  });
}

/** The smallest rectangle around all pieces; empty where there are none. */
export function layoutExtent(
  strips: readonly Strip[],
  piece: Size,
  gap: number,
  others: readonly Rectangle[] = [],
): Rectangle {
  const boxes: Rectangle[] = [
    ...others,
    ...strips
      .filter(({ count }) => count > 0)
      .map(({ left, top, count, turned }) => {
        const { width, height } = turnedSize(piece, turned);
        return { left, top, width: count * (width + gap) - gap, height };
      }),
  ];
  if (boxes.length === 0) return { left: 0, top: 0, width: 0, height: 0 };
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const box of boxes) {
    left = Math.min(left, box.left);
    top = Math.min(top, box.top);
    right = Math.max(right, box.left + box.width);
    bottom = Math.max(bottom, box.top + box.height);
  }
  return { left, top, width: right - left, height: bottom - top };
}
