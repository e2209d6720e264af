/**
 * A picture of the print: the exact sum of the layers at those nodes of a table over the inks that the picture needs, and
 * interpolation between them for every pixel. The table holds cube roots of X, Y and Z, in which the way from node to node is
 * straightest, and the reflectance at 660 nm, by which barcodes are read.
 *
 * Interpolation on simplices (the tetrahedral method in any number of dimensions).
 * Source: R. Rovatti, M. Borgatti, R. Guerrieri, "A geometric approach to maximum-speed n-dimensional continuous linear
 * interpolation in rectangular grids", IEEE Trans. Computers 47 (1998) 894–899 (from memory).
 */
import { plateKey, plateSpecs } from '../plates/index.ts';
import { isWholeSheet } from '../rule/index.ts';
import { D50, linearToScreen, spectrumToXyz, xyzToLinear, type Triple } from '../spectrum/index.ts';
import { towardsViewer, type ArtworkSide, type Stack } from '../stack/index.ts';
import { axesOf, type Axis } from './axes.ts';
import { LookKernel, SCREEN_STEPS, stridesOf } from './lookKernel.ts';
import {
  InkLayers,
  seen,
  surfaceAt,
  Viewer,
  type InkLayer,
  type Laid,
  type Point,
  type Scene,
  type Surface,
} from './scene.ts';
import type { View } from './view.ts';

/** Coverages of what is not looked at pixel by pixel: the picture on the other side. */
export interface Means {
  readonly process: Readonly<Record<ArtworkSide, readonly number[]>>;
  readonly plates: ReadonlyMap<string, number>;
}

/** Pixels of one picture, all planes of the same size, ink 0 to 255. */
export interface Planes {
  readonly size: number;
  readonly process: readonly Uint8Array[];
  readonly plates: ReadonlyMap<string, Uint8Array>;
}

/** The light of a viewing booth for prints: ISO 3664 (from memory). */
export const LIGHT = D50;
/** The band of 660 nm, at which scanners read: ISO/IEC 15416 (from memory). */
const RED = 28;

/** Reflectance at 660 nm, 0 to 1: what a scanner of barcodes sees of a point. */
export const scannerSees = (scene: Scene, point: Point, view: View): number =>
  seen(scene, point, view)[RED];

/** The picture that faces the viewer: that of the outermost layer on this side, else of the other side. */
export function facingPicture(stack: Stack, side: 'front' | 'back'): ArtworkSide {
  const fromViewer = towardsViewer(stack, side).toReversed();
  const colour = fromViewer.find(({ parts }) => parts.some(({ inkRole }) => inkRole === 'CMYK'));
  return (colour ?? fromViewer[0]).picture;
}

/** Whether the picture reads backwards: a straight layer reads right from its own side, a mirrored one from the other. */
export function readsBackwards(stack: Stack, side: 'front' | 'back'): boolean {
  const picture = facingPicture(stack, side);
  const on = (['front', 'back'] as const).find((s) =>
    stack[s].some((layer) => layer.picture === picture),
  );
  const layer = on && stack[on].find((l) => l.picture === picture);
  return layer ? (on === side) === layer.mirror : false;
}

/** A picture whose inks are known: made once, and filled anew for every light, density or material. */
export class LookTable {
  /** Which of the four values of a mixture is the reflectance at 660 nm. */
  static readonly SCANNER = 3;

  readonly picture: ArtworkSide;
  readonly size: number;
  readonly #axes: readonly Axis[];
  readonly #kernel: LookKernel;
  /** Factor by which light is brighter to the eye than to the perfect diffuser's measure. */
  #exposure = 1;

