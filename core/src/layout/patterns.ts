/** Patterns in which the pieces of one job lie on a load, and loads made of them. Lengths in mm. */
import { remembered } from '../remembered.ts';
import { mostPieces } from './most.ts';
import {
  fitting,
  piecesIn,
  turnedSize,
  type firstPieces,
  type Rectangle,
  type Size,
  type Strip,
} from './pieces.ts';

/** A load, before anything is worked out of it. */
export interface Bare {
  readonly times: number;
  readonly strips: readonly Strip[];
  /** Pieces of other jobs. */
  readonly others: readonly (Rectangle & { readonly name: string })[];
}
export const bare = (strips: readonly Strip[], times = 1): Bare => ({ times, strips, others: [] });

/** Loads, and how many pieces a full one has. */
export interface Loads {
  readonly loads: readonly Bare[];
  readonly perLoad: number;
}

/** The same pattern again and again; the last load has what is left of it. */
export function repeated(
  pattern: readonly Strip[],
  copies: number,
  last: typeof firstPieces,
  piece: Size,
): Loads {
  const perLoad = piecesIn(pattern);
  if (perLoad === 0) return { loads: [], perLoad };
  const [times, rest] = [Math.floor(copies / perLoad), copies % perLoad];
  return {
    loads: [
      ...(times > 0 ? [bare(pattern, times)] : []),
      ...(rest > 0 ? [bare(last(pattern, rest, piece))] : []),
    ],
    perLoad,
  };
}

/** Rows of pieces all one way round, no more than are wanted. */
export function rowsOf(
  piece: Size,
  turned: boolean,
  { left, top, width, height }: Rectangle,
  gap: number,
  copies: number,
): readonly Strip[] {
  const size = turnedSize(piece, turned);
  const columns = fitting(width, size.width, gap);
  const rows = Math.min(
    fitting(height, size.height, gap),
    Math.ceil(copies / Math.max(1, columns)),
  );
  if (columns < 1) return [];
  return Array.from({ length: rows }, (_, row) => ({
    left,
    top: top + row * (size.height + gap),
    count: columns,
    turned,
  }));
}

/** The search takes up to a tenth of a second, and is asked for at every change of the plan. */
const searched = remembered(24, (width: number, height: number, piece: Size, gap: number) =>
  mostPieces({ width, height }, piece, gap),
);

/** The most pieces that a search finds room for in the upper left of a room. */
export const searchedIn = (
  { left, top, width, height }: Rectangle,
  piece: Size,
  gap: number,
): readonly Strip[] =>
  searched(width, height, piece, gap).map((strip) => ({
    ...strip,
    left: strip.left + left,
    top: strip.top + top,
  }));
