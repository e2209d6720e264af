/** Rules in the operator's words. */
import type { Length, PlateRule, Recipe, Shape, Small, Source, Step } from './rule.ts';
import { t } from '../texts/index.ts';

const SHAPES: Record<Shape['shape'], string> = {
  get box() {
    return t('rule.drawnBox');
  },
  get ellipse() {
    return t('rule.drawnEllipse');
  },
  get polygon() {
    return t('rule.drawnOutline');
  },
  get brush() {
    return t('rule.brushStroke');
  },
};
const INKS = { C: 'cyan', M: 'magenta', Y: 'yellow', K: 'black' } as const;

/** Where a source lies, as in "White lies …". */
export function sourceWords(from: Source): string {
  switch (from.kind) {
    case 'art':
      return t('rule.drawnArtwork');
    case 'separation':
      return t('rule.whereSeparation', { from: from.name });
    case 'sheet':
      return t('rule.onTheWholeSheet');
    case 'image':
      return t('rule.underImageAnyInk', { haze: from.haze });
    case 'outside':
      return t('rule.outsideImageNoInk', { haze: from.haze });
    case 'paper':
      return t('rule.paperWhiteInsideImage');
    case 'cleaned':
      return t('rule.underImageCleanedHaze');
    case 'light':
      return t('rule.moreWhereImageLighter');
    case 'vivid':
      return t('rule.moreWhereImageMore');
    case 'solveForLightness':
      return t('rule.muchBringsWithinL', { within: from.within });
    case 'ink':
      return t('rule.whereAbove', { inks: INKS[from.ink], above: from.above });
    case 'codes':
      return from.margin > 0
        ? t('rule.underBarcodesTheirQuiet', { margin: from.margin })
        : t('rule.underBarcodesTheirQuietZones');
    case 'shape':
      return `in ${SHAPES[from.shape.shape]}`;
    case 'plate':
      return t('rule.wherePlateAnotherJob');
  }
}

const length = ({ value, unit }: Length) => `${value} ${unit}`;
const small = ({ value, unit }: Small) =>
  unit === 'mm2' ? t('rule.upMm', { value }) : t('rule.narrowerThanMm', { value });

export function stepWords(step: Step): string {
  switch (step.do) {
    case 'add':
      return t('rule.and', { with: recipeWords(step.with) });
    case 'subtract':
      return t('rule.butNot', { with: recipeWords(step.with) });
    case 'within':
      return t('rule.only', { with: recipeWords(step.with) });
    case 'close':
      return t('rule.holesClosed', { upTo: small(step.upTo) });
    case 'drop':
      return t('rule.specksDropped', { upTo: small(step.upTo) });
    case 'choke':
      return t('rule.choke', {
        by: length(step.by),
        rest: step.least > 0 ? t('rule.butStrokesUnderMm', { least: step.least }) : '',
      });
    case 'spread':
      return t('rule.spread', { by: length(step.by) });
    case 'feather':
      return t('rule.fadingOverMm', { mm: step.mm });
    case 'curve':
      return t('rule.alongToneCurve');
    case 'density':
      return t('rule.thinned', { percent: step.percent });
    case 'skipUnderBlack':
      return t('rule.notUnderBlackFrom', {
        above: step.above,
        rest: step.inner > 0 ? t('rule.butMmUnderEdge', { inner: step.inner }) : '',
      });
  }
}

const recipeWords = ({ from, steps }: Recipe): string =>
  [sourceWords(from), ...steps.map(stepWords)].join(', ');

export const ruleWords = ({ alone, ...recipe }: PlateRule): string =>
  [recipeWords(recipe), ...(alone ? [t('rule.whateverArtistDrew')] : [])].join(', ');
