/** Rules in the operator's words. */
import type { Length, PlateRule, Recipe, Shape, Small, Source, Step } from './rule.ts';

const SHAPES: Record<Shape['shape'], string> = {
  box: 'a drawn box',
  ellipse: 'a drawn ellipse',
  polygon: 'a drawn outline',
  brush: 'a brush stroke',
};
const INKS = { C: 'cyan', M: 'magenta', Y: 'yellow', K: 'black' } as const;

/** Where a source lies, as in "White lies …". */
export function sourceWords(from: Source): string {
  switch (from.kind) {
    case 'art':
      return 'as drawn in the artwork';
    case 'separation':
      return `where the separation “${from.name}” is`;
    case 'sheet':
      return 'on the whole sheet';
    case 'image':
      return `under the image, any ink above ${from.haze} %`;
    case 'outside':
      return `outside the image, no ink above ${from.haze} %`;
    case 'paper':
      return 'on paper-white inside the image';
    case 'cleaned':
      return 'under the image, cleaned of haze and with its highlights';
    case 'light':
      return 'more where the image is lighter';
    case 'vivid':
      return 'more where the image is more saturated';
    case 'match':
      return `as much as brings it within ${from.within} L* of the art on white`;
    case 'ink':
      return `where ${INKS[from.ink]} is above ${from.above} %`;
    case 'codes':
      return from.margin > 0
        ? `under barcodes, their quiet zones and ${from.margin} mm more`
        : 'under barcodes and their quiet zones';
    case 'shape':
      return `in ${SHAPES[from.shape.shape]}`;
    case 'plate':
      return 'where a plate of another job is';
  }
}

const length = ({ value, unit }: Length) => `${value} ${unit}`;
const small = ({ value, unit }: Small) =>
  unit === 'mm2' ? `up to ${value} mm²` : `narrower than ${value} mm`;

export function stepWords(step: Step): string {
  switch (step.do) {
    case 'add':
      return `and ${recipeWords(step.with)}`;
    case 'bare':
      return `but not ${recipeWords(step.with)}`;
    case 'within':
      return `only ${recipeWords(step.with)}`;
    case 'close':
      return `holes ${small(step.upTo)} closed`;
    case 'drop':
      return `specks ${small(step.upTo)} dropped`;
    case 'choke':
      return `choke ${length(step.by)}${step.least > 0 ? ` but for strokes under ${step.least} mm` : ''}`;
    case 'spread':
      return `spread ${length(step.by)}`;
    case 'feather':
      return `fading in over ${step.mm} mm`;
    case 'curve':
      return 'along a tone curve';
    case 'density':
      return `thinned to ${step.percent} %`;
    case 'spare':
      return `not under black from ${step.above} %${step.inner > 0 ? `, but ${step.inner} mm under its edge` : ''}`;
  }
}

const recipeWords = ({ from, steps }: Recipe): string =>
  [sourceWords(from), ...steps.map(stepWords)].join(', ');

export const ruleWords = ({ alone, ...recipe }: PlateRule): string =>
  [recipeWords(recipe), ...(alone ? ['whatever the artist drew'] : [])].join(', ');
