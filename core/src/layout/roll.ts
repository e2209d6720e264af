/** Pieces of one job in both directions on a roll, of which only as much is drawn as they need. Lengths in mm. */
import { mostBound } from './most.ts';
import { bare, repeated, rowsOf, searchedIn, type Bare } from './patterns.ts';
import {
  layoutExtent,
  firstPieces,
  fitting,
  piecesIn,
  SLACK,
  turnedSize,
  type Rectangle,
  type Size,
  type Strip,
} from './pieces.ts';

/**
 * On a roll: all one way, columns of pieces upright beside columns of turned ones, rows of them after rows of turned ones, or,
 * where they are few enough, whatever a search finds on a shorter length; of all the one that draws the least of the roll.
 * @param drawn what a load of that printed length draws
 */
export function leastRoll(
  piece: Size,
  copies: number,
  room: Rectangle,
  gap: number,
  drawn: (length: number) => number,
): readonly Bare[] {
  const tried = [false, true]
    .map((way) => repeated(rowsOf(piece, way, room, gap, copies), copies, firstPieces, piece).loads)
    .concat(columnsOfBoth(piece, copies, room, gap), rowsOfBoth(piece, copies, room, gap))
    .filter((loads) => loads.length > 0)
    .map((loads) => ({
      loads,
      draws: loads.reduce(
        (sum, { times, strips }) => sum + times * drawn(layoutExtent(strips, piece, gap).height),
        0,
      ),
    }));
  const [best] = tried.toSorted((a, b) => a.draws - b.draws);
  return best ? shorter(best.loads, piece, room, gap) : [];
}

/** Rows of pieces one way, each as full as the width allows, and after them rows of the other way. */
function rowsOfBoth(piece: Size, copies: number, room: Rectangle, gap: number): Bare[][] {
  const sizes = [turnedSize(piece, false), turnedSize(piece, true)] as const;
  const across = sizes.map(({ width }) => fitting(room.width, width, gap));
  if (across.some((count) => count < 1)) return [];
  /** The shortest rows for so many pieces within the room. */
  const least = (wanted: number): readonly [rows: number, turned: number] | undefined => {
    let [best, length] = [undefined as readonly [number, number] | undefined, Infinity];
    for (let rows = 0; rows <= Math.ceil(wanted / across[0]); rows++) {
      const turned = Math.max(0, Math.ceil((wanted - rows * across[0]) / across[1]));
      const long = rows * (sizes[0].height + gap) + turned * (sizes[1].height + gap) - gap;
      if (long <= room.height + SLACK && long < length) [best, length] = [[rows, turned], long];
    }
    return best;
  };
  const strips = ([rows, turned]: readonly [number, number]): Strip[] =>
    [false, true].flatMap((way) => {
      const size = turnedSize(piece, way);
      const first = room.top + (way ? rows * (sizes[0].height + gap) : 0);
      return Array.from({ length: way ? turned : rows }, (_, row) => ({
        left: room.left,
        top: first + row * (size.height + gap),
        count: across[way ? 1 : 0],
        turned: way,
      }));
    });
  const once = least(copies);
  if (once) return [[bare(firstPieces(strips(once), copies, piece))]];
  // More than a load: as many as fit on the longest, and the rest on a short one.
  const found: Bare[][] = [];
  for (let rows = 0; rows <= fitting(room.height, sizes[0].height, gap); rows++) {
    const used = rows * (sizes[0].height + gap);
    const turned = fitting(room.height - used, sizes[1].height, gap);
    const perLoad = rows * across[0] + turned * across[1];
    if (perLoad === 0) continue;
    const [times, rest] = [Math.floor(copies / perLoad), copies % perLoad];
    const last = rest > 0 ? least(rest) : undefined;
    if (times === 0 || (rest > 0 && !last)) continue;
    found.push([
      bare(strips([rows, turned]), times),
      ...(last ? [bare(firstPieces(strips(last), rest, piece))] : []),
    ]);
  }
  return found;
}

/** Pieces up to which a shorter length is searched for: of more, rows and columns waste little. */
const MOST_SEARCHED = 60;
/** Lengths that are tried. */
const MOST_LENGTHS = 7;

/** The last load on a shorter length, where a search finds as many pieces on one. */
function shorter(
  loads: readonly Bare[],
  piece: Size,
  room: Rectangle,
  gap: number,
): readonly Bare[] {
  const last = loads[loads.length - 1];
  const copies = piecesIn(last.strips);
  if (last.times > 1 || copies > MOST_SEARCHED) return loads;
  const long = layoutExtent(last.strips, piece, gap).height;
  const enough = (length: number) =>
    mostBound({ width: room.width, height: length }, piece, gap, true) >= copies;
  const [w, h] = [piece.width + gap, piece.height + gap];
  const lengths: number[] = [];
  // Only sums of piece lengths can be the length of a layout that is pushed together.
  for (let i = 0; i * w - gap < long; i++)
    for (let k = 0; i * w + k * h - gap < long - SLACK; k++) {
      const length = i * w + k * h - gap;
      if (length > 0 && enough(length)) lengths.push(length);
    }
  lengths.sort((a, b) => a - b);
  let best: readonly Strip[] | undefined;
  // A longer one never has fewer: halve until the shortest that does is found, or time is spent.
  let [low, high] = [0, lengths.length];
  for (let tries = 0; low < high && tries < MOST_LENGTHS; tries++) {
    const middle = (low + high) >> 1;
    const strips = searchedIn({ ...room, height: lengths[middle] + SLACK }, piece, gap);
    if (piecesIn(strips) >= copies) [best, high] = [strips, middle];
    else low = middle + 1;
  }
  return best ? [...loads.slice(0, -1), bare(firstPieces(best, copies, piece))] : loads;
}

/** Every number of upright columns with as many turned ones as go beside them, each as short as it can be. */
function columnsOfBoth(piece: Size, copies: number, room: Rectangle, gap: number): Bare[][] {
  const { width, height } = piece;
  const found: Bare[][] = [];
  for (let upright = 0; upright <= fitting(room.width, width, gap); upright++) {
    const used = upright * (width + gap);
    const turned = fitting(room.width - used, height, gap);
    const count = (length: number) =>
      upright * fitting(length, height, gap) + turned * fitting(length, width, gap);
    const perLoad = count(room.height);
    if (perLoad === 0) continue;
    const column = (columns: number, way: boolean, left: number, length: number): Strip[] => {
      const size = turnedSize(piece, way).height;
      return Array.from({ length: columns > 0 ? fitting(length, size, gap) : 0 }, (_, row) => ({
        left,
        top: room.top + row * (size + gap),
        count: columns,
        turned: way,
      }));
    };
    const columnsAt = (length: number) => [
      ...column(upright, false, room.left, length),
      ...column(turned, true, room.left + used, length),
    ];
    const [times, rest] = [Math.floor(copies / perLoad), copies % perLoad];
    const loads = times > 0 ? [bare(columnsAt(room.height), times)] : [];
    if (rest > 0) {
      const short = shortest((mm) => count(mm) >= rest, room.height);
      loads.push(bare(firstPieces(columnsAt(short), rest, piece)));
    }
    found.push(loads);
  }
  return found;
}

/** The least length that does, to a hundredth of a millimetre. @param enough grows from false to true */
function shortest(enough: (mm: number) => boolean, longest: number): number {
  let [low, high] = [0, longest];
  while (high - low > 0.01) {
    const middle = (low + high) / 2;
    if (enough(middle)) high = middle;
    else low = middle;
  }
  return high;
}
