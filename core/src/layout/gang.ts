/** Small jobs that share a load: packed by a library, since pieces of several sizes are a problem of their own. */
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs';
import { DomainError } from '../errors/index.ts';
import type { Rectangle, Size, Strip } from './pieces.ts';
import { t } from '../texts/index.ts';

/** Another job on the same load. Sizes as printed, mm. */
export interface Companion {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly copies: number;
}

export interface GangLoad {
  /** Of the job itself. */
  readonly strips: readonly Strip[];
  readonly others: readonly (Rectangle & { readonly name: string })[];
}

interface Item extends Size {
  /** Nothing for the job itself. */
  readonly name: string | undefined;
  readonly count: number;
  readonly each: Size;
}

/** Rectangles that the packer is given; more copies are bound into rows first. */
const MOST_ITEMS = 220;
/** Pieces on a gang in all: each is a place in the layout. */
export const MOST_GANGED = 20_000;
/** Tries for the shortest length of a roll. */
const LENGTH_TRIES = 9;

/**
 * @param room inside the margins; on a roll as long as a load may be
 * @param turns whether pieces may be turned
 * @throws DomainError `LAYOUT_TOO_MANY`
 * @returns loads, or nothing where a piece does not fit at all
 */
export function gang(
  own: Size & { readonly copies: number },
  companions: readonly Companion[],
  room: Rectangle,
  gap: number,
  turns: boolean,
  roll: boolean,
): readonly GangLoad[] | undefined {
  const pieces = companions.reduce((sum, { copies }) => sum + copies, own.copies);
  if (pieces > MOST_GANGED)
    throw new DomainError(
      'LAYOUT_TOO_MANY',
      t('layout.jobsLoadPiecesTogether', { pieces, most: MOST_GANGED }),
      'layout.companions',
    );
  const items = itemsOf(own, companions, room, gap);
  const whole = pack(items, room, gap, turns);
  if (!whole || !roll || whole.length > 1) return whole?.map((load) => movedBy(load, room));
  // On a roll the last load is as short as everything fits.
  let [short, long, best] = [0, room.height, whole];
  for (let i = 0; i < LENGTH_TRIES; i++) {
    const height = (short + long) / 2;
    const tried = pack(items, { width: room.width, height }, gap, turns);
    if (tried?.length === 1) [long, best] = [height, tried];
    else short = height;
  }
  return best.map((load) => movedBy(load, room));
}

/** The packer knows of no margins. */
const movedBy = ({ strips, others }: GangLoad, { left, top }: Rectangle): GangLoad => {
  const move = <T extends { readonly left: number; readonly top: number }>(box: T): T => ({
    ...box,
    left: box.left + left,
    top: box.top + top,
  });
  return { strips: strips.map(move), others: others.map(move) };
};

function itemsOf(
  own: Size & { readonly copies: number },
  companions: readonly Companion[],
  room: Size,
  gap: number,
): readonly Item[] {
  const jobs = [{ ...own, name: undefined }, ...companions];
  const all = jobs.reduce((sum, { copies }) => sum + copies, 0);
  const perItem = Math.ceil(all / MOST_ITEMS);
  return jobs.flatMap(({ width, height, copies, name }) => {
    const across = Math.max(1, Math.floor((room.width / 2 + gap) / (width + gap)));
    const row = Math.min(perItem, across, copies);
    const items: Item[] = [];
    for (let left = copies; left > 0; left -= row) {
      const count = Math.min(row, left);
      items.push({
        name,
        count,
        each: { width, height },
        width: count * (width + gap) - gap,
        height,
      });
    }
    return items;
  });
}

/** As the packer hands it back; turned ones have their sides swapped. */
interface Packed extends Rect {
  readonly data: Item;
  readonly rot?: boolean;
  readonly [name: string]: unknown;
}
interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

function pack(
  items: readonly Item[],
  room: Size,
  gap: number,
  turns: boolean,
): readonly GangLoad[] | undefined {
  const fits = ({ width, height }: Size) => width <= room.width && height <= room.height;
  if (
    !items.every(
      (item) => fits(item) || (turns && fits({ width: item.height, height: item.width })),
    )
  )
    return undefined;
  const packer = new MaxRectsPacker<Packed>(room.width, room.height, gap, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: turns,
  });
  packer.addArray(
    items.map((item) => ({ x: 0, y: 0, width: item.width, height: item.height, data: item })),
  );
  return packer.bins.map(({ rects }) => {
    const strips: Strip[] = [];
    const others: (Rectangle & { name: string })[] = [];
    for (const { x, y, rot, data } of rects) {
      const { name, count, each } = data;
      const turned = rot === true;
      const pieces = turned
        ? Array.from({ length: count }, (_, i) => ({ left: x, top: y + i * (each.width + gap) }))
        : Array.from({ length: count }, (_, i) => ({ left: x + i * (each.width + gap), top: y }));
      const size = turned ? { width: each.height, height: each.width } : each;
      if (name !== undefined) others.push(...pieces.map((at) => ({ ...at, ...size, name })));
      else if (turned) strips.push(...pieces.map((at) => ({ ...at, count: 1, turned })));
      else strips.push({ ...pieces[0], count, turned });
    }
    return { strips, others };
  });
}
