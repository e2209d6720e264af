export { anyAbove } from './above.ts';
export { giveBackRows, spareRows } from './spare.ts';
export {
  BAND_ROWS,
  copyOf,
  joined,
  memoryRaster,
  slicesOf,
  type Band,
  type PixelBox,
  type Raster,
} from './band.ts';
export {
  byteSum,
  edgesOf,
  eachPrinted,
  excessOf,
  fromInks,
  highestOf,
  lowestOf,
  OPERATIONS,
  orElse,
  otherWhere,
  withoutOf,
} from './bytes.ts';
export { CellMap, cellLevels, cellsFrom, packCells, type Cells } from './cells.ts';
export {
  chokeStream,
  closeStream,
  mmToPxRadius,
  rampStream,
  openStream,
  spreadStream,
  viaDistance,
  type MaskStream,
} from './choke.ts';
export { ComponentMeter, HoleMeter, type Component, type Hole, type Holes } from './components.ts';
export { CoverageMeter, sumInterleaved } from './coverage.ts';
export { Halver, levelSize } from './halve.ts';
export { croppedRaster, shrunkRaster } from './crop.ts';
export { DistanceStream, NONE_NEAR } from './distance.ts';
export { MixtureTally, type Mixture } from './mixtures.ts';
export { eachTouch, runsOf, type Runs } from './runs.ts';
export { SmallStream } from './small.ts';
export { Shrinker, shrunkSize } from './shrink.ts';
export { INK_STEP, inkSteps, InkTally, LevelTally, MOST_PLATES } from './tally.ts';
