/**
 * A picture of the print: the exact sum of the layers at the nodes of a table over the inks, and
 * interpolation between them for every pixel.
 *
 * Interpolation on simplices (the tetrahedral method in any number of dimensions): sort the fractions,
 * walk from the lower corner of the cell to the upper one, one axis at a time.
 * Source: J. Kanamori, "Color transformation algorithms for printing and display", and R. Rovatti,
 * M. Borgatti, R. Guerrieri, "A geometric approach to maximum-speed n-dimensional continuous linear
 * interpolation in rectangular grids", IEEE Trans. Computers 47 (1998) 894–899 (from memory).
 */
import { plateKey, plateSpecs } from '../plates/index.ts';
import { isWholeSheet } from '../rule/index.ts';
import { D50, spectrumToXyz, xyzToSrgb } from '../spectrum/index.ts';
import { allLayers, type Picture, type StackLayer } from '../stack/index.ts';
import type { Layer } from '../optics/index.ts';
import { stackLayer, surfaceAt, Viewer, type Point, type Scene, type View } from './scene.ts';

/**
 * One dimension of the table: a process ink by index, or a plate by key. Nodes lie closer where colour changes faster:
 * those of a process ink are even steps of effective area, not of nominal tint.
 */
export type Axis = (
  | { readonly kind: 'process'; readonly ink: number }
  | { readonly kind: 'plate'; readonly key: string }
) & {
  readonly nodes: number;
  /** Value of each node, 0 to 1. */
  readonly values: readonly number[];
  /** Where each byte lies among the nodes, 0 to nodes − 1. */
  readonly positions: Float64Array;
};

const even = (nodes: number) => ({
  nodes,
  values: Array.from({ length: nodes }, (_, i) => i / (nodes - 1)),
  positions: Float64Array.from({ length: 256 }, (_, v) => (v / 255) * (nodes - 1)),
});

/** Nodes at even steps of a tone curve (256 areas, rising from 0 to 1). */
function alongCurve(curve: Float64Array, nodes: number) {
  const tintOf = (area: number) => {
    let v = 1;
    while (v < 255 && curve[v] < area) v++;
    const rise = curve[v] - curve[v - 1];
    return (v - 1 + (rise > 0 ? (area - curve[v - 1]) / rise : 1)) / 255;
  };
  return {
    nodes,
    values: Array.from({ length: nodes }, (_, i) =>
      i === nodes - 1 ? 1 : tintOf(i / (nodes - 1)),
    ),
    positions: curve.map((area) => area * (nodes - 1)),
  };
}

export interface LookTable {
  readonly axes: readonly Axis[];
  /** Gamma-encoded sRGB × 255, not clipped, three values a node, last axis fastest. */
  readonly nodes: Float32Array;
  readonly picture: Picture;
  /** The picture reads backwards in this view. */
  readonly reversed: boolean;
}

/** Coverages of what is not looked at pixel by pixel: the picture on the other side. */
export interface Means {
  readonly process: Readonly<Record<Picture, readonly number[]>>;
  readonly plates: ReadonlyMap<string, number>;
}

const PROCESS_NODES = 6;
/** Fewer where two plates vary at once: plates are nearly full or nearly empty almost everywhere. */
const PLATE_NODES = 5;
const SEVERAL_PLATES_NODES = 4;

/** The picture that faces the viewer: that of the outermost layer on this side, else of the other side. */
export function facingPicture(scene: Scene, side: 'front' | 'back'): Picture {
  const { front, back } = scene.stack;
  const fromViewer =
    side === 'front' ? [...[...front].reverse(), ...back] : [...[...back].reverse(), ...front];
  const colour = fromViewer.find(({ parts }) => parts.some(({ lay }) => lay === 'CMYK'));
  return (colour ?? fromViewer[0]).picture;
}

export function buildLookTable(scene: Scene, view: View, means: Means): LookTable {
  const picture = facingPicture(scene, view.side);
  const hasColour = allLayers(scene.stack).some(
    (layer) => layer.picture === picture && layer.parts.some(({ lay }) => lay === 'CMYK'),
  );
  const plates = plateSpecs(scene.stack).filter((spec) => spec.picture === picture);
  const varying = plates.filter(({ rule }) => !isWholeSheet(rule));
  const plateNodes = varying.length > 1 ? SEVERAL_PLATES_NODES : PLATE_NODES;
  const axes: Axis[] = [
    ...(hasColour
      ? [0, 1, 2, 3].map((ink): Axis => ({
          kind: 'process',
          ink,
          ...alongCurve(scene.process.tone[ink], PROCESS_NODES),
        }))
      : []),
    ...varying.map(({ key }): Axis => ({ kind: 'plate', key, ...even(plateNodes) })),
  ];
  const whole = plateSpecs(scene.stack).filter(({ rule }) => isWholeSheet(rule));

  const count = axes.reduce((product, axis) => product * axis.nodes, 1);
  const nodes = new Float32Array(count * 3);
  const xyz = new Float64Array(count * 3);
  const at = new Array<number>(axes.length).fill(0);
  const layers = new LayerCache(scene, axes);
  const viewer = new Viewer(scene, view);
  let brightest = 0;
  for (let node = 0; node < count; node++) {
    const process = [0, 0, 0, 0];
    const plates = new Map(means.plates);
    for (const { key } of whole) plates.set(key, 1);
    axes.forEach((axis, i) => {
      const value = axis.values[at[i]];
      if (axis.kind === 'process') process[axis.ink] = value;
      else plates.set(axis.key, value);
    });
    const point: Point = { process: { ...means.process, [picture]: process }, plates };
    const surface = surfaceAt(scene, view.side, point);
    const layerOf = (layer: StackLayer) => layers.at(layer, at, point);
    const stimulus = spectrumToXyz(viewer.see(layerOf, surface), LIGHT);
    xyz.set(stimulus, node * 3);
    if (stimulus[1] > brightest) brightest = stimulus[1];
    for (let i = axes.length - 1; i >= 0 && ++at[i] === axes[i].nodes; i--) at[i] = 0;
  }
  // By reflection white is the perfect diffuser; with the lamp behind, the eye takes the brightest part for white.
  const scale = view.light === 'behind' && brightest > 0 ? 1 / brightest : 1;
  for (let node = 0; node < count; node++) {
    const [x, y, z] = xyz.subarray(node * 3, node * 3 + 3);
    const rgb = xyzToSrgb([x * scale, y * scale, z * scale], LIGHT.white);
    nodes[node * 3] = rgb[0] * 255;
    nodes[node * 3 + 1] = rgb[1] * 255;
    nodes[node * 3 + 2] = rgb[2] * 255;
  }
  return { axes, nodes, picture, reversed: readsBackwards(scene, view.side, picture) };
}

