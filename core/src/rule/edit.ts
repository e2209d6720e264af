/** Rules as they are composed: what a new source or step begins with, and where steps move. */
import {
  DEFAULT_HAZE,
  DEFAULT_HIGHLIGHT,
  DEFAULT_SOLID,
  type Recipe,
  type Source,
  type Step,
} from './rule.ts';

/** Places on a page are kept to a hundredth of a millimetre. */
export const hundredth = (mm: number): number => Math.round(mm * 100) / 100;

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
    case 'solveForLightness':
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
      return { kind, job: jobs[0] ?? '', inkKey: 'W' };
    case 'art':
    case 'sheet':
    case 'light':
    case 'vivid':
      return { kind };
  }
}

const image: Recipe = { from: { kind: 'image', haze: DEFAULT_HAZE }, steps: [] };

export function newStep(kind: Step['do']): Step {
  switch (kind) {
    case 'add':
      return { do: kind, with: { from: { kind: 'codes', margin: 1 }, steps: [] } };
    case 'subtract':
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
    case 'skipUnderBlack':
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
