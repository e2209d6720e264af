/**
 * The print as an optical pile: every layer of the stack, the material and what lies behind it, for
 * one point of the picture.
 */
import {
  BACKINGS,
  BLOCK_OUT,
  calibrateWhite,
  CLEAR_COAT,
  halftone,
  insideOf,
  materialLayer,
  NOTHING,
  processLayer,
  RisingPile,
  scattererLayer,
  SILVER,
  stack,
  surfaceLayer,
  turned,
  type Backing,
  type Layer,
  type ProcessModel,
  type Scatterer,
} from '../optics/index.ts';
import { plateKey } from '../plates/index.ts';
import { type Spectrum } from '../spectrum/index.ts';
import {
  allLayers,
  inkOf,
  type Machine,
  type Material,
  type Part,
  type Picture,
  type Stack,
  type StackLayer,
} from '../stack/index.ts';

export interface View {
  readonly side: 'front' | 'back';
  /** Where the lamp is: on the viewer's side, or behind the print. */
  readonly light: 'front' | 'behind';
  readonly backing: Backing;
}

/** Ink at one point, 0 to 1: the process inks of each picture, and each plate by its key. */
export interface Point {
  readonly process: Readonly<Record<Picture, readonly number[]>>;
  readonly plates: ReadonlyMap<string, number>;
}

/**
 * Yule–Nielsen n for the dots of a thinned special layer, seen together with their gaps through an ink film of
 * about their own size (from memory: between 1 for coarse and 2 for fine screens).
 */
const SPECIAL_YULE_NIELSEN = 1.5;

/** Measured reflectance of white ink laid too thick to see through (from memory: 0.85 to 0.9). */
const WHITE_INK = 0.88;

export interface Scene {
  readonly stack: Stack;
  readonly process: ProcessModel;
  readonly material: Material;
  readonly body: Layer;
  readonly white: Scatterer | undefined;
  readonly whiteLaydown: number;
}

export function makeScene(plan: {
  stack: Stack;
  material: Material;
  machine: Machine;
  process: ProcessModel;
}): Scene {
  const ink = inkOf(plan.machine, 'W');
  return {
    stack: plan.stack,
    process: plan.process,
    material: plan.material,
    body: materialLayer(plan.material.optics),
    // A white ink states its contrast ratio: the plan's schema sees to it.
    white: ink && calibrateWhite(ink.contrastRatio!, ink.laydown, WHITE_INK),
    whiteLaydown: ink?.laydown ?? 0,
  };
}

const repeat = (layer: Layer, times: number): Layer =>
  Array.from({ length: times }, () => layer).reduce(stack, NOTHING);

/** One part of a layer where its plate has this value, 0 to 1. For W hits add to the thickness. */
export function partLayer(scene: Scene, part: Part, hits: number, value: number): Layer {
  const share = value * (part.density / 100);
  const dots = (solid: Layer) => halftone(share, solid, NOTHING, SPECIAL_YULE_NIELSEN);
  switch (part.lay) {
    case 'W':
      return scene.white ? dots(scattererLayer(scene.white, scene.whiteLaydown * hits)) : NOTHING;
    case 'S':
      return dots(SILVER);
    case 'B':
      return dots(BLOCK_OUT);
    case 'V':
      return dots(repeat(CLEAR_COAT, hits));
    case 'CMYK':
      return NOTHING;
  }
}

/** One layer of the stack where the picture has these values. */
export function stackLayer(scene: Scene, layer: StackLayer, point: Point): Layer {
  return layer.parts
    .map((part) => {
      if (part.lay !== 'CMYK') {
        const key = plateKey(part.lay, layer.picture, part.rule!);
        return partLayer(scene, part, layer.hits, point.plates.get(key) ?? 0);
      }
      const tints = point.process[layer.picture].map((tint) => tint * (part.density / 100));
      return repeat(processLayer(scene.process, tints), layer.hits);
    })
    .reduce(stack);
}

