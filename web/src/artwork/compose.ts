/**
 * The separations of a file as one picture: process ink on white paper, each special over it in its own texture, which
 * thickens with its tint. A separation seen alone is a map on the even scale.
 */
import {
  isLineRole,
  LookTable,
  makeScene,
  modelOf,
  NO_MEANS,
  PAPER,
  parseStack,
  PROCESS_NAMES,
  type ArtworkInfo,
  type SeparationKind,
  type LineRole,
  type Scene,
  type Separation,
} from '@kyanos/core';
import { coverageRamp, onRamp } from '../shared/colour.ts';

/** Process ink on paper, so that the file is seen as it is, whatever the job prints it on; one for each printing condition. */
const scenes = new WeakMap<object, Scene>();

export function paperScene(info: ArtworkInfo): Scene {
  let scene = scenes.get(info.anchor);
  if (!scene) {
    const stack = parseStack('film | CMYK');
    scene = makeScene({ stack, material: PAPER, machine: { inks: [] }, process: modelOf(info) });
    scenes.set(info.anchor, scene);
  }
  return scene;
}

/** Marks of a special: colour, and the tint above which a pixel of the page is marked. Brighter tints mark more. */
interface Marks {
  readonly colour: readonly [number, number, number];
  threshold(x: number, y: number): number;
}

/** At full tint about a third of the ground is marked, so that colour is still seen under it. */
const MARKS: Readonly<Record<Exclude<SeparationKind, 'process' | LineRole>, Marks>> = {
  // A stipple.
  white: {
    colour: [96, 112, 150],
    threshold(x, y) {
      const [u, v] = [(x % 7) - 3, (y % 7) - 3];
      return (u * u + v * v) * 100;
    },
  },
  // Fine brushed lines.
  metallic: { colour: [94, 100, 110], threshold: (_, y) => Math.abs((y % 7) - 3) * 130 },
  // Concentric arcs.
  clear: {
    colour: [43, 116, 128],
    threshold: (x, y) => Math.abs((Math.hypot(x % 32, (y % 32) - 32) % 8) - 4) * 180,
  },
  // Slanting lines.
  spot: { colour: [176, 86, 47], threshold: (x, y) => Math.abs(((x + y) % 9) - 4) * 130 },
};
/** Lines that don't print are seen whole. */
const LINES: Marks = { colour: [150, 40, 120], threshold: () => 0 };
const marksOf = (kind: Exclude<SeparationKind, 'process'>): Marks =>
  isLineRole(kind) ? LINES : MARKS[kind];
/** How much of the ground a mark covers. */
const MARK = 0.85;
/** Where single pixels are looked at a texture would be taken for one of them: a veil instead. */
const VEIL = 0.35;

export interface Patch {
  readonly width: number;
  readonly height: number;
  /** Where it lies on its level of the page, so that textures join. */
  readonly left: number;
  readonly top: number;
  readonly planes: ReadonlyMap<string, Uint8Array>;
}

const ramp = coverageRamp();

/**
 * @param shown names of the separations to show
 * @param textured false where single pixels are looked at
 */
export function compose(
  scene: Scene,
  separations: readonly Separation[],
  shown: ReadonlySet<string>,
  { width, height, left, top, planes }: Patch,
  textured = true,
): Uint8ClampedArray<ArrayBuffer> {
  const visible = separations.filter(({ name }) => shown.has(name));
  if (visible.length === 1) return onRamp(planes.get(visible[0].name)!, ramp);
  const pixels = new Uint8ClampedArray(width * height * 4);
  const none = new Uint8Array(width * height);
  const table = new LookTable(scene, 'front', {
    size: width * height,
    process: PROCESS_NAMES.map((name) => (shown.has(name) && planes.get(name)) || none),
    plates: new Map(),
  });
  table.fill(scene, { side: 'front', place: 'white' }, NO_MEANS);
  table.render(pixels);
  table.release();
  for (const { name, kind } of visible) {
    if (kind === 'process') continue;
    const { colour, threshold } = marksOf(kind);
    const plane = planes.get(name)!;
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const tint = plane[i];
        if (tint === 0 || (textured && tint <= threshold(left + x, top + y))) continue;
        const share = textured ? MARK : (VEIL * tint) / 255;
        for (let c = 0; c < 3; c++) pixels[i * 4 + c] += (colour[c] - pixels[i * 4 + c]) * share;
      }
  }
  return pixels;
}
