/** A few pixels that stand for a picture, where many stacks are compared and none is looked at for long. */
import {
  facingPicture,
  labsAt,
  onPaper,
  type Point,
  type Scene,
  type View,
} from '../look/index.ts';
import { D50, deltaE2000, labToXyz, type Triple } from '../spectrum/index.ts';
import type { PrintPixels } from './printLook.ts';

export interface LookSample {
  readonly points: readonly Point[];
  /** Lab of the same art on white paper. */
  readonly paper: readonly Triple[];
}

/** Pixels of a sample. */
const POINTS = 32;
/** Places that follow one another by the golden section are spread evenly, however many there are. */
const GOLDEN = 0.6180339887498949;
/** Pixels that are looked at for each one with ink. */
const MOST_TRIED = 40;

/** @param scene any stack with these plates */
export function sampleOf(print: PrintPixels, scene: Scene, side: View['side']): LookSample {
  const picture = facingPicture(scene.stack, side);
  const { size, process, plates } = print.pictures[picture];
  const other = picture === 'front' ? 'rear' : 'front';
  const points: Point[] = [];
  for (let i = 0; i < POINTS * MOST_TRIED && points.length < POINTS; i++) {
    const at = Math.floor(((i * GOLDEN) % 1) * size);
    const inks = process.map((plane) => plane[at] / 255);
    const covers = new Map(print.means.plates);
    for (const [key, plane] of plates) covers.set(key, plane[at] / 255);
    if (
      inks.every((ink) => ink < 0.02) &&
      [...plates.keys()].every((key) => covers.get(key)! < 0.02)
    )
      continue;
    points.push({
      process: { [picture]: inks, [other]: print.means.process[other] } as Point['process'],
      plates: covers,
    });
  }
  return {
    points,
    paper: labsAt(onPaper(scene, picture), { side: 'front', place: 'white' }, points),
  };
}

/** Median ΔE2000 between a print and the same art on white paper; 0 where there is no ink. */
export function differenceOn({ points, paper }: LookSample, scene: Scene, view: View): number {
  const differences = labsAt(scene, view, points)
    .map((lab, i) => deltaE2000(lab, paper[i]))
    .sort((a, b) => a - b);
  return differences[Math.floor(differences.length / 2)] ?? 0;
}

/** Median contrast ratio of a print, 0 to 1: its luminance over black ÷ over white; 1 where there is no ink. */
export function opacityOn({ points }: LookSample, scene: Scene, side: View['side']): number {
  const over = (place: 'black' | 'white') =>
    labsAt(scene, { side, place }, points).map((lab) => labToXyz(lab, D50.white)[1]);
  const [black, white] = [over('black'), over('white')];
  const ratios = black.map((y, i) => y / Math.max(1e-6, white[i])).sort((a, b) => a - b);
  return Math.min(1, ratios[Math.floor(ratios.length / 2)] ?? 1);
}
