/** Copies on a roll, sheet or board: how they lie on each load, and what material that takes. Lengths in mm. */
import { DomainError } from '../errors/index.ts';
import { printableWidth, type Machine, type Material } from '../stack/index.ts';
import { gang, type Companion } from './gang.ts';
import { mostBound } from './most.ts';
import { repeated, rowsOf, searchedIn, type Bare, type Loads } from './patterns.ts';
import {
  layoutExtent,
  firstPieces,
  piecesIn,
  turnedSize,
  type PlacedPiece,
  type Rectangle,
  type Size,
  type Strip,
} from './pieces.ts';
import { leastRoll } from './roll.ts';
import { decimal, t } from '../texts/index.ts';

export interface LayoutSettings {
  readonly copies: number;
  readonly gap: number;
  /** Kept free at every edge of the material. */
  readonly margin: number;
  /** Turned by a quarter. */
  readonly turned: boolean;
  /** Pieces lie in both directions where that gets more of them on a load. */
  readonly mixed?: boolean;
  /** Direction of the material's grain in the finished piece; nothing where it does not matter. */
  readonly grain?: 'upright' | 'sideways';
  /** Longest load wanted, where it is shorter than what the machine can. */
  readonly loadLength?: number;
  /** Pieces of a load as a hand put them. */
  readonly places?: readonly PlacedPiece[];
  /** Small jobs that share the loads. */
  readonly companions?: readonly Companion[];
}

/** One filling of the machine: a sheet, a bed, or a length of roll. */
export interface Load {
  /** It is printed so often. */
  readonly times: number;
  /** On one of them. */
  readonly copies: number;
  readonly strips: readonly Strip[];
  /** Pieces of other jobs. */
  readonly others: Bare['others'];
  /** Printed length, and width that the carriage sweeps. */
  readonly length: number;
  readonly sweptWidth: number;
}

export interface Layout {
  /** Where pieces may lie on a load: inside margins and zones that can't be printed. */
  readonly room: Rectangle;
  /** Pieces side by side in the fullest row. */
  readonly columns: number;
  readonly pieceWidth: number;
  readonly pieceHeight: number;
  readonly gap: number;
  /** Of the widest load. */
  readonly sweptWidth: number;
  /** Those that differ, in the order in which they are printed. */
  readonly loads: readonly Load[];
  /** Fillings of the machine in all. */
  readonly loadCount: number;
  /** Printed length of the longest. */
  readonly longest: number;
  /** Copies that a full load takes, and what no layout can pass on that sheet, bed or length of roll. */
  readonly perLoad: number;
  readonly most: number;
  /** Share of this job in everything printed, 0 to 1; below 1 where others share its loads. */
  readonly share: number;
  /** Drawn off the roll, or whole sheets, mm². */
  readonly materialMm2: number;
  /** Of it, what no piece of any job covers. */
  readonly wasteMm2: number;
}

/** Edges of the material that can't be printed as they are held there, mm. */
export const heldEdges = (machine: Machine) =>
  machine.held ?? { leading: 0, trailing: 0, sides: 0 };

/** Where pieces may lie. Height is that of the longest load. */
export function roomOf(machine: Machine, material: Material, settings: LayoutSettings): Rectangle {
  const held = heldEdges(machine);
  const side = Math.max(settings.margin, held.sides);
  const [top, bottom] = [
    Math.max(settings.margin, held.leading),
    Math.max(settings.margin, held.trailing),
  ];
  const sheet = material.form === 'roll' ? Infinity : material.length;
  const longest = Math.min(machine.maxLength, sheet) - top - bottom;
  return {
    left: side,
    top,
    width: printableWidth(machine, material) - 2 * side,
    height: Math.min(longest, settings.loadLength ?? Infinity),
  };
}

/** How a piece has to lie for its grain; nothing where that is free. */
export function turnForGrain(material: Material, settings: LayoutSettings): boolean | undefined {
  if (!material.grain || !settings.grain) return undefined;
  // Upright in the finished piece, and along the feed, is how it lies when it is not turned.
  return (settings.grain === 'upright') !== (material.grain === 'along');
}

/**
 * @param piece one copy as printed, bleed included
 * @throws DomainError `LAYOUT_TOO_LARGE` if not even one copy fits, with the numbers
 */