  /** @param scene of which stack, rules and process inks count, whatever its densities and material */
  constructor(
    { stack, process }: Pick<Scene, 'stack' | 'process'>,
    picture: ArtworkSide,
    pixels: Planes,
  ) {
    this.picture = picture;
    this.size = pixels.size;
    this.#axes = axesOf(stack, process, picture);
    this.#kernel = new LookKernel(this.#axes, {
      size: pixels.size,
      planes: this.#axes.map((axis) =>
        axis.kind === 'process' ? pixels.process[axis.ink] : pixels.plates.get(axis.key)!,
      ),
    });
  }

  /** How many mixtures of ink the picture has, how many pixels of each, and which each pixel has. */
  get mixtures(): number {
    return this.#kernel.mixtures;
  }
  get counts(): Uint32Array {
    return this.#kernel.counts;
  }
  get numbers(): Int32Array {
    return this.#kernel.numbers;
  }
  /** Whether a mixture lays anything, beyond what lies on the whole sheet. */
  hasInk(mixture: number): boolean {
    return this.#kernel.inksOf(mixture).some((ink) => ink > 0);
  }

  /** One by the luminance that the eye takes for white, as the last fill has it. */
  get exposure(): number {
    return this.#exposure;
  }

  /**
   * The exact sum at every node that the picture needs.
   * @param exposure of another view that the eye is used to; found from this one if absent
   */
  fill(scene: Scene, view: View, means: Means, exposure?: number): void {
    const axes = this.#axes;
    const viewer = new Viewer(scene, view);
    const at = new NodeLayers(scene, view, axes, means, this.picture, viewer);
    const { needed, nodes } = this.#kernel;
    let brightest = 0;
    for (let i = 0; i < needed.length; i++) {
      const same = at.goTo(needed[i]);
      const light = viewer.see(at.inks, at.surface, same);
      const [x, y, z] = spectrumToXyz(light, LIGHT);
      if (y > brightest) brightest = y;
      nodes[i * 4] = Math.cbrt(x / LIGHT.white[0]);
      nodes[i * 4 + 1] = Math.cbrt(y / LIGHT.white[1]);
      nodes[i * 4 + 2] = Math.cbrt(z / LIGHT.white[2]);
      nodes[i * 4 + 3] = light[RED];
    }
    // The eye takes a white sheet in this light for white, or what of the picture shines brighter from behind.
    const shone =
      exposure !== undefined || view.glint || brightest <= viewer.paper ? 0 : this.#brightest();
    this.#exposure = exposure ?? 1 / Math.max(viewer.paper, shone, 1e-6);
  }

  /** Luminance of the brightest pixel: nodes lie beyond what a picture has. */
  #brightest(): number {
    const values = this.#kernel.look();
    let most = 0;
    for (let i = 1; i < values.length; i += 4) if (values[i] > most) most = values[i];
    return most ** 3 * LIGHT.white[1];
  }

  /**
   * Colours the picture for a screen. @param out RGBA
   * @returns for each mixture 1 where the screen can't show its colour; valid until the next call
   */
  render(out: Uint8ClampedArray): Uint8Array {
    const columns = ([0, 1, 2] as const).map((i) => {
      const unit: [number, number, number] = [0, 0, 0];
      unit[i] = LIGHT.white[i] * this.#exposure;
      return xyzToLinear(unit, LIGHT.white);
    });
    const matrix = [0, 1, 2].map((row) => columns.map((column) => column[row]));
    return this.#kernel.render(matrix, SCREEN, out);
  }

  /**
   * Cube roots of X, Y, Z relative to the white of the eye, and reflectance at 660 nm: four values a mixture; valid until
   * the next call.
   */
  look(): Float32Array {
    const values = this.#kernel.look();
    const scale = Math.cbrt(this.#exposure);
    for (let i = 0; i < values.length; i += 4) {
      values[i] *= scale;
      values[i + 1] *= scale;
      values[i + 2] *= scale;
    }
    return values;
  }

  /** Leaves its memory to the next picture. */
  release(): void {
    this.#kernel.release();
  }
}

const SCREEN = Uint8Array.from({ length: SCREEN_STEPS }, (_, i) =>
  Math.round(255 * linearToScreen(i / (SCREEN_STEPS - 1))),
);

/** Lab of four values as {@link LookTable.look} gives them. */
export function labOf(values: Float32Array, mixture: number): Triple {
  const [x, y, z] = [
    lightness(values[mixture * 4]),
    lightness(values[mixture * 4 + 1]),
    lightness(values[mixture * 4 + 2]),
  ];
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}
/** The function of CIE 15:2004, 8.2.1, from the cube root. */
const lightness = (root: number): number =>
  root > 6 / 29 ? root : (24389 / 27 / 116) * root ** 3 + 16 / 116;

