/** What is measured of one plate while it is built. */
import type { MmBox } from '../artwork/index.ts';
import {
  anyAbove,
  CellMap,
  chokeStream,
  eachPrinted,
  excessOf,
  giveBackRows,
  highestOf,
  ComponentMeter,
  CoverageMeter,
  HoleMeter,
  otherWhere,
  spreadStream,
  byteSum,
  withoutOf,
  type Cells,
  type MaskStream,
  type PixelBox,
  type Raster,
} from '../raster/index.ts';
import { RowQueue } from './rows.ts';
import type { PlateSpec } from './spec.ts';
import { LOST_RADII, type Watch } from './steps.ts';
import { StrokeMeter } from './strokes.ts';

export interface PlateMeasure {
  readonly key: string;
  /** Mean over everything printed, 0 to 1, before density. */
  readonly coverage: number;
  readonly areaMm2: number;
  /** Where the plate and colour fall on one another in one layer, mm²; 0 when they don't share one. */
  readonly overlapMm2: number;
  readonly overlap?: Cells;
  /** Places that the image encloses and that get nothing, as they hold no ink; none unless the rule begins with an image. */
  readonly holes: {
    readonly count: number;
    readonly areaMm2: number;
    readonly largest: readonly PlateHole[];
  };
  /** Strokes so thin that a choke takes them away, mm². */
  readonly thinMm2: number;
  readonly thin?: Cells;
  /** Mean of the plate over each of the places asked for, 0 to 1. */
  readonly places: readonly number[];
  /** Places that hang together. */
  readonly islands: number;
  /** Width of the thinnest strokes, mm; null if all are wider than 2 mm. */
  readonly strokeMm: number | null;
  /** Cover that each step of the rule adds, mm²; less than 0 where it takes away. */
  readonly steps: readonly number[];
  /** What the artist drew for this special: cover added by it at the end, and what of it the plate lacks, mm². */
  readonly own: { readonly addedMm2: number; readonly lostMm2: number };
  /** Share of the edge of what the artist drew that lies inside the colour by about the choke, 0 to 1. */
  readonly chokedBefore: number;
}

/** Millimetres from the top left corner of what is printed. */
export interface PlateHole extends MmBox {
  readonly areaMm2: number;
}

/** All that reaches the meter of a plate at one time, row for row. */
export interface MeteredRows {
  /** The finished plate. */
  readonly plate: Uint8Array;
  /** Where colour lies above the haze; only where it is wanted. */
  readonly image?: Uint8Array | undefined;
  /** What the artist drew; only where there is any. */
  readonly own?: Uint8Array | undefined;
}

export class PlateMeter {
  readonly #spec: PlateSpec;
  readonly #raster: Raster;
  readonly #pixelMm2: number;
  readonly #places: readonly CoverageMeter[];
  readonly #overlapCells: CellMap;
  readonly #holes: HoleMeter | undefined;
  readonly #thin: ThinMeter[] = [];
  readonly #islands: ComponentMeter;
  readonly #strokes: StrokeMeter;
  readonly #stages: number[];
  #choked: ChokedBefore | undefined;
  #islandCount = 0;
  #total = 0;
  #overlap = 0;
  #ownLost = 0;
  #y = 0;

  /** @param enclosed whether holes are looked for: rows of the image come with the plate */
  constructor(spec: PlateSpec, raster: Raster, places: readonly PixelBox[], enclosed: boolean) {
    const { width, height, dpi } = raster;
    this.#spec = spec;
    this.#raster = raster;
    this.#pixelMm2 = (25.4 / dpi) ** 2;
    this.#places = places.map((box) => new CoverageMeter(1, width, box));
    this.#overlapCells = new CellMap(width, height);
    if (enclosed) this.#holes = new HoleMeter(width);
    this.#islands = new ComponentMeter(width, 'printed', () => this.#islandCount++);
    this.#strokes = new StrokeMeter(width, dpi / 25.4);
    this.#stages = Array.from({ length: spec.rule.steps.length + 1 }, () => 0);
  }

  /** Looks on while the rule is carried out. */
  readonly watch: Watch = {
    stage: (index, rows) => {
      this.#stages[index] += byteSum(rows);
    },
    choke: (radius) => {
      const { width, height } = this.#raster;
      const meter = new ThinMeter(width, height, radius);
      this.#thin.push(meter);
      return meter;
    },
  };

  /** Wants to know whether what the artist drew is choked already. @param radius of the rule's own choke, pixels */
  expectChoked(radius: number): void {
    this.#choked = new ChokedBefore(this.#raster.width, radius);
  }