export function layOut(
  piece: Size,
  settings: LayoutSettings,
  machine: Machine,
  material: Material,
): Layout {
  const room = roomOf(machine, material, settings);
  const forced = turnForGrain(material, settings);
  const turned = forced ?? settings.turned;
  const mixed = settings.mixed === true && forced === undefined;
  const { gap } = settings;
  // Where a hand has put the pieces, nobody else's are among them.
  const companions = settings.places?.length ? [] : (settings.companions ?? []);
  const shared = companions.length > 0;
  const roll = material.form === 'roll';
  const held = heldEdges(machine);
  const ends = Math.max(settings.margin, held.leading) + Math.max(settings.margin, held.trailing);
  /** Of a roll, for a load of that printed length. */
  const drawn = (length: number) => Math.max(material.length, length + ends);
  const { loads, perLoad } = settings.places?.length
    ? placedLoads(settings.places, settings.copies, piece)
    : shared
      ? sharedLoads(piece, turned, settings.copies, [companions, room, gap, mixed, roll])
      : pieceLoads(piece, settings.copies, room, gap, { turned, mixed, roll }, drawn);
  if (loads.length === 0)
    throw tooLarge(turnedSize(piece, turned), room, machine, material, shared);

  const done = loads.map(({ times, strips, others }): Load => {
    const extent = layoutExtent(strips, piece, gap, others);
    return {
      times,
      copies: piecesIn(strips),
      strips,
      others,
      length: extent.height,
      sweptWidth: extent.width,
    };
  });
  const loadCount = done.reduce((sum, { times }) => sum + times, 0);
  const longest = Math.max(...done.map(({ length }) => length));
  const materialMm2 =
    material.width *
    (material.form === 'roll'
      ? done.reduce((sum, { length, times }) => sum + times * drawn(length), 0)
      : loadCount * material.length);
  const ownMm2 = settings.copies * piece.width * piece.height;
  const othersMm2 = companions.reduce(
    (sum, { width, height, copies }) => sum + width * height * copies,
    0,
  );
  const lying = turnedSize(piece, turned);
  return {
    room,
    columns: Math.max(...done.map(({ strips }) => columnsOf(strips))),
    pieceWidth: lying.width,
    pieceHeight: lying.height,
    gap,
    sweptWidth: Math.max(...done.map(({ sweptWidth }) => sweptWidth)),
    loads: done,
    loadCount,
    longest,
    perLoad,
    most: mostBound(
      material.form === 'roll' ? { ...room, height: longest } : room,
      lying,
      gap,
      // Both directions, unless the grain forbids it.
      forced === undefined,
    ),
    share: ownMm2 / (ownMm2 + othersMm2),
    materialMm2,
    wasteMm2: materialMm2 - ownMm2 - othersMm2,
  };
}

/** Pieces in the row in which most lie side by side. */
function columnsOf(strips: readonly Strip[]): number {
  const rows = new Map<number, number>();
  for (const { top, count } of strips) {
    const row = Math.round(top);
    rows.set(row, (rows.get(row) ?? 0) + count);
  }
  return Math.max(1, ...rows.values());
}

/** Hands put pieces in an order of their own: the last load takes the first of it. */
const placedLoads = (places: readonly PlacedPiece[], copies: number, piece: Size): Loads =>
  repeated(
    places.map((place) => ({ ...place, count: 1 })),
    copies,
    (strips, count) => strips.slice(0, count),
    piece,
  );

function pieceLoads(
  piece: Size,
  copies: number,
  room: Rectangle,
  gap: number,
  { turned, mixed, roll }: { turned: boolean; mixed: boolean; roll: boolean },
  drawn: (length: number) => number,
): Loads {
  if (mixed && roll) {
    const loads = leastRoll(piece, copies, room, gap, drawn);
    return { loads, perLoad: fullest(loads) };
  }
  // A sheet is there whole, whatever is printed on it; of a roll only as much is drawn as is wanted.
  const rows = (way: boolean) => rowsOf(piece, way, room, gap, roll ? copies : Infinity);
  const patterns = mixed ? [rows(false), rows(true), searchedIn(room, piece, gap)] : [rows(turned)];
  const tried = patterns
    .map((pattern) => repeated(pattern, copies, firstPieces, piece))
    .filter(({ loads }) => loads.length > 0)
    .map((found) => ({ ...found, ...effortOf(found, piece, gap) }));
  // The fewest loads; of those the fullest, or, where one is enough, the shortest to print.
  const [best] = tried.toSorted(
    (a, b) =>
      a.loadCount - b.loadCount ||
      (a.loadCount > 1 ? b.perLoad - a.perLoad : 0) ||
      a.length - b.length,
  );
  if (!best) return { loads: [], perLoad: 0 };
  return { loads: best.loads, perLoad: roll ? Math.min(copies, best.perLoad) : best.perLoad };
}

/** Fillings of the machine, and what is printed in all of them, mm. */
function effortOf({ loads }: Loads, piece: Size, gap: number) {
  const sum = (of: (load: Bare) => number) =>
    loads.reduce((all, load) => all + load.times * of(load), 0);
  return {
    loadCount: sum(() => 1),
    length: sum(({ strips }) => layoutExtent(strips, piece, gap).height),
  };
}

const fullest = (loads: readonly Bare[]): number =>
  loads.reduce((most, { strips }) => Math.max(most, piecesIn(strips)), 0);

/** Own pieces go to the packer as they are wished to lie, and come back as it turned them. */
function sharedLoads(
  piece: Size,
  turned: boolean,
  copies: number,
  [companions, room, gap, turns, roll]: [...Tail<Parameters<typeof gang>>],
): Loads {
  const own = { ...turnedSize(piece, turned), copies };
  const loads = (gang(own, companions, room, gap, turns, roll) ?? []).map(
    ({ strips, others }): Bare => ({
      times: 1,
      strips: strips.map((strip) => ({ ...strip, turned: strip.turned !== turned })),
      others,
    }),
  );
  return { loads, perLoad: fullest(loads) };
}

type Tail<T extends readonly unknown[]> = T extends [unknown, ...infer Rest] ? Rest : never;

function tooLarge(
  size: Size,
  room: Rectangle,
  machine: Machine,
  material: Material,
  shared: boolean,
): DomainError {
  const own = t('layout.printMm', {
    width: decimal(size.width, 1),
    height: decimal(size.height, 1),
    rest: shared ? t('layout.oneJobsShareLoads') : '',
  });
  return new DomainError(
    'LAYOUT_TOO_LARGE',
    t('layout.printsMmInsideMargins', {
      own,
      machine: machine.name,
      material: material.name,
      value: decimal(Math.max(0, room.width), 0),
      value2: decimal(Math.max(0, room.height), 0),
    }),
    'layout',
  );
}
