/**
 * Plate rules: where a special is laid. A rule takes something of the artwork first, then does one thing after another to it,
 * from the top down. Lengths mm, areas mm², tints and shares percent, places mm from the top left corner of what is
 * printed.
 */

/** A tint up to this counts as blank where nothing else is said; common practice: scans and JPEG leave 1 to 3 %. */
export const DEFAULT_HAZE = 3;
/** Blank places up to this inside the art are taken for highlights of a picture, not for shapes, mm²; common practice. */
export const DEFAULT_HIGHLIGHT = 0.5;
/** Black from this tint on needs no white under it; common practice. */
export const DEFAULT_SOLID = 95;

export interface PagePoint {
  readonly x: number;
  readonly y: number;
}

export type Shape =
  | {
      readonly shape: 'box' | 'ellipse';
      readonly left: number;
      readonly top: number;
      readonly width: number;
      readonly height: number;
    }
  | { readonly shape: 'polygon'; readonly points: readonly PagePoint[] }
  | { readonly shape: 'brush'; readonly width: number; readonly points: readonly PagePoint[] };

/** What a rule begins with, or takes in on its way. */
export type Source =
  /** What the artist drew for this special. */
  | { readonly kind: 'art' }
  /** Any separation of the artwork by its name in the file. */
  | { readonly kind: 'separation'; readonly name: string }
  | { readonly kind: 'sheet' }
  /** Where any process ink is above the haze, and where none is. */
  | { readonly kind: 'image' | 'outside'; readonly haze: number }
  /** Blank places that the image encloses. */
  | { readonly kind: 'paper'; readonly haze: number }
  /**
   * The image without its background haze and with its highlights: blank places inside it up to an area, or that fade into
   * their surroundings. The operator may say otherwise of the place at a spot.
   */
  | {
      readonly kind: 'cleaned';
      readonly haze: number;
      readonly highlight: number;
      readonly white: readonly PagePoint[];
      readonly bare: readonly PagePoint[];
    }
  /** More where the art is lighter, or more saturated. */
  | { readonly kind: 'light' | 'vivid' }
  /** As much as brings the print within so much L* of the same art on white. */
  | { readonly kind: 'solveForLightness'; readonly within: number }
  /** Where one ink is above a tint. */
  | { readonly kind: 'ink'; readonly ink: 'C' | 'M' | 'Y' | 'K'; readonly above: number }
  /** Barcodes with their quiet zones, and so much around them. */
  | { readonly kind: 'codes'; readonly margin: number }
  | { readonly kind: 'shape'; readonly shape: Shape }
  /** A plate of another job, by the job's id. */
  | { readonly kind: 'plate'; readonly job: string; readonly inkKey: string };

/** In mm, or in pixels of the artwork at its own resolution. */
export interface Length {
  readonly value: number;
  readonly unit: 'mm' | 'px';
}

/** Small is said by area, or by width: what a disc of that width does not fit into. */
export interface Small {
  readonly value: number;
  readonly unit: 'mm2' | 'mm';
}

export type Step =
  /** Together with another rule's places, without them, or only inside them. */
  | { readonly do: 'add' | 'subtract' | 'within'; readonly with: Recipe }
  /** Small empty places are printed; small printed places are emptied. */
  | { readonly do: 'close' | 'drop'; readonly upTo: Small }
  /** Pulled in from the edge. Where less than `least` mm of stroke would be left it stays as it is; 0 for no such limit. */
  | { readonly do: 'choke'; readonly by: Length; readonly least: number }
  | { readonly do: 'spread'; readonly by: Length }
  /** Rises from nothing at the edge to full inside, over so many mm. */
  | { readonly do: 'feather'; readonly mm: number }
  /** Tints in and out, percent, rising. */
  | { readonly do: 'curve'; readonly points: readonly (readonly [number, number])[] }
  | { readonly do: 'density'; readonly percent: number }
  /** Not under solid black, which the plate still reaches under by `inner` mm. */
  | { readonly do: 'skipUnderBlack'; readonly above: number; readonly inner: number };

export interface Recipe {
  readonly from: Source;
  readonly steps: readonly Step[];
}

export interface PlateRule extends Recipe {
  /** The rule alone decides: what the artist drew is not added to it. */
  readonly alone: boolean;
}

export const DEFAULT_RULE: PlateRule = {
  from: { kind: 'image', haze: DEFAULT_HAZE },
  steps: [],
  alone: false,
};

/** Every recipe in a rule, itself first. */
export function* recipesOf(recipe: Recipe): Iterable<Recipe> {
  yield recipe;
  for (const step of recipe.steps) if ('with' in step) yield* recipesOf(step.with);
}

export const usesSource = (rule: Recipe, ...kinds: readonly Source['kind'][]): boolean =>
  [...recipesOf(rule)].some(({ from }) => kinds.includes(from.kind));

/** Edge to edge, whatever the artwork. */
export const isWholeSheet = ({ from, steps }: Recipe): boolean =>
  from.kind === 'sheet' && steps.length === 0;

/** The rule with every source changed alike, wherever it stands. */
export const mapSources = <R extends Recipe>(rule: R, change: (from: Source) => Source): R => ({
  ...rule,
  from: change(rule.from),
  steps: rule.steps.map((step) =>
    'with' in step ? { ...step, with: mapSources(step.with, change) } : step,
  ),
});
