/**
 * Rows that are used again. Every few bands of fresh memory make the engine's collector run, which costs as much as the work
 * that is done on them.
 */
const MOST_SPARE = 32;
const spare: Uint8Array[] = [];

/** Rows for whoever fills all of them: what they hold is left over. */
export function spareRows(length: number): Uint8Array {
  const at = spare.findLastIndex((rows) => rows.length === length);
  return at < 0 ? new Uint8Array(length) : spare.splice(at, 1)[0];
}

/** Takes rows that nobody looks at any more. Whoever had them from a flow or a stream may give them back, once; nobody must. */
export function giveBackRows(rows: Uint8Array): void {
  if (rows.length === 0 || rows.length !== rows.buffer.byteLength) return;
  if (spare.length === MOST_SPARE) spare.shift();
  spare.push(rows);
}
