/**
 * The print as an optical pile: every layer of the stack, the material and what lies behind it, for
 * one point of the picture.
 */
import {
  ASSUMED_DROPS,
  bareShare,
  blockOut,
  calibrateWhite,
  clearCoat,
  dropsLayer,
  farSurface,
  GROUNDS,
  insideOf,
  materialBody,
  MATT,
  meanOver,
  NOTHING,
  only,
  OUTSIDE,
  ProcessLayers,
  RisingPile,
  scatters,
  SILVER_MIRROR,
  metallicInk,
  stack,
  surfaceLayer,
  surfaceScatter,
  turned,
  WHITE_INK,
  whiteLayer,
  wholeOptics,
  type Layer,
  type MixedLayer,
  type ProcessModel,
  type SolidInk,
  type WhiteInk,
} from '../optics/index.ts';
import { plateKey } from '../plates/index.ts';
import { BANDS, flat, GREEN, nearestReflectance, type Spectrum } from '../spectrum/index.ts';
import {
  allLayers,
  inkFor,
  keyOf,
  towardsViewer,
  usesInkRole,
  type Ink,
  type Machine,
  type Material,
  type Part,
  type ArtworkSide,
  type Special,
  type Stack,
  type StackLayer,
} from '../stack/index.ts';
import { surroundingsOf, type View } from './view.ts';

/** Ink at one point, 0 to 1: the process inks of each picture, and each plate by its key. */
export interface Point {
  readonly process: Readonly<Record<ArtworkSide, readonly number[]>>;
  readonly plates: ReadonlyMap<string, number>;
}

export interface Scene {
  readonly stack: Stack;
  readonly process: ProcessModel;
  readonly material: Material;
  readonly body: Layer;
  /** How far light that passes the bare material is scattered, 0 to 1. */
  readonly diffuse: number;
  /** The darkest part of the material's texture. */
  readonly darkBody: Layer;
  /** What the bare material reflects like a mirror. */
  readonly mirror: Spectrum;
  /** Something in it shines when it is tilted into the reflection of the lamp. */
  readonly shines: boolean;
  /** Inks of the machine. */
  readonly inks: readonly Ink[];
  /** How each special of the machine looks, by the key that a part of a layer has for it. */
  readonly special: (key: string) => SpecialOptics;
}

/** How a special looks, with the drops that lie on one another in a solid of it. */
export type SpecialOptics = { readonly drops: number } & (
  | { readonly role: 'W'; readonly white: WhiteInk }
  | { readonly role: 'S'; readonly solid: SolidInk; readonly mirror: Spectrum }
  | { readonly role: 'B'; readonly solid: SolidInk }
  | { readonly role: 'V'; readonly finish: 'gloss' | 'matt' }
  | { readonly role: 'P' }
  /** A white that the machine does not have. */
  | { readonly role: 'none' }
);

/** A special by its key; one that the machine lacks looks like the usual ink of its role, but for a white without opacity. */
function specialOptics(machine: Pick<Machine, 'inks'>, key: string): SpecialOptics {
  const ink = inkFor(machine, key);
  const drops = ink?.drops ?? ASSUMED_DROPS;
  const role = key[0] as Special;
  switch (role) {
    case 'W':
      // A white ink states its contrast ratio: the plan's schema sees to it.
      return ink?.contrastRatio === undefined
        ? { role: 'none', drops }
        : { role, drops, white: calibrateWhite(ink.contrastRatio, ink.laydown, drops, WHITE_INK) };
    case 'S': {
      const solid = metallicInk(drops, ink?.lab);
      const { front } = solid.layerOf(1);
      return { role, drops, solid, mirror: front.map((r) => (SILVER_MIRROR * r) / front[GREEN]) };
    }
    case 'B':
      return { role, drops, solid: blockOut(drops) };
    case 'V':
      return { role, drops, finish: ink?.finish ?? 'gloss' };
    case 'P':
      return { role, drops };
  }
}

