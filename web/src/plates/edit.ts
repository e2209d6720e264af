/** Rules as they are composed: what a new source or step begins with, and where steps move. */
import simplify from 'simplify-js';
import {
  DEFAULT_HAZE,
  DEFAULT_HIGHLIGHT,
  DEFAULT_SOLID,
  type Recipe,
  type Shape,
  type Source,
  type Step,
} from '@kyanos/core';

/** Sources as they are offered, in the order in which they are wanted. Shapes are drawn, plates of other jobs are picked. */
export const SOURCES: readonly { readonly value: Source['kind']; readonly title: string }[] = [
  { value: 'image', title: 'Under the image' },
  { value: 'cleaned', title: 'Under the image, cleaned' },
  { value: 'art', title: 'As drawn for this ink' },
  { value: 'sheet', title: 'The whole sheet' },
  { value: 'outside', title: 'Outside the image' },
  { value: 'paper', title: 'Paper-white inside the image' },
  { value: 'light', title: 'Graded from lightness' },
  { value: 'vivid', title: 'Graded from saturation' },
  { value: 'match', title: 'As much as the look needs' },
  { value: 'ink', title: 'Where one ink is' },
  { value: 'separation', title: 'Another separation' },
  { value: 'codes', title: 'Under barcodes' },
  { value: 'shape', title: 'A drawn shape' },
  { value: 'plate', title: 'A plate of another job' },
];

/** @param separations of the artwork @param page its size, mm @param jobs ids of other jobs */
export function newSource(
  kind: Source['kind'],
  separations: readonly string[],
  page: { readonly widthMm: number; readonly heightMm: number },
  jobs: readonly string[],
): Source {
  switch (kind) {
    case 'image':
    case 'outside':
    case 'paper':
      return { kind, haze: DEFAULT_HAZE };
    case 'cleaned':
      return { kind, haze: DEFAULT_HAZE, highlight: DEFAULT_HIGHLIGHT, white: [], bare: [] };
    case 'match':
      return { kind, within: 2 };
    case 'ink':
      return { kind, ink: 'K', above: 50 };
    case 'separation':
      return { kind, name: separations[0] ?? 'Black' };
    case 'codes':
      return { kind, margin: 1 };
    case 'shape':
      return {
        kind,
        shape: {
          shape: 'box',
          left: hundredth(page.widthMm / 4),
          top: hundredth(page.heightMm / 4),
          width: hundredth(page.widthMm / 2),
          height: hundredth(page.heightMm / 2),
        },
      };
    case 'plate':
      return { kind, job: jobs[0] ?? '', lay: 'W' };
    case 'art':
    case 'sheet':
    case 'light':
    case 'vivid':
      return { kind };
  }
}

export const STEPS: readonly { readonly value: Step['do']; readonly title: string }[] = [
  { value: 'add', title: 'Add' },
  { value: 'bare', title: 'Keep bare' },
  { value: 'within', title: 'Only inside' },
  { value: 'close', title: 'Close holes' },
  { value: 'drop', title: 'Drop specks' },
  { value: 'choke', title: 'Choke' },
  { value: 'spread', title: 'Spread' },
  { value: 'spare', title: 'Spare solid black' },
  { value: 'feather', title: 'Feather the edge' },
  { value: 'curve', title: 'Tone curve' },
  { value: 'density', title: 'Density' },
];

const image: Recipe = { from: { kind: 'image', haze: DEFAULT_HAZE }, steps: [] };

export function newStep(kind: Step['do']): Step {
  switch (kind) {
    case 'add':
      return { do: kind, with: { from: { kind: 'codes', margin: 1 }, steps: [] } };
    case 'bare':
      return { do: kind, with: { from: { kind: 'paper', haze: DEFAULT_HAZE }, steps: [] } };
    case 'within':
      return { do: kind, with: image };
    case 'close':
    case 'drop':
      return { do: kind, upTo: { value: 0.5, unit: 'mm2' } };
    case 'choke':
      return { do: kind, by: { value: 0.2, unit: 'mm' }, least: 0.3 };
    case 'spread':
      return { do: kind, by: { value: 0.1, unit: 'mm' } };
    case 'spare':
      return { do: kind, above: DEFAULT_SOLID, inner: 0.2 };
    case 'feather':
      return { do: kind, mm: 0.5 };
    case 'curve':
      return {
        do: kind,
        points: [
          [0, 0],
          [50, 65],
          [100, 100],
        ],
      };
    case 'density':
      return { do: kind, percent: 80 };
  }
}

export const hundredth = (mm: number): number => Math.round(mm * 100) / 100;

export const replaceStep = <R extends Recipe>(recipe: R, at: number, step: Step): R => ({
  ...recipe,
  steps: recipe.steps.with(at, step),
});
export const removeStep = <R extends Recipe>(recipe: R, at: number): R => ({
  ...recipe,
  steps: recipe.steps.toSpliced(at, 1),
});
export const addStep = <R extends Recipe>(recipe: R, step: Step): R => ({
  ...recipe,
  steps: [...recipe.steps, step],
});
/** @param by −1 earlier, 1 later */
export function moveStep<R extends Recipe>(recipe: R, at: number, by: -1 | 1): R {
  const to = at + by;
  if (to < 0 || to >= recipe.steps.length) return recipe;
  return { ...recipe, steps: recipe.steps.toSpliced(at, 1).toSpliced(to, 0, recipe.steps[at]) };
}

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
