export {
  DEFAULT_HAZE,
  DEFAULT_HIGHLIGHT,
  DEFAULT_RULE,
  DEFAULT_SOLID,
  isWholeSheet,
  mapSources,
  recipesOf,
  usesSource,
} from './rule.ts';
export type { Length, PlateRule, Recipe, Shape, Small, Source, PagePoint, Step } from './rule.ts';
export {
  addStep,
  hundredth,
  moveStep,
  newSource,
  newStep,
  removeStep,
  replaceStep,
} from './edit.ts';
export { ruleWords, sourceWords, stepWords } from './words.ts';
export { WISHES, type Wish } from './wishes.ts';
export { formatRecipe, formatRule } from './format.ts';
export { parseRule } from './parse.ts';