export function makeScene(plan: {
  stack: Stack;
  material: Material;
  machine: Pick<Machine, 'inks'>;
  process: ProcessModel;
}): Scene {
  const specials = new Map<string, SpecialOptics>();
  const optics = wholeOptics(plan.material);
  const [l, a, b] = optics.lab;
  const depth = optics.texture?.depth ?? 0;
  const colour = nearestReflectance(optics.lab);
  const most = Math.max(...colour, 1e-6);
  const { layer: body, diffuse } = materialBody(optics);
  return {
    stack: plan.stack,
    process: plan.process,
    material: plan.material,
    body,
    diffuse,
    darkBody:
      depth > 0 ? materialBody({ ...optics, lab: [Math.max(1, l - depth), a, b] }).layer : body,
    // A metal reflects its own colour.
    mirror: colour.map((r) => (r / most) * optics.mirror),
    shines: optics.mirror > 0 || usesInkRole(plan.stack, 'S'),
    inks: plan.machine.inks,
    special: (key) => {
      let found = specials.get(key);
      if (!found) specials.set(key, (found = specialOptics(plan.machine, key)));
      return found;
    },
  };
}

function repeat(layer: Layer, times: number): Layer {
  let whole = layer;
  for (let i = 1; i < times; i++) whole = stack(layer, whole);
  return whole;
}

const bySolid = ({ layerOf, drops, nodes }: SolidInk, solids: number): MixedLayer =>
  dropsLayer(solids, drops, nodes, layerOf);

/** One part of a layer where its plate has this value, 0 to 1, as its drops fall; colour is no such part. */
export function partLayer(scene: Scene, part: Part, hits: number, value: number): MixedLayer {
  const solids = value * (part.density / 100) * hits;
  if (part.inkRole === 'CMYK') return only(NOTHING);
  const ink = scene.special(keyOf(part));
  switch (ink.role) {
    case 'W':
      return whiteLayer(ink.white, solids);
    case 'S':
    case 'B':
      return bySolid(ink.solid, solids);
    case 'V':
    case 'P':
      return only(clearCoat(solids, ink.drops));
    case 'none':
      return only(NOTHING);
  }
}

/** Share of the area that a part leaves bare where its plate has this value. */
function bareOf(scene: Scene, part: Part, hits: number, value: number): number {
  if (part.inkRole === 'CMYK') return 1;
  return bareShare((value * part.density * hits) / 100, scene.special(keyOf(part)).drops);
}

/** One ink of a layer of the stack. Inks beside each other are laid one on the other where they meet. */
export interface Laid {
  readonly layer: StackLayer;
  readonly part: Part;
}

/** A laid ink, with the light that goes straight through it and the light it mirrors. */
export interface InkLayer extends MixedLayer {
  /** Share that passes without being scattered, if it was asked for. */
  readonly straight: Spectrum | undefined;
  /** Share that is mirrored; absent where it mirrors nothing or was not asked for. */
  readonly mirrored: Spectrum | undefined;
}

/** Makes ink layers; the same special at the same value only once, as it takes many powers. */
export class InkLayers {
  readonly #scene: Scene;
  readonly #glints: boolean;
  readonly #made = new Map<Part, Map<number, InkLayer>>();
  readonly #keys = new Map<Part, string>();
  readonly #colours = new Map<Part, ProcessLayers>();

  /** @param glints whether it is asked for what is mirrored and what passes straight */
  constructor(scene: Scene, glints: boolean) {
    this.#scene = scene;
    this.#glints = glints;
    for (const { parts, picture } of allLayers(scene.stack))
      for (const part of parts)
        if (part.inkRole === 'CMYK') this.#colours.set(part, new ProcessLayers(scene.process));
        else {
          this.#keys.set(part, plateKey(part, picture, part.rule!));
          this.#made.set(part, new Map());
        }
  }

