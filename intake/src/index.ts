export { programPath } from './assets.ts';
export { decodedContents } from './barcodes/decoder.ts';
export { confinementInWords } from './confine.ts';
export {
  DEFAULT_DPI,
  openArtwork,
  readArtwork,
  readCoverage,
  type ArtworkOptions,
  type IntakeOptions,
  type OpenArtwork,
  type OpenPage,
} from './intake.ts';
export { planarRaster } from './planar.ts';
export { anchorOf, printingCondition, printingProfile } from './profile.ts';
export { ArtworkRefused, MAX_PAGES, MAX_PIXELS, MAX_SIDE_PX } from './refusal.ts';
export { run } from './run.ts';
export { sniff } from './sniff.ts';
export { makeTemp, sweepTemp, type TempFolder } from './temp.ts';
export { atExit } from './exit.ts';
