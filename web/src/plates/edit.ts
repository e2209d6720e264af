/** What a rule can begin with and how it goes on, as it is offered; and shapes as they are drawn. */
import simplify from 'simplify-js';
import { hundredth, type Shape, type Source, type Step } from '@kyanos/core';
import { t } from '../texts/texts.ts';

/** A shape that is being drawn, and what it is to do. */
export interface Drawing {
  readonly tool: Shape['shape'];
  readonly as: 'add' | 'subtract' | 'within';
  readonly brushMm: number;
}

/** Sources as they are offered, in the order in which they are wanted. Shapes are drawn, plates of other jobs are picked. */
export const SOURCES: readonly { readonly value: Source['kind']; readonly title: string }[] = [
  { value: 'image', title: t('plates.underImage') },
  { value: 'cleaned', title: t('plates.underImageCleaned') },
  { value: 'art', title: t('plates.drawnInk') },
  { value: 'sheet', title: t('plates.wholeSheet') },
  { value: 'outside', title: t('plates.outsideImage') },
  { value: 'paper', title: t('plates.paperWhiteInsideImage') },
  { value: 'light', title: t('plates.gradedFromLightness') },
  { value: 'vivid', title: t('plates.gradedFromSaturation') },
  { value: 'solveForLightness', title: t('plates.muchLookNeeds') },
  { value: 'ink', title: t('plates.whereOneInk') },
  { value: 'separation', title: t('plates.anotherSeparation') },
  { value: 'codes', title: t('plates.underBarcodes') },
  { value: 'shape', title: t('plates.drawnShape') },
  { value: 'plate', title: t('plates.plateAnotherJob') },
];

export const STEPS: readonly { readonly value: Step['do']; readonly title: string }[] = [
  { value: 'add', title: t('plates.add') },
  { value: 'subtract', title: t('plates.keepBare') },
  { value: 'within', title: t('plates.onlyInsideTitle') },
  { value: 'close', title: t('plates.closeHoles') },
  { value: 'drop', title: t('plates.dropSpecks') },
  { value: 'choke', title: t('plates.chokeStep') },
  { value: 'spread', title: t('plates.spreadStep') },
  { value: 'skipUnderBlack', title: t('plates.knockOutUnderSolid') },
  { value: 'feather', title: t('plates.featherEdge') },
  { value: 'curve', title: t('plates.toneCurve') },
  { value: 'density', title: t('plates.density') },
];

/** A shape that reaches from one point to another, as it is drawn. Points in mm. */
export function drawnShape(
  tool: Shape['shape'],
  points: readonly { readonly x: number; readonly y: number }[],
  brushMm: number,
): Shape | undefined {
  const tidy = points.map(({ x, y }) => ({ x: hundredth(x), y: hundredth(y) }));
  const [first, last] = [tidy[0], tidy.at(-1)];
  if (!first || !last) return undefined;
  switch (tool) {
    case 'box':
    case 'ellipse': {
      const [left, top] = [Math.min(first.x, last.x), Math.min(first.y, last.y)];
      const [width, height] = [Math.abs(first.x - last.x), Math.abs(first.y - last.y)];
      if (width < 0.1 || height < 0.1) return undefined;
      return { shape: tool, left, top, width: hundredth(width), height: hundredth(height) };
    }
    case 'polygon':
      return tidy.length < 3 ? undefined : { shape: tool, points: tidy };
    case 'brush':
      return { shape: tool, width: brushMm, points: tidy };
  }
}

/** Points that a drawn line has at most: a plan holds several, and no plate shows more. */
const MOST_DRAWN = 800;

/**
 * The points of a drawn line that matter, by Ramer, Douglas and Peucker: a hand gives many more than the eye sees. The line
 * moves by no more than `tolerance`, in mm, or, where that leaves too many points, by as little as it takes.
 */
export function thinnedOut(
  points: readonly { readonly x: number; readonly y: number }[],
  tolerance: number,
): { x: number; y: number }[] {
  let kept = simplify([...points], tolerance, true);
  for (let wider = tolerance * 1.5; kept.length > MOST_DRAWN; wider *= 1.5)
    kept = simplify(kept, wider, true);
  return kept;
}
