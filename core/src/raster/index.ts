export { BAND_ROWS, memoryRaster, type Band, type PixelBox, type Raster } from './band.ts';
export { ChokeStream, mmToPxRadius } from './choke.ts';
export { CoverageMeter, sum } from './coverage.ts';
export { HoleMeter, type Holes } from './holes.ts';
export { Shrinker, shrunkSize } from './shrink.ts';
