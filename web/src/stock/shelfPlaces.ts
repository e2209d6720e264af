/**
 * Where things of one width stand beside one another, each as near as can be to where it wants to stand: one that is in the way moves
 * on to the right, or all of them to the left where the end is reached. What does not fit side by side overlaps evenly.
 * @param wanted left edges, rising
 * @param size of a thing with the gap behind it
 * @returns left edges from `from` to `to`, rising
 */
export function shelfPlaces(
  wanted: readonly number[],
  { from, to, size }: { readonly from: number; readonly to: number; readonly size: number },
): number[] {
  const room = Math.max(0, to - from);
  const step = Math.min(size, room / Math.max(1, wanted.length - 1));
  const places: number[] = [];
  for (const left of wanted) places.push(Math.max(left, (places.at(-1) ?? from - step) + step));
  for (let i = places.length - 1, most = from + room; i >= 0; i--, most -= step)
    places[i] = Math.max(from, Math.min(places[i], most));
  return places;
}
