export { BAND_ROWS, memoryRaster, type Band, type PixelBox, type Raster } from './band.ts';
export { CellMap, cellLevels, cellsFrom, packCells, type Cells } from './cells.ts';
export { ChokeStream, mmToPxRadius } from './choke.ts';
export { CoverageMeter, sum, sumInterleaved } from './coverage.ts';
export { Halver, levelSize } from './halve.ts';
export { HoleMeter, type Hole, type Holes } from './holes.ts';
export { Shrinker, shrunkSize } from './shrink.ts';