/**
 * Layers already worked out. A layer depends on its own inks only, so among the nodes of a table it takes few values.
 */
class LayerCache {
  readonly #scene: Scene;
  readonly #kept = new Map<StackLayer, Map<number, Layer>>();
  readonly #depends: ReadonlyMap<StackLayer, readonly number[]>;
  readonly #axes: readonly Axis[];

  constructor(scene: Scene, axes: readonly Axis[]) {
    this.#scene = scene;
    this.#axes = axes;
    const all = allLayers(scene.stack);
    this.#depends = new Map(
      all.map((layer) => [layer, axes.flatMap((axis, i) => (dependsOn(layer, axis) ? [i] : []))]),
    );
    for (const layer of all) this.#kept.set(layer, new Map());
  }

  at(layer: StackLayer, node: readonly number[], point: Point): Layer {
    let key = 0;
    for (const axis of this.#depends.get(layer)!) key = key * this.#axes[axis].nodes + node[axis];
    const kept = this.#kept.get(layer)!;
    let found = kept.get(key);
    if (!found) kept.set(key, (found = stackLayer(this.#scene, layer, point)));
    return found;
  }
}

/** Axes stand for the picture that is looked at; an axis that does not matter only costs memory. */
const dependsOn = ({ parts, picture }: StackLayer, axis: Axis): boolean =>
  parts.some(({ lay, rule }) =>
    axis.kind === 'process'
      ? lay === 'CMYK'
      : lay !== 'CMYK' && plateKey(lay, picture, rule!) === axis.key,
  );

/** The light of a viewing booth for prints: ISO 3664 (from memory). */
const LIGHT = D50;

/** A straight layer reads right from its own side, a mirrored one from the other. */
function readsBackwards(scene: Scene, side: 'front' | 'back', picture: Picture): boolean {
  const on = (['front', 'back'] as const).find((s) =>
    scene.stack[s].some((layer) => layer.picture === picture),
  );
  const layer = on && scene.stack[on].find((l) => l.picture === picture);
  if (!layer) return false;
  return (on === side) === layer.mirror;
}

/**
 * Colours a picture. @param planes one plane for each axis, 0–255, all of `out.length / 4` pixels
 * @param out RGBA, overwritten
 * @returns share of pixels whose colour the screen can't show, 0 to 1
 */
export function renderLook(
  { axes, nodes }: LookTable,
  planes: readonly Uint8Array[],
  out: Uint8ClampedArray,
): number {
  const d = axes.length;
  const strides = new Int32Array(d);
  for (let i = d - 1, stride = 3; i >= 0; i--) {
    strides[i] = stride;
    stride *= axes[i].nodes;
  }
  // For each axis and byte: offset of the node below, and the way to the next, 0 to 1.
  const base = new Int32Array(d * 256);
  const part = new Float64Array(d * 256);
  axes.forEach(({ nodes: n, positions }, i) => {
    for (let v = 0; v < 256; v++) {
      const position = positions[v];
      const below = Math.min(n - 2, Math.floor(position));
      base[i * 256 + v] = below * strides[i];
      part[i * 256 + v] = position - below;
    }
  });

  const order = new Int32Array(d);
  const fraction = new Float64Array(d);
  let outside = 0;
  for (let pixel = 0, o = 0; o < out.length; pixel++, o += 4) {
    let node = 0;
    for (let i = 0; i < d; i++) {
      const entry = i * 256 + planes[i][pixel];
      node += base[entry];
      const f = part[entry];
      let j = i;
      for (; j > 0 && fraction[j - 1] < f; j--) {
        fraction[j] = fraction[j - 1];
        order[j] = order[j - 1];
      }
      fraction[j] = f;
      order[j] = i;
    }
    let weight = d ? 1 - fraction[0] : 1;
    let r = weight * nodes[node];
    let g = weight * nodes[node + 1];
    let b = weight * nodes[node + 2];
    for (let i = 0; i < d && fraction[i] > 0; i++) {
      node += strides[order[i]];
      weight = fraction[i] - (i + 1 < d ? fraction[i + 1] : 0);
      if (weight === 0) continue;
      r += weight * nodes[node];
      g += weight * nodes[node + 1];
      b += weight * nodes[node + 2];
    }
    if (r < -1 || g < -1 || b < -1 || r > 256 || g > 256 || b > 256) outside++;
    out[o] = r;
    out[o + 1] = g;
    out[o + 2] = b;
    out[o + 3] = 255;
  }
  return outside / (out.length / 4);
}
