/** What is done to a plate on its way. Masks are anything but 0; tints survive where their pixel does. */
import {
  anyAbove,
  chokeStream,
  closeStream,
  DistanceStream,
  giveBackRows,
  highestOf,
  joined,
  lowestOf,
  openStream,
  orElse,
  rampStream,
  SmallStream,
  spreadStream,
  withoutOf,
  type MaskStream,
} from '../raster/index.ts';
import type { Length, Recipe, Small, Step } from '../rule/index.ts';
import { pointwise, RowQueue, through, together, type Filter, type Flow } from './rows.ts';
import { sourceFlow, type PlateInputs } from './sources.ts';

/** How far a place may lie from what a choke leaves before it counts as lost, in radii: the corner of a square lies 1.41 away. */
export const LOST_RADII = 1.5;

/** A shorter radius reaches no neighbour. */
const REACHES = 1;

const round = (px: number) => Math.round(px * 100) / 100;
/** Pixels a mm, the same across and down. */
const density = ({ scale }: PlateInputs) => Math.sqrt(scale.x * scale.y);

/** In pixels to a hundredth, so that equal wishes make equal plates. */
export const radiusPx = ({ value, unit }: Length, ground: PlateInputs): number =>
  round(unit === 'px' ? value * ground.pixel : value * density(ground));

/** Looks on while a plate is built. */
export interface Watch {
  /** Rows after the source (0) and after each step. */
  stage(index: number, rows: Uint8Array): void;
  /** Rows that a choke is given, and what it makes of them; these lag behind. */
  choke(radius: number): { before(rows: Uint8Array): void; after(rows: Uint8Array): void };
}

/** A recipe as rows. */
export function flowOf({ from, steps }: Recipe, ground: PlateInputs, watch?: Watch): Flow {
  const seen = (flow: Flow, index: number): Flow => {
    if (!watch) return flow;
    const look = (rows: Uint8Array) => {
      watch.stage(index, rows);
      return rows;
    };
    return {
      binary: flow.binary,
      push: (band) => look(flow.push(band)),
      finish: () => look(flow.finish()),
    };
  };
  return steps.reduce(
    (flow, step, i) => seen(stepFlow(flow, step, ground, watch), i + 1),
    seen(sourceFlow(from, ground), 0),
  );
}

function stepFlow(flow: Flow, step: Step, ground: PlateInputs, watch: Watch | undefined): Flow {
  const { width } = ground;
  const { binary } = flow;
  switch (step.do) {
    case 'add': {
      const other = flowOf(step.with, ground);
      return together(flow, other, binary && other.binary, highestOf);
    }
    case 'subtract':
      return without(flow, flowOf(step.with, ground));
    case 'within': {
      const other = flowOf(step.with, ground);
      return together(flow, other, binary && other.binary, lowestOf);
    }
    case 'skipUnderBlack':
      return without(
        flow,
        flowOf(
          {
            from: { kind: 'ink', ink: 'K', above: step.above },
            steps:
              step.inner > 0
                ? [{ do: 'choke', by: { value: step.inner, unit: 'mm' }, least: 0 }]
                : [],
          },
          ground,
        ),
      );
    case 'close':
      return through(flow, smallFilter(step.upTo, 'empty', ground, binary), binary);
    case 'drop':
      return through(flow, smallFilter(step.upTo, 'printed', ground, binary), binary);
    case 'choke': {
      const radius = radiusPx(step.by, ground);
      if (radius < REACHES) return flow;
      const stroke = step.least > 0 ? radius + (step.least * density(ground)) / 2 : 0;
      const choke = stroke > 0 ? leavingStrokes(width, radius, stroke) : chokeStream(width, radius);
      const meter = watch?.choke(radius);
      return through(flow, masked(choke, binary, meter), binary);
    }
    case 'spread': {
      const radius = radiusPx(step.by, ground);
      if (radius < REACHES) return flow;
      const spread = binary ? spreadStream(width, radius) : spreadTints(width, radius);
      return through(flow, spread, binary);
    }
    case 'feather':
      return through(flow, feather(width, step.mm * density(ground), binary), false);
    case 'curve':
      return through(flow, toned(curveTable(step.points)), false);
    case 'density':
      return through(
        flow,
        toned(
          curveTable([
            [0, 0],
            [100, step.percent],
          ]),
        ),
        binary && step.percent === 100,
      );
  }
}

const without = (flow: Flow, other: Flow): Flow =>
  together(flow, other, flow.binary && other.binary, withoutOf);

/** Rows that keep what they hold where a mask stream leaves them. Masks are what the stream makes of them. */
function masked(stream: MaskStream, binary: boolean, meter?: ReturnType<Watch['choke']>): Filter {
  const waiting = new RowQueue();
  const kept = (mask: Uint8Array) => {
    const rows = binary ? mask : lowestOf(waiting.take(mask.length), mask);
    meter?.after(rows);
    return rows;
  };
  return {
    push(rows) {
      meter?.before(rows);
      // The stream reads them before anybody changes them.
      const mask = stream.push(rows);
      if (binary) giveBackRows(rows);
      else waiting.push(rows);
      return kept(mask);
    },
    finish: () => kept(stream.finish()),
  };
}

