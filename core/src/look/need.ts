/** How much of one special the print needs, pixel for pixel, to look nearly as light as the same art on white paper. */
import { labOnAnchorSheet, processLayer } from '../optics/index.ts';
import { plateSpecs, type NeedRows, type PlateSpec } from '../plates/index.ts';
import { D50, spectrumToLab } from '../spectrum/index.ts';
import { InkLayers, surfaceAt, Viewer, type Point, type Scene } from './scene.ts';
import type { View } from './view.ts';

/** Tints at which it is worked out, a process ink; between them it is interpolated. */
const NODES = 5;
/** Covers that are tried; between them it is interpolated. */
const COVERS = 16;

/** The newest few answers: a table is worked out in a tenth of a second, and asked for at every change of a rule. */
const known = new Map<string, NeedRows>();
const MOST_KNOWN = 8;
const models = new WeakMap<object, number>();
let modelCount = 0;

/**
 * @param within L* that the print may be darker by
 * @returns cover of the plate for rows of C, M, Y, K
 */
export function inkNeeded(scene: Scene, view: View, spec: PlateSpec, within: number): NeedRows {
  if (!models.has(scene.process)) models.set(scene.process, modelCount++);
  const { stack, material, inks } = scene;
  const key = JSON.stringify([
    models.get(scene.process),
    [stack, material.optics, material.adhesive, inks],
    [view, spec.key, within],
  ]);
  const found = known.get(key) ?? interpolated(tableOf(scene, view, spec, within));
  known.delete(key);
  known.set(key, found);
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
  return found;
}

/** Covers at each node of four inks, the last one fastest. */
function tableOf(scene: Scene, view: View, spec: PlateSpec, within: number): Float32Array {
  const viewer = new Viewer(scene, view);
  const inks = new InkLayers(scene, false);
  const full = plateSpecs(scene.stack).map(({ key }) => [key, 1] as const);
  const bare = [0, 0, 0, 0];
  // Specials don't change with the tints: they are made once for each cover.
  const tried = Array.from({ length: COVERS + 1 }, (_, i) => {
    const plates = new Map([...full, [spec.key, i / COVERS] as const]);
    const point: Point = { process: { front: bare, rear: bare }, plates };
    const layers = viewer.order.map((laid) => inks.at(laid, point));
    return { layers, surface: surfaceAt(scene, view.side, point) };
  });
  const coloured = viewer.order.flatMap(({ part }, i) => (part.inkRole === 'CMYK' ? [i] : []));
  const table = new Float32Array(NODES ** 4);
  const tints = [0, 0, 0, 0];
  for (let node = 0; node < table.length; node++) {
    for (let ink = 3, rest = node; ink >= 0; ink--, rest = Math.floor(rest / NODES))
      tints[ink] = (rest % NODES) / (NODES - 1);
    const wanted = labOnAnchorSheet(processLayer(scene.process, tints))[0] - within;
    const point: Point = { process: { front: tints, rear: tints }, plates: new Map() };
    const colours = coloured.map((i) => inks.at(viewer.order[i], point));
    const lightness = (at: number) => {
      const { layers, surface } = tried[at];
      coloured.forEach((i, k) => (layers[i] = colours[k]));
      return spectrumToLab(viewer.see(layers, surface), D50)[0];
    };
    table[node] = leastCover(lightness, wanted) / COVERS;
  }
  return table;
}

/** The least of the covers tried, and how far between it and the one before. @param lightness rises, or hardly changes */
function leastCover(lightness: (at: number) => number, wanted: number): number {
  let [low, high] = [0, COVERS];
  let [dark, light] = [lightness(low), lightness(high)];
  if (dark >= wanted) return low;
  if (light <= wanted) return high;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const seen = lightness(middle);
    if (seen < wanted) [low, dark] = [middle, seen];
    else [high, light] = [middle, seen];
  }
  return low + (wanted - dark) / (light - dark);
}

/** Bits of each ink by which a pixel is looked up: a step is 3 % of ink, less than the eye sees of a white. */
const BITS = 5;
const LEVELS = 2 ** BITS;

/** Between the nodes in each of the four inks by itself, worked out once for every step of ink. */
function interpolated(table: Float32Array): NeedRows {
  let values = table;
  // One ink after another, from the last: its nodes become its levels.
  for (
    let ink = 3, before = NODES ** 3, after = 1;
    ink >= 0;
    ink--, before /= NODES, after *= LEVELS
  )
    values = resampled(values, before, after);
  const covers = Uint8Array.from(values, (cover) => Math.round(cover * 255));
  const level = Uint8Array.from({ length: 256 }, (_, v) => Math.round((v / 255) * (LEVELS - 1)));
  return (process, size) => {
    const none = new Uint8Array(size);
    const [c, m, y, k] = process.map((plane) => plane ?? none);
    const out = new Uint8Array(size);
    for (let i = 0; i < size; i++) {
      const cm = (level[c[i]] << BITS) | level[m[i]];
      out[i] = covers[(((cm << BITS) | level[y[i]]) << BITS) | level[k[i]]];
    }
    return out;
  };
}

/** Values at {@link NODES} nodes along the middle of three axes become values at {@link LEVELS} levels. */
function resampled(values: Float32Array, before: number, after: number): Float32Array {
  const out = new Float32Array(before * LEVELS * after);
  for (let level = 0; level < LEVELS; level++) {
    const at = (level / (LEVELS - 1)) * (NODES - 1);
    const low = Math.min(NODES - 2, Math.floor(at));
    for (let b = 0; b < before; b++)
      for (let a = 0; a < after; a++) {
        const from = (b * NODES + low) * after + a;
        out[(b * LEVELS + level) * after + a] =
          values[from] + (at - low) * (values[from + after] - values[from]);
      }
  }
  return out;
}