/** Layers and surfaces at one node after another, kept as long as they stay the same. */
class NodeLayers {
  readonly #scene: Scene;
  readonly #view: View;
  readonly #inks: InkLayers;
  readonly #axes: readonly Axis[];
  readonly #strides: Int32Array;
  readonly #order: readonly Laid[];
  /** For each ink of the order, the axes it depends on. */
  readonly #depends: readonly (readonly number[])[];
  readonly #kept: readonly Map<number, InkLayer>[];
  readonly #keys: Float64Array;
  readonly #surfaces = new Map<number, Surface>();
  readonly #plateAxes: readonly number[];
  #surfaceKey = -1;
  readonly #at: Int32Array;
  readonly #point: {
    process: Record<ArtworkSide, readonly number[]>;
    plates: Map<string, number>;
  };
  readonly #picture: ArtworkSide;
  /** In the order of the viewer. */
  readonly inks: InkLayer[] = [];
  surface: Surface = { gloss: 0, matt: 0, diffuse: 0 };

  constructor(
    scene: Scene,
    view: View,
    axes: readonly Axis[],
    means: Means,
    picture: ArtworkSide,
    { order, glints }: Viewer,
  ) {
    this.#scene = scene;
    this.#view = view;
    this.#inks = new InkLayers(scene, glints);
    this.#axes = axes;
    this.#strides = stridesOf(axes);
    this.#order = order;
    this.#picture = picture;
    this.#depends = order.map((laid) =>
      laid.layer.picture === picture
        ? axes.flatMap((axis, i) => (dependsOn(laid, axis) ? [i] : []))
        : [],
    );
    this.#kept = order.map(() => new Map());
    this.#keys = new Float64Array(order.length).fill(-1);
    this.#plateAxes = axes.flatMap(({ kind }, i) => (kind === 'plate' ? [i] : []));
    this.#at = new Int32Array(axes.length);
    const plates = new Map(means.plates);
    for (const { key, rule } of plateSpecs(scene.stack)) if (isWholeSheet(rule)) plates.set(key, 1);
    this.#point = { process: { ...means.process }, plates };
  }

  /** @returns how many inks are the same as at the node before */
  goTo(node: number): number {
    for (let i = 0, rest = node; i < this.#axes.length; i++) {
      const step = (rest / this.#strides[i]) | 0;
      this.#at[i] = step;
      rest -= step * this.#strides[i];
    }
    let same = 0;
    let placed = false;
    for (let k = 0; k < this.#order.length; k++) {
      const key = this.#keyOf(this.#depends[k]);
      if (key === this.#keys[k]) {
        if (same === k) same++;
        continue;
      }
      this.#keys[k] = key;
      let found = this.#kept[k].get(key);
      if (!found) {
        if (!placed) this.#place();
        placed = true;
        found = this.#inks.at(this.#order[k], this.#point);
        this.#kept[k].set(key, found);
      }
      this.inks[k] = found;
    }
    const surfaceKey = this.#keyOf(this.#plateAxes);
    if (surfaceKey !== this.#surfaceKey) {
      this.#surfaceKey = surfaceKey;
      let found = this.#surfaces.get(surfaceKey);
      if (!found) {
        if (!placed) this.#place();
        found = surfaceAt(this.#scene, this.#view.side, this.#point);
        this.#surfaces.set(surfaceKey, found);
      }
      this.surface = found;
      same = 0;
    }
    return same;
  }

  #keyOf(axes: readonly number[]): number {
    let key = 0;
    for (const axis of axes) key = key * this.#axes[axis].values.length + this.#at[axis];
    return key;
  }

  /** Puts the inks of the node on the point. */
  #place(): void {
    const process = [0, 0, 0, 0];
    this.#axes.forEach((axis, i) => {
      const value = axis.values[this.#at[i]];
      if (axis.kind === 'process') process[axis.ink] = value;
      else this.#point.plates.set(axis.key, value);
    });
    this.#point.process[this.#picture] = process;
  }
}

const dependsOn = ({ part, layer }: Laid, axis: Axis): boolean =>
  axis.kind === 'process'
    ? part.inkRole === 'CMYK'
    : part.inkRole !== 'CMYK' && plateKey(part, layer.picture, part.rule!) === axis.key;
