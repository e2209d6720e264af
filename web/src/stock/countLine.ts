/** A line of a stocktake: what was counted, whether it differs from the books, and whether it still wants a reason. */
import type { Stocked } from '@kyanos/contract';

/** Less than this is no difference. */
const ALIKE = 0.005;

/** Returns undefined if it was not counted. */
export function countLine(
  item: Pick<Stocked, 'id' | 'left' | 'overdrawn'>,
  count: { readonly left?: number; readonly reason?: string } | undefined,
) {
  if (count?.left === undefined) return undefined;
  const differs = Math.abs(count.left - item.left) >= ALIKE || item.overdrawn > 0;
  const reason = count.reason?.trim() ?? '';
  return { id: item.id, left: count.left, reason, differs, wantsReason: differs && reason === '' };
}
