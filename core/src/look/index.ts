export {
  apertureFor,
  contrastGrade,
  gradeLinear,
  gradeMatrix,
  type DrawnMatrix,
  PARAMETERS,
  type Grade,
  type Parameter,
  type Reflectances,
  type SymbolGrade,
} from './barcodeGrade.ts';
export {
  BRUSHED,
  EMBOSSED,
  FOIL_PERIOD,
  glare,
  gratingLight,
  LEAFED,
  surfaceGloss,
  varnished,
  type Glare,
  type Roughness,
} from './glare.ts';
export { scanPicture, thinnedBars, type Grey } from './barcodeScan.ts';
export { inkNeeded } from './need.ts';
export {
  besideOwnWhite,
  coloursOf,
  dayNightDifference,
  difference,
  flopOf,
  grainShown,
  type Flop,
  NO_MEANS,
  onPaper,
  PAPER,
  readability,
  showThrough,
  type Colours,
  type ShowThrough,
  type Spread,
} from './numbers.ts';
export {
  areaSpread,
  middleOpacity,
  opacityOf,
  shareFrom,
  type AreaSpread,
  type LayerOpacity,
  type Opacity,
  type SpecialArea,
} from './opacity.ts';
export { makeScene, seen, type Point, type Scene } from './scene.ts';
export {
  hiddenLayer,
  solveRearStrength,
  whiteForGrain,
  whiteForOpacity,
  whiteOpacity,
  type LeastWhite,
  type RearStrength,
} from './solve.ts';
export { labsAt } from './spots.ts';
export {
  facingPicture,
  labOf,
  LookTable,
  readsBackwards,
  scannerSees,
  type Means,
  type Planes,
} from './table.ts';
export {
  BACKINGS,
  parseView,
  PLACE_NAMES,
  PLACES,
  surroundingsOf,
  viewsOf,
  type Backing,
  type PlaceName,
  type Surroundings,
  type View,
} from './view.ts';
