export { decodedContents } from './barcodes/decoder.ts';
export { firstLook } from './firstlook.ts';
export {
  DEFAULT_DPI,
  openArtwork,
  readCoverage,
  sniff,
  type IntakeOptions,
  type OpenArtwork,
} from './intake.ts';
export { planarRaster } from './planar.ts';
export { anchorOf, PRINTING_CONDITION, printingProfile } from './profile.ts';
export { ArtworkRefused, MAX_PAGES, MAX_PIXELS, MAX_SIDE_PX } from './refusal.ts';
export { run } from './run.ts';
