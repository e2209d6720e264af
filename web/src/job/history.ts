/** Steps back and forward through what a value has been. */
import { computed, shallowRef } from 'vue';

/** Changes of one number within this time of one another, as a slider makes them, are one step. */
const ONE_STEP_MS = 700;
const MOST_STEPS = 100;

/** Where the only difference between two values lies; nothing where there is none or more than one, or a list is longer. */
export function onlyDifference(a: unknown, b: unknown, path = ''): string | undefined {
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return path;
  const keys = Object.keys(a);
  if (keys.length !== Object.keys(b).length) return undefined;
  const [from, to] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const differing = keys.filter((key) => from[key] !== to[key]);
  const deeper = differing.flatMap((key) => {
    // Values made anew are often the same all the way down.
    if (JSON.stringify(from[key]) === JSON.stringify(to[key])) return [];
    return [onlyDifference(from[key], to[key], `${path}/${key}`)];
  });
  return deeper.length === 1 ? deeper[0] : undefined;
}

export function useHistory<T extends object>() {
  const past = shallowRef<readonly T[]>([]);
  const future = shallowRef<readonly T[]>([]);
  let last: { where: string | undefined; at: number } = { where: undefined, at: 0 };

  /** Returns whether a new step begins: false where a drag goes on. */
  function remember(was: T, next: T): boolean {
    const where = onlyDifference(was, next);
    const at = Date.now();
    const goesOn = where !== undefined && where === last.where && at - last.at < ONE_STEP_MS;
    last = { where, at };
    future.value = [];
    if (!goesOn) past.value = [...past.value, was].slice(-MOST_STEPS);
    return !goesOn;
  }

  /** @returns what was before, if anything */
  function undo(current: T): T | undefined {
    const was = past.value.at(-1);
    if (was === undefined) return undefined;
    past.value = past.value.slice(0, -1);
    future.value = [...future.value, current];
    last = { where: undefined, at: 0 };
    return was;
  }

  /** @returns what was undone last, if anything */
  function redo(current: T): T | undefined {
    const next = future.value.at(-1);
    if (next === undefined) return undefined;
    future.value = future.value.slice(0, -1);
    past.value = [...past.value, current];
    last = { where: undefined, at: 0 };
    return next;
  }

  function forget(): void {
    past.value = [];
    future.value = [];
  }

  return {
    remember,
    undo,
    redo,
    forget,
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  };
}
