/**
 * Holes of a plate: empty places that the printed part encloses. Found row by row, so memory is that of one row, whatever
 * the sheet.
 *
 * Runs of empty pixels are joined to the runs they touch in the row above (union-find on runs, connected by edges, not
 * by corners); a component that no run carries on is complete. Source: A. Rosenfeld, J. L. Pfaltz, "Sequential
 * operations in digital picture processing", J. ACM 13 (1966) 471–494, on runs (from memory).
 */
import type { PixelBox } from './band.ts';

export interface Hole extends PixelBox {
  readonly pixels: number;
}

export interface Holes {
  readonly count: number;
  /** Pixels of all holes together. */
  readonly pixels: number;
  /** The largest of them, largest first. */
  readonly largest: readonly Hole[];
}

/** Most holes that are told one by one. */
const LISTED = 300;

/** Components that reach into the newest row: pixels so far, and whether they touch the edge of the sheet. */
interface Open {
  readonly pixels: number[];
  readonly outside: boolean[];
  readonly boxes: Box[];
  /** Runs of the row, and the component of each. */
  readonly starts: number[];
  readonly ends: number[];
  readonly component: number[];
}

/** Left, top, right, bottom; a hole changes hands many times before it is known to be one. */
type Box = [number, number, number, number];

const joined = (a: Box, b: Box): Box => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[2], b[2]),
  Math.max(a[3], b[3]),
];

export class HoleMeter {
  readonly #width: number;
  #open: Open | undefined;
  #count = 0;
  #pixels = 0;
  #y = 0;
  #listed: Hole[] = [];

  constructor(width: number) {
    this.#width = width;
  }

  /** @param isEmpty of the pixel at an index into these rows */
  push(rows: number, isEmpty: (index: number) => boolean): void {
    for (let y = 0; y < rows; y++) this.#row(y * this.#width, isEmpty);
  }

  #row(offset: number, isEmpty: (index: number) => boolean): void {
    const width = this.#width;
    const starts: number[] = [];
    const ends: number[] = [];
    for (let x = 0; x < width; x++) {
      if (!isEmpty(offset + x)) continue;
      starts.push(x);
      while (x < width && isEmpty(offset + x)) x++;
      ends.push(x);
    }

    // Nodes of the union: the open components of the row above, then the runs of this row.
    const above = this.#open;
    const known = above?.pixels.length ?? 0;
    const parent = Array.from({ length: known + starts.length }, (_, node) => node);
    const pixels = above ? [...above.pixels] : [];
    const outside = above ? [...above.outside] : [];
    const boxes = above ? [...above.boxes] : [];
    const y = this.#y++;
    const find = (node: number): number => {
      while (parent[node] !== node) node = parent[node] = parent[parent[node]];
      return node;
    };
    let touching = 0;
    for (let run = 0; run < starts.length; run++) {
      pixels.push(ends[run] - starts[run]);
      outside.push(!above || starts[run] === 0 || ends[run] === width);
      boxes.push([starts[run], y, ends[run], y + 1]);
      if (!above) continue;
      // Both rows' runs are in order, so a run above that ends before this one begins is done with.
      while (touching < above.starts.length && above.ends[touching] <= starts[run]) touching++;
      for (let k = touching; k < above.starts.length && above.starts[k] < ends[run]; k++) {
        const [a, b] = [find(known + run), find(above.component[k])];
        if (a === b) continue;
        parent[a] = b;
        pixels[b] += pixels[a];
        outside[b] ||= outside[a];
        boxes[b] = joined(boxes[a], boxes[b]);
      }
    }

    const place = new Map<number, number>();
    const next: Open = { pixels: [], outside: [], boxes: [], starts, ends, component: [] };
    for (let run = 0; run < starts.length; run++) {
      const root = find(known + run);
      let at = place.get(root);
      if (at === undefined) {
        place.set(root, (at = next.pixels.length));
        next.pixels.push(pixels[root]);
        next.outside.push(outside[root]);
        next.boxes.push(boxes[root]);
      }
      next.component.push(at);
    }
    for (let node = 0; node < known; node++)
      if (parent[node] === node && !place.has(node) && !outside[node]) {
        this.#count++;
        this.#pixels += pixels[node];
        this.#list(pixels[node], boxes[node]);
      }
    this.#open = next;
  }

  #list(pixels: number, [left, top, right, bottom]: Box): void {
    this.#listed.push({ left, top, right, bottom, pixels });
    if (this.#listed.length > 4 * LISTED) this.#listed = largest(this.#listed);
  }

  /** What reaches the last row is open to the edge of the sheet and no hole. */
  finish(): Holes {
    return { count: this.#count, pixels: this.#pixels, largest: largest(this.#listed) };
  }
}

const largest = (holes: readonly Hole[]): Hole[] =>
  holes.toSorted((a, b) => b.pixels - a.pixels).slice(0, LISTED);
