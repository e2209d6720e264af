/**
 * Rows that are used again. Every few bands of fresh memory make the engine's collector run, which costs as much as the work
 * that is done on them.
 */
const MOST_SPARE = 32;
/** Larger ones, of whole pictures and of ends of wide chokes, are rare, and much to keep. */
const MOST_BYTES = 256 * 1024;
const spare: Uint8Array[] = [];

/** Rows for whoever fills all of them: what they hold is left over. */
export function spareRows(length: number): Uint8Array {
  const at = spare.findLastIndex((rows) => rows.length === length);
  return at < 0 ? new Uint8Array(length) : spare.splice(at, 1)[0];
}

/**
 * Takes rows that nobody looks at any more. Whoever had them from a flow or a stream may give them back; nobody must. A view of
 * somebody else's memory, and what was given back already, is left alone.
 */
export function giveBackRows(rows: Uint8Array): void {
  const { length } = rows;
  if (length === 0 || length > MOST_BYTES || length !== rows.buffer.byteLength) return;
  if (spare.includes(rows)) return;
  if (spare.length === MOST_SPARE) spare.shift();
  spare.push(rows);
}
