/** A line of a stocktake: what was counted, whether it differs from the books, and whether it still wants something. */
import type { Stocked } from '@kyanos/contract';
import { isSameAmount } from '@kyanos/core';

/** What was counted of a thing, and what the books had of it then. */
export interface Count {
  readonly left?: number;
  readonly books?: number;
  readonly reason?: string;
}

/** Returns undefined if it was not counted. */
export function countLine(
  item: Pick<Stocked, 'id' | 'left' | 'overdrawn'>,
  count: Count | undefined,
) {
  if (count?.left === undefined) return undefined;
  const { left, books = item.left } = count;
  const reason = count.reason?.trim() ?? '';
  const differs = !isSameAmount(left, item.left) || item.overdrawn > 0;
  return {
    id: item.id,
    left,
    books,
    reason,
    differs,
    /** Somebody took from it or counted it meanwhile. */
    moved: !isSameAmount(books, item.left),
    wantsReason: differs && reason === '',
  };
}
