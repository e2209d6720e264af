/** Answers that take milliseconds to work out and are asked for again and again, by what they depend on. */

/**
 * A function that keeps its newest answers. What it is asked with comes again as a copy, from another thread or a file, so it is
 * known by its contents.
 * @param most answers kept
 */
export function remembered<Asked extends readonly unknown[], Answer>(
  most: number,
  work: (...asked: Asked) => Answer,
): (...asked: Asked) => Answer {
  const known = new Map<string, Answer>();
  return (...asked) => {
    const key = JSON.stringify(asked);
    const found = known.get(key) ?? work(...asked);
    known.delete(key);
    known.set(key, found);
    if (known.size > most) known.delete(known.keys().next().value!);
    return found;
  };
}
