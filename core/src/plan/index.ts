export {
  barcodeLooks,
  type BarcodeLook,
  type Decoder,
  type Parts,
  type Scanned,
} from './barcodeLook.ts';
export { changed, withStack } from './change.ts';
export { useOf } from './findings.ts';
export {
  drawnSeparation,
  hasTone,
  measurePlates,
  measureVersions,
  plateRaster,
  type MeasureOptions,
} from './measurePlates.ts';
export { jobsOf, likelyPageUse, pageUsesOf, type PageJob, type PageUse } from './jobPages.ts';
export { modelOf, sceneOf } from './model.ts';
export { pieceOf } from './layoutFindings.ts';
export {
  modeOf,
  pageOf,
  PLAN_FORMAT,
  type Artwork,
  type PrintPlan,
  type Version,
  type VersionLoads,
  type Viewing,
} from './plan.ts';
export { newPlan } from './newPlan.ts';
export { differenceOn, opacityOn, sampleOf, type LookSample } from './lookSample.ts';
export {
  lookAt,
  lookNumbers,
  pointLooks,
  printPixels,
  rearStrength,
  screened,
  type Look,
  type LookNumbers,
  type PointLook,
  type PicturePixels,
  type PrintPixels,
  type Screened,
} from './printLook.ts';
export { groundDependencies, lookDependencies, plateDependencies } from './plateDependencies.ts';
export { printedRaster } from './printedRaster.ts';
export {
  printFileName,
  printFiles,
  thinned,
  type PrintFile,
  type PrintPlate,
} from './printFiles.ts';
export { jobTicket, TICKET_FORMAT, type JobTicket, type TicketTrip } from './ticket.ts';
export { keepOverprint, repaired, repairedState } from './repair.ts';
export { inkMoneyByPart } from './layerFigures.ts';
export { shrunkArtwork } from './shrunkArtwork.ts';
export { inkMl, planJob, calculate, type PlanResult, type Work } from './calculate.ts';
export {
  measuresOf,
  oneVersion,
  pagesOf,
  platePages,
  sameSize,
  versionLoads,
  versionsOf,
  withCopies,
  withVersions,
} from './versions.ts';
export type { VersionWork } from './versionWork.ts';
export { jobOfTask, placedTasks, queueWork, tripsApart, worksOn } from './queueWork.ts';