/** What the two surfaces of the print are like at a point. */
export interface Surface {
  /** Share that clear ink covers: it makes a matt surface glossy. */
  readonly gloss: number;
  /** How far light in the print has been scattered, 0 to 1: see {@link surfaceLayer}. */
  readonly diffuse: number;
}

/** Clear film passes this much light and more; a translucent one, which scatters, less than the lower figure (from memory). */
const STRAIGHT = 0.85;
const SCATTERED = 0.65;

export function surfaceAt(
  { stack, material }: Scene,
  side: 'front' | 'back',
  point: Point,
): Surface {
  const covered = (layer: StackLayer, { lay, density, rule }: Part) =>
    lay === 'CMYK'
      ? 0
      : ((point.plates.get(plateKey(lay, layer.picture, rule!)) ?? 0) * density) / 100;
  const top = stack[side].at(-1);
  const clear = top?.parts.find(({ lay }) => lay === 'V');
  const gloss = top && clear ? covered(top, clear) : 0;

  const { transmittance } = material.optics;
  let straight = material.adhesive
    ? 0
    : Math.min(1, Math.max(0, (transmittance - SCATTERED) / (STRAIGHT - SCATTERED)));
  for (const layer of allLayers(stack))
    for (const part of layer.parts) if (part.lay !== 'V') straight *= 1 - covered(layer, part);
  return { gloss, diffuse: 1 - straight };
}

/** Looks at many points of one scene in one view, without allocation. */
export class Viewer {
  readonly #scene: Scene;
  readonly #view: View;
  readonly #pile = new RisingPile();
  readonly #body: Layer;
  readonly #surfaces = new Map<number, { front: Layer; back: Layer }>();

  constructor(scene: Scene, view: View) {
    this.#scene = scene;
    this.#view = view;
    this.#body = view.side === 'front' ? scene.body : turned(scene.body);
  }

  /**
   * Reflectance towards the viewer, or transmittance to the viewer when lit from behind. Valid until the next call.
   * @param layerOf layers of the stack at the point, as {@link stackLayer} gives them; ink is alike from both sides
   */
  see(layerOf: (layer: StackLayer) => Layer, { gloss, diffuse }: Surface): Spectrum {
    const under = this.#surface(0, diffuse);
    const { side, light, backing } = this.#view;
    const { stack, material } = this.#scene;
    const pile = this.#pile;
    if (light === 'behind') {
      pile.begin();
      pile.add(under.back);
    } else if (material.adhesive) {
      // An adhesive joins print and ground optically; otherwise there is air, and two surfaces, between.
      pile.begin(JOINED[backing]);
    } else {
      pile.begin(BACKINGS[backing]);
      pile.add(under.back);
    }
    const [far, near] = side === 'front' ? [stack.back, stack.front] : [stack.front, stack.back];
    for (let i = far.length - 1; i >= 0; i--) pile.add(layerOf(far[i]));
    pile.add(this.#body);
    for (const layer of near) pile.add(layerOf(layer));
    pile.add(this.#surface(material.optics.scatter * (1 - gloss), diffuse).front);
    return light === 'behind' ? pile.up : pile.front;
  }

  /** Points of a picture have few different surfaces: a plate is nearly full or nearly empty almost everywhere. */
  #surface(scatter: number, diffuse: number): { front: Layer; back: Layer } {
    const key = Math.round(scatter * 1e6) * 1024 + Math.round(diffuse * 1000);
    let found = this.#surfaces.get(key);
    if (!found) {
      const front = surfaceLayer(scatter, diffuse);
      this.#surfaces.set(key, (found = { front, back: turned(front) }));
    }
    return found;
  }
}

const JOINED = Object.fromEntries(
  Object.entries(BACKINGS).map(([name, ground]) => [name, insideOf(ground)]),
) as Record<Backing, Spectrum>;

/** {@link Viewer.see} at a single point. */
export function seen(scene: Scene, point: Point, view: View): Spectrum {
  const viewer = new Viewer(scene, view);
  return viewer
    .see((layer) => stackLayer(scene, layer, point), surfaceAt(scene, view.side, point))
    .slice();
}
