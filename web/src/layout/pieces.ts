/** Pieces of a load that are moved by hand or by key. */
import type { Layout, PlacedPiece, Rectangle } from '@kyanos/core';

/** Pieces are put on whole half millimetres. */
const GRID_MM = 0.5;
export const onGrid = (mm: number): number => Math.round(mm / GRID_MM) * GRID_MM;

export interface PieceChange {
  /** From the left edge and away from the leading edge, mm. */
  readonly dx?: number;
  readonly dy?: number;
  readonly turn?: boolean;
}

/** A shorter way than the grid's is a click, not a drag. */
export const isDrag = ({ dx = 0, dy = 0 }: PieceChange): boolean => Math.hypot(dx, dy) > GRID_MM;

type Box = Rectangle & { readonly turned: boolean };

/** @returns places of all pieces once one of them is changed; it stays where the machine prints */
export function movedPieces(
  boxes: readonly Box[],
  index: number,
  change: PieceChange,
  {
    piece,
    room,
    tall,
  }: {
    /** One copy as printed, not turned, mm. */
    readonly piece: { readonly width: number; readonly height: number };
    readonly room: Layout['room'];
    /** How far from the leading edge can be printed, mm. */
    readonly tall: number;
  },
): PlacedPiece[] {
  const within = (value: number, from: number, space: number) =>
    Math.min(Math.max(value, from), Math.max(from, from + space));
  return boxes.map((box, i): PlacedPiece => {
    if (i !== index) return { left: box.left, top: box.top, turned: box.turned };
    const turned = change.turn ? !box.turned : box.turned;
    const [width, height] = turned ? [piece.height, piece.width] : [piece.width, piece.height];
    return {
      left: within(onGrid(box.left + (change.dx ?? 0)), room.left, room.width - width),
      top: within(onGrid(box.top + (change.dy ?? 0)), room.top, tall - height),
      turned,
    };
  });
}

/** Steps of the arrow keys as they are seen, mm. */
const STEPS: Readonly<Record<string, readonly [right: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * What a key does to the chosen piece; undefined if nothing. Ten times as far with Shift.
 * @param lying the load is drawn with its feed from left to right
 */
export function pieceKey(
  { key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>,
  lying: boolean,
): PieceChange | undefined {
  if (key === 'r') return { turn: true };
  const step = STEPS[key];
  if (!step) return undefined;
  const [right, down] = step.map((mm) => mm * (shiftKey ? 10 : 1));
  return lying ? { dx: -down, dy: right } : { dx: right, dy: down };
}

/** Pieces that lie on another one, by their places in the list. */
export function clashes(boxes: readonly Rectangle[]): Set<number> {
  const found = new Set<number>();
  boxes.forEach((a, i) => {
    for (let k = 0; k < i; k++) {
      const b = boxes[k];
      const apart =
        a.left >= b.left + b.width ||
        b.left >= a.left + a.width ||
        a.top >= b.top + b.height ||
        b.top >= a.top + a.height;
      if (!apart) found.add(i).add(k);
    }
  });
  return found;
}
