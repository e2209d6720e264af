/** Coarse maps of a page: where something is, small enough to travel with a finding. */

/** Levels 0 to 25 of cells in rows from the top left, as run lengths: `12a3b` is twelve times 0, three times 1. */
export interface Cells {
  readonly columns: number;
  readonly rows: number;
  readonly runs: string;
}

/** Cells along the longer side: a cell of a 900 mm sheet is 5 mm. */
const LONGEST = 180;
const A = 97;

/** Collects the highest level met in each cell. */
export class CellMap {
  readonly columns: number;
  readonly rows: number;
  readonly #levels: Uint8Array;
  readonly #columnOf: Uint16Array;
  readonly #height: number;
  #highest = 0;
  /** The row asked for last, and where its cells begin. */
  #y = -1;
  #row = 0;

  /** @param width @param height of the page, pixels */
  constructor(width: number, height: number) {
    const scale = Math.min(1, LONGEST / Math.max(width, height));
    this.columns = Math.max(1, Math.round(width * scale));
    this.rows = Math.max(1, Math.round(height * scale));
    this.#levels = new Uint8Array(this.columns * this.rows);
    this.#columnOf = Uint16Array.from({ length: width }, (_, x) =>
      Math.floor((x * this.columns) / width),
    );
    this.#height = height;
  }

  raise(x: number, y: number, level: number): void {
    if (y !== this.#y) {
      this.#y = y;
      this.#row = Math.floor((y * this.rows) / this.#height) * this.columns;
    }
    const at = this.#row + this.#columnOf[x];
    if (level > this.#levels[at]) this.#levels[at] = level;
    if (level > this.#highest) this.#highest = level;
  }

  /** Nothing if nothing was met. */
  cells(): Cells | undefined {
    if (this.#highest === 0) return undefined;
    return packCells(this.columns, this.rows, this.#levels);
  }
}

export function packCells(columns: number, rows: number, levels: Uint8Array): Cells {
  let runs = '';
  for (let at = 0; at < levels.length;) {
    let end = at + 1;
    while (end < levels.length && levels[end] === levels[at]) end++;
    runs += `${end - at}${String.fromCharCode(A + Math.min(25, levels[at]))}`;
    at = end;
  }
  return { columns, rows, runs };
}

export function cellLevels({ columns, rows, runs }: Cells): Uint8Array {
  const levels = new Uint8Array(columns * rows);
  let at = 0;
  for (const [, count, level] of runs.matchAll(/(\d+)([a-z])/g)) {
    levels.fill(level.charCodeAt(0) - A, at, at + Number(count));
    at += Number(count);
  }
  return levels;
}

/** Only the cells at a level or above it; nothing if there is none. */
export function cellsFrom(cells: Cells | undefined, level: number): Cells | undefined {
  if (!cells) return undefined;
  const levels = cellLevels(cells);
  let any = false;
  for (let i = 0; i < levels.length; i++) {
    levels[i] = levels[i] >= level ? 1 : 0;
    any ||= levels[i] === 1;
  }
  return any ? packCells(cells.columns, cells.rows, levels) : undefined;
}