  add({ plate, image, own }: MeteredRows): void {
    const { width } = this.#raster;
    const rows = plate.length / width;
    this.#total += byteSum(plate);
    const band = { top: this.#y, rows, planes: [plate] };
    for (const meter of this.#places) meter.add(band);
    if (this.#spec.besideColour && image)
      eachPrinted(otherWhere(plate.slice(), image), (i) => {
        this.#overlap++;
        this.#overlapCells.raise(i % width, this.#y + Math.floor(i / width), 1);
      });
    if (own) {
      if (this.#choked && image) this.#choked.add(own, image);
      this.#ownLost += byteSum(excessOf(own, plate));
    }
    this.#islands.push(plate);
    this.#strokes.push(plate);
    if (this.#holes && image) {
      this.#holes.push(highestOf(image, plate));
    }
    this.#y += rows;
  }

  /** @param beforeOwn sum of the plate before the artist's own was added */
  measure(beforeOwn: number): PlateMeasure {
    const { width, height } = this.#raster;
    const mm2 = this.#pixelMm2;
    const mm = Math.sqrt(mm2);
    const coverage = this.#total / (255 * width * height);
    const holes = this.#holes?.finish() ?? { count: 0, pixels: 0, largest: [] };
    this.#islands.finish();
    for (const meter of this.#thin) meter.finish();
    const thinned = this.#thin.filter(({ lost }) => lost > 0);
    const overlap = this.#overlapCells.cells();
    const thin = thinned[0]?.cells.cells();
    return {
      key: this.#spec.key,
      coverage,
      areaMm2: coverage * width * height * mm2,
      overlapMm2: this.#overlap * mm2,
      ...(overlap && { overlap }),
      holes: {
        count: holes.count,
        areaMm2: holes.pixels * mm2,
        largest: holes.largest.map(({ left, top, right, bottom, pixels }) => ({
          left: left * mm,
          top: top * mm,
          width: (right - left) * mm,
          height: (bottom - top) * mm,
          areaMm2: pixels * mm2,
        })),
      },
      thinMm2: thinned.reduce((all, { lost }) => all + lost, 0) * mm2,
      ...(thin && { thin }),
      places: this.#places.map((meter) => meter.coverage()[0]),
      islands: this.#islandCount,
      strokeMm: this.#strokes.finish(),
      steps: this.#stages.slice(1).map((sum, i) => ((sum - this.#stages[i]) / 255) * mm2),
      own: {
        addedMm2: ((this.#total - beforeOwn) / 255) * mm2,
        lostMm2: (this.#ownLost / 255) * mm2,
      },
      chokedBefore: this.#choked?.share() ?? 0,
    };
  }
}

/**
 * What a choke takes away whole: places of the mask that lie further from everything the choke leaves than it reaches.
 */
class ThinMeter {
  readonly cells: CellMap;
  lost = 0;
  readonly #width: number;
  readonly #waiting = new RowQueue();
  readonly #near: MaskStream;
  #y = 0;

  constructor(width: number, height: number, radius: number) {
    this.#width = width;
    this.cells = new CellMap(width, height);
    this.#near = spreadStream(width, LOST_RADII * radius);
  }

  before(rows: Uint8Array): void {
    this.#waiting.push(rows.slice());
  }

  after(rows: Uint8Array): void {
    this.#compare(this.#near.push(rows));
  }

  finish(): void {
    this.#compare(this.#near.finish());
  }

  #compare(near: Uint8Array): void {
    if (near.length === 0) return;
    const mask = this.#waiting.take(near.length);
    eachPrinted(withoutOf(mask, near), (i) => {
      this.lost++;
      this.cells.raise(i % this.#width, this.#y + Math.floor(i / this.#width), 1);
    });
    giveBackRows(mask);
    giveBackRows(near);
    this.#y += near.length / this.#width;
  }
}

/**
 * Whether what the artist drew is choked already: its edge follows the edge of the colour, inside by half the rule's choke to
 * one and a half times as much and a pixel.
 */
class ChokedBefore {
  readonly #rim: MaskStream;
  readonly #inside: MaskStream;
  readonly #deep: MaskStream;
  readonly #queues = Array.from({ length: 4 }, () => new RowQueue());
  #edge = 0;
  #along = 0;

  constructor(width: number, radius: number) {
    this.#rim = chokeStream(width, 1);
    this.#inside = chokeStream(width, radius / 2);
    this.#deep = chokeStream(width, 1.5 * radius + 1);
  }

  add(own: Uint8Array, image: Uint8Array): void {
    const mask = anyAbove([own], 127, own.length);
    this.#compare(mask, this.#rim.push(mask), this.#inside.push(image), this.#deep.push(image));
  }

  #compare(...rows: readonly Uint8Array[]): void {
    this.#queues.forEach((queue, i) => queue.push(rows[i]));
    const ready = Math.min(...this.#queues.map(({ length }) => length));
    const [own, core, inside, deep] = this.#queues.map((queue) => queue.take(ready));
    for (let i = 0; i < ready; i++)
      if (own[i] && !core[i]) {
        this.#edge++;
        if (inside[i] && !deep[i]) this.#along++;
      }
  }

  share(): number {
    this.#compare(
      new Uint8Array(0),
      this.#rim.finish(),
      this.#inside.finish(),
      this.#deep.finish(),
    );
    return this.#edge === 0 ? 0 : this.#along / this.#edge;
  }
}