/**
 * A choke that leaves strokes whole which it would thin to less than is wanted. They are what lies further from everything
 * that a choke by `stroke` leaves than its corners do, and so much around that they stay joined to the rest.
 */
function leavingStrokes(width: number, radius: number, stroke: number): MaskStream {
  const far = LOST_RADII * stroke;
  const [choke, near, grow] = [
    chokeStream(width, radius),
    openStream(width, stroke, far),
    spreadStream(width, far + 1),
  ];
  const [masks, chokedRows, more] = [new RowQueue(), new RowQueue(), new RowQueue()];
  const seeds = (close: Uint8Array): Uint8Array => {
    return withoutOf(more.take(close.length), close);
  };
  const merged = (grown: Uint8Array): Uint8Array => {
    const [mask, choked] = [masks.take(grown.length), chokedRows.take(grown.length)];
    for (let i = 0; i < grown.length; i++) grown[i] = choked[i] || (grown[i] && mask[i]) ? 255 : 0;
    return grown;
  };
  return {
    push(rows) {
      const mask = anyAbove([rows], 0, rows.length);
      masks.push(mask);
      more.push(mask.slice());
      chokedRows.push(choke.push(rows));
      return merged(grow.push(seeds(near.push(rows))));
    },
    finish() {
      chokedRows.push(choke.finish());
      return merged(joined(grow.push(seeds(near.finish())), grow.finish()));
    },
  };
}

function smallFilter(
  { value, unit }: Small,
  kind: 'empty' | 'printed',
  ground: PlateInputs,
  binary: boolean,
): Filter {
  const { width, scale } = ground;
  if (unit === 'mm2') return new SmallStream(width, value * scale.x * scale.y, kind);
  // By width: what a disc does not fit into.
  const radius = round((value / 2) * density(ground));
  if (radius < REACHES) return pointwise((rows) => rows);
  if (kind === 'printed') return masked(openStream(width, radius), binary);
  const closing = closeStream(width, radius);
  const waiting = new RowQueue();
  const margin = Math.min(Math.floor(radius), width);
  let y = 0;
  const merge = (mask: Uint8Array, last: boolean) => {
    const rows = waiting.take(mask.length);
    const count = mask.length / width;
    // A gap to the edge of the sheet is none: what was there stays.
    for (let row = 0; row < count; row++) {
      const line = mask.subarray(row * width, (row + 1) * width);
      const old = rows.subarray(row * width, (row + 1) * width);
      if (y + row < margin || (last && row >= count - margin)) line.set(old);
      line.set(old.subarray(0, margin));
      line.set(old.subarray(width - margin), width - margin);
    }
    y += count;
    if (!binary) return orElse(rows, mask);
    giveBackRows(rows);
    return mask;
  };
  return {
    push(rows) {
      const mask = closing.push(rows);
      waiting.push(rows);
      return merge(mask, false);
    },
    finish: () => merge(closing.finish(), true),
  };
}

/** What is pushed out takes the tint of the nearest pixel that was printed. */
function spreadTints(width: number, radius: number): Filter {
  const stream = new DistanceStream(width, radius, 'printed');
  return { push: (rows) => stream.push(rows).nearest, finish: () => stream.finish().nearest };
}

/** Each pixel by what a ramp lets of it: see {@link rampStream}. */
function feather(width: number, length: number, binary: boolean): Filter {
  const stream = rampStream(width, length);
  if (binary) return stream;
  const waiting = new RowQueue();
  const faded = (share: Uint8Array) => {
    const rows = waiting.take(share.length);
    for (let i = 0; i < rows.length; i++)
      if (share[i] !== 255) rows[i] = (rows[i] * share[i]) / 255 + 0.5;
    return rows;
  };
  return {
    push(rows) {
      const share = stream.push(rows);
      waiting.push(rows);
      return faded(share);
    },
    finish: () => faded(stream.finish()),
  };
}

/** Tints in percent, rising in x, as a table of bytes; flat before the first and after the last. */
function curveTable(points: readonly (readonly [number, number])[]): Uint8Array {
  return Uint8Array.from({ length: 256 }, (_, byte) => {
    const x = (byte / 255) * 100;
    const after = points.findIndex(([at]) => at >= x);
    const y =
      after < 0
        ? points.at(-1)![1]
        : after === 0
          ? points[0][1]
          : points[after - 1][1] +
            ((x - points[after - 1][0]) / (points[after][0] - points[after - 1][0])) *
              (points[after][1] - points[after - 1][1]);
    return Math.round((y / 100) * 255);
  });
}

const toned = (table: Uint8Array): Filter =>
  pointwise((rows) => {
    for (let i = 0; i < rows.length; i++) rows[i] = table[rows[i]];
    return rows;
  });