  /** An ink where the picture has these values. */
  at({ layer: { picture, hits }, part }: Laid, point: Point): InkLayer {
    if (part.inkRole === 'CMYK') {
      const density = part.density / 100;
      const [c, m, y, k] = point.process[picture];
      const one = this.#colours.get(part)!.at([c * density, m * density, y * density, k * density]);
      const whole = hits > 1 ? repeat(one, hits) : one;
      return { layers: [whole], weights: ONE, straight: whole.down, mirrored: undefined };
    }
    const value = point.plates.get(this.#keys.get(part)!) ?? 0;
    const made = this.#made.get(part)!;
    let layer = made.get(value);
    if (!layer) made.set(value, (layer = this.#special(part, hits, value)));
    return layer;
  }

  #special(part: Part, hits: number, value: number): InkLayer {
    const scene = this.#scene;
    const mixed = partLayer(scene, part, hits, value);
    if (!this.#glints) return { ...mixed, straight: undefined, mirrored: undefined };
    // White scatters what hits it, flakes and black stop it: light goes straight, there and back, through the bare share only.
    const straight =
      part.inkRole === 'V' || part.inkRole === 'P'
        ? mixed.layers[0].down
        : flat(Math.sqrt(bareOf(scene, part, hits, value)));
    const ink = scene.special(keyOf(part));
    return { ...mixed, straight, mirrored: ink.role === 'S' ? flakeMirror(ink, mixed) : undefined };
  }
}

const ONE = [1] as const;

/** Flakes mirror in proportion to what they reflect at all. */
function flakeMirror(
  { solid, mirror }: Extract<SpecialOptics, { role: 'S' }>,
  mixed: MixedLayer,
): Spectrum {
  const share = meanOver(mixed, ({ front }) => front[GREEN]) / solid.layerOf(1).front[GREEN];
  return mirror.map((whole) => whole * share);
}

/** What the two surfaces of the print are like at a point. */
export interface Surface {
  /** Share that clear ink makes glossy, and share that a matt clear makes matt, whatever the material is. */
  readonly gloss: number;
  readonly matt: number;
  /** How far light that leaves the far side has been scattered, 0 to 1, on the average: see {@link surfaceLayer}. */
  readonly diffuse: number;
}

export function surfaceAt(scene: Scene, side: 'front' | 'back', point: Point): Surface {
  const { stack } = scene;
  const bare = (layer: StackLayer, part: Part) =>
    part.inkRole === 'CMYK'
      ? 1
      : bareOf(
          scene,
          part,
          layer.hits,
          point.plates.get(plateKey(part, layer.picture, part.rule!)) ?? 0,
        );
  const top = stack[side].at(-1);
  const clear = top?.parts.find(({ inkRole }) => inkRole === 'V');
  const covered = top && clear ? 1 - bare(top, clear) : 0;
  const ink = clear && scene.special(keyOf(clear));
  const matt = ink?.role === 'V' && ink.finish === 'matt' ? covered : 0;

  let straight = 1 - scene.diffuse;
  for (const layer of allLayers(stack))
    for (const part of layer.parts)
      if (part.inkRole !== 'V' && part.inkRole !== 'P') straight *= bare(layer, part);
  return { gloss: covered - matt, matt, diffuse: 1 - straight };
}

/**
 * A lamp seen in a mirror, against a perfect diffuser lit by it (from memory: a window or a panel of the size of the print's
 * distance).
 */
const LAMP_IN_MIRROR = 2.5;

/** Looks at many points of one scene in one view, without allocation but for the result it keeps. */
export class Viewer {
  readonly #scene: Scene;
  readonly #pile: RisingPile;
  readonly #seen = new Float64Array(BANDS);
  readonly #lamp = new Float64Array(BANDS);
  readonly #body: Layer;
  readonly #ground: Spectrum;
  readonly #joined: boolean;
  /** Weights of light reflected and of light from behind, the stronger source 1. */
  readonly #sources: readonly [reflected: number, passed: number];
  /** How far light is scattered where no ink scatters it. */
  readonly #bareDiffuse: number;
  readonly #glint: number;
  readonly #surfaces = new Map<number, Layer>();

  /** Inks from the far side to the near one; the material lies after {@link far} of them. */
  readonly order: readonly Laid[];
  readonly far: number;

  constructor(scene: Scene, view: View) {
    this.#scene = scene;
    const body = view.grain ? scene.darkBody : scene.body;
    this.#body = view.side === 'front' ? body : turned(body);
    const place = surroundingsOf(view);
    const [lit, shone] = [place.lux / Math.PI, place.behind];
    const stronger = Math.max(lit, shone);
    this.#sources = [lit / stronger, shone / stronger];
    // Against the light no reflection of a lamp is seen.
    this.#pile = new RisingPile(shone > 0);
    this.#glint = place.behind === 0 && scene.shines ? (view.glint ?? 0) * LAMP_IN_MIRROR : 0;
    this.#joined = scene.material.adhesive && place.lying;
    // What is joined to its ground sends back scattered light.
    this.#bareDiffuse = this.#joined ? 1 : scene.diffuse;
    const ground = GROUNDS[place.ground === 'wood' && view.grain ? 'wood-grain' : place.ground];
    this.#ground = this.#joined ? insideOf(ground) : ground;
    const far = scene.stack[view.side === 'front' ? 'back' : 'front'];
    this.order = towardsViewer(scene.stack, view.side).flatMap((layer) =>
      layer.parts.toReversed().map((part): Laid => ({ layer, part })),
    );
    this.far = far.reduce((count, { parts }) => count + parts.length, 0);
  }

  /** Whether anything is seen that mirrors the lamp. */
  get glints(): boolean {
    return this.#glint > 0;
  }

  /** A white sheet lit from the viewer's side, where the strongest source would be 1: what the eye takes for white at least. */
  get paper(): number {
    return this.#sources[0];
  }

  /**
   * Light towards the viewer, as a share of what a perfect diffuser would send in the stronger light. Valid until the next
   * call.
   * @param inks at the point, in the {@link order}, as {@link InkLayers} makes them; ink is alike from both sides
   * @param same how many of them are as they were at the last call, when the surfaces were the same too
   */
  see(inks: readonly InkLayer[], { gloss, matt, diffuse }: Surface, same = 0): Spectrum {
    const { material } = this.#scene;
    const pile = this.#pile;
    const under = this.#joined ? 0 : 1;
    if (same === 0) {
      pile.begin(this.#ground);
      // An adhesive joins print and ground optically; otherwise there is air, and two surfaces, between.
      if (!this.#joined) pile.add(farSurface(diffuse));
      if (this.far === 0) pile.add(this.#body);
    } else pile.cut(under + same + (same >= this.far ? 1 : 0));
    // Colour that lies outermost changes most often, and is no more than a filter before the surface.
    const last = this.order.length - 1;
    const outer = last >= this.far && isFilter(inks[last]) ? inks[last].layers[0] : undefined;
    for (let i = same; i < (outer ? last : last + 1); i++) {
      pile.addMixed(inks[i]);
      if (i === this.far - 1) pile.add(this.#body);
    }
    if (outer && same === last + 1) pile.cut(under + last + 1);
    const scatter = surfaceScatter(material.optics) * (1 - gloss - matt) + MATT * matt;
    const seen = this.#seen;
    pile.emerge(
      this.#surface(scatter, 1),
      this.#surface(scatter, this.#bareDiffuse),
      this.#sources,
      seen,
      outer?.down,
    );
    if (this.#glint > 0) this.#addGlint(inks, scatter / MATT);
    return seen;
  }

  /**
   * What mirrors and flakes send straight into the eye: through the layers above them and back again without being scattered,
   * and what the surface itself reflects.
   */
  #addGlint(inks: readonly InkLayer[], matt: number): void {
    const { mirror } = this.#scene;
    const [seen, lamp] = [this.#seen, this.#lamp];
    lamp.fill((1 - OUTSIDE) ** 2 * this.#glint);
    for (let i = 0; i < BANDS; i++) seen[i] += OUTSIDE * (1 - matt) * this.#glint;
    for (let k = this.order.length - 1; k >= -1; k--) {
      if (k === this.far - 1) {
        const straight = 1 - this.#scene.diffuse;
        for (let i = 0; i < BANDS; i++) {
          seen[i] += lamp[i] * mirror[i];
          lamp[i] *= (this.#body.down[i] * straight) ** 2;
        }
      }
      if (k < 0) break;
      const { straight, mirrored } = inks[k];
      for (let i = 0; i < BANDS; i++) {
        if (mirrored) seen[i] += lamp[i] * mirrored[i];
        lamp[i] *= straight![i] * straight![i];
      }
    }
  }

  /** Points of a picture have few different surfaces: a plate is nearly full or nearly empty almost everywhere. */
  #surface(scatter: number, diffuse: number): Layer {
    const key = Math.round(scatter * 1e6) * 1024 + Math.round(diffuse * 1000);
    let found = this.#surfaces.get(key);
    if (!found) this.#surfaces.set(key, (found = surfaceLayer(scatter, diffuse)));
    return found;
  }
}

const isFilter = ({ layers }: InkLayer): boolean => layers.length === 1 && !scatters(layers[0]);

/** {@link Viewer.see} at one point after another; the answer is valid until the next. */
export function looker(scene: Scene, view: View): (point: Point) => Spectrum {
  const viewer = new Viewer(scene, view);
  const inks = new InkLayers(scene, viewer.glints);
  return (point) =>
    viewer.see(
      viewer.order.map((laid) => inks.at(laid, point)),
      surfaceAt(scene, view.side, point),
    );
}

/** {@link Viewer.see} at a single point. */
export const seen = (scene: Scene, point: Point, view: View): Spectrum =>
  looker(scene, view)(point).slice();
