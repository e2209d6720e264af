import { computed, type ComputedRef } from 'vue';

/** A list worked out anew that stays the same array as long as it reads the same: a menu is not drawn again at every tick of a slider. */
export const steady = <Item>(list: () => readonly Item[]): ComputedRef<readonly Item[]> =>
  computed((before?: readonly Item[]) => {
    const now = list();
    return before && JSON.stringify(before) === JSON.stringify(now) ? before : now;
  });
