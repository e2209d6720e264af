export {
  addressOf,
  encodeBody,
  type Answered,
  type Endpoint,
  type Given,
  type SomeEndpoint,
  signatureOf,
} from './endpoint.ts';
export * from './ids.ts';
export { openApi } from './openapi.ts';
export type { Wire } from './proof.ts';
export { addContractTexts } from './texts/texts.ts';
export { planesOf, previewFrom, shrunkPreview, type Preview } from './preview.ts';
export { Problem, type WorkState } from './resources/common.ts';
export { MAX_UPLOAD_BYTES, type StoredFile } from './resources/files.ts';
export {
  PREVIEW_PX,
  THUMBNAIL_PX,
  type PreviewSize,
  TILE_PX,
  tileLevels,
  type ArtworkSummary,
  type NewRip,
} from './resources/artworks.ts';
export type { PlateExport } from './resources/exports.ts';
export {
  JOB_FILTERS,
  JOB_SORTS,
  PAPERS,
  type ArtworkVersion,
  type Job,
  statesOf,
  type JobFilter,
  type JobList,
  type JobOrder,
  type JobQuery,
  type JobSummary,
  type JobEvent,
  type JobVersion,
  type PlanChanges,
  type Paper,
} from './resources/jobs.ts';
export { API } from './resources/index.ts';
export { ENDPOINTS } from './resources/endpoints.ts';
export { PEOPLE_API } from './resources/people.ts';
export { PRACTICE_API } from './resources/practice.ts';
export { JOB_FILE, JOB_FILE_FORMAT, JobFile, readJobFile } from './jobFile.ts';
export type { Sizes } from './resources/keeping.ts';
export { USUAL_KEEPING, type Keeping } from './settings.ts';
export { accessTo, closedTo, type Access } from './access.ts';
export { MOST_BY_PIN, reaches, ROLES, underPin, type Role } from './roles.ts';
export type { Me } from './resources/me.ts';
export { PASSWORD, type Passkey, type Person, type Tablet } from './resources/people.ts';
export {
  PRESS_STATES,
  type PressJob,
  type PressState,
  type PressWant,
  type PrinterStatus,
} from './resources/press.ts';
export type { Bench, BenchState } from './resources/bench.ts';
export {
  PRACTICE_PRINTS,
  type Course,
  GivenExercise,
  type Learner,
  type PracticePrint,
} from './resources/practice.ts';
export type { PlateBuild } from './resources/plates.ts';
export type { ReportsTaken, StoredReport } from './resources/reports.ts';
export { SETTING_ENDPOINTS, type SettingValue } from './resources/settings.ts';
export type { CareDay, DueOnWire, MachineCare, RunState } from './resources/care.ts';
export type { JobStock, ReorderLineOnWire, ShelfProduct } from './resources/stock.ts';
export { CareActSchema, type LogbookAct, type LogbookEntry } from './care.ts';
export type { LaterAct, Stocked, StockHistoryEntry } from './stock.ts';
export { SHOP_ENDPOINTS } from './resources/shop.ts';
export { BenchReport, type ScaleReport } from './bench.ts';
export { LookReport, lookReport } from './lookReport.ts';
export { Ink, Machine, Mode } from './machine.ts';
export { Material } from './material.ts';
export { encodePlan, Plan, problemOf, StackText, type PlanJson } from './plan.ts';
export { MachineStateSchema, Prices, ShopSchema } from './shop.ts';
export {
  CoverageReport,
  InspectReport,
  inspectReport,
  planReport,
  RefusalReport,
} from './report.ts';
export { PRINTED, type Printed } from './printed.ts';
export {
  ProcessSettings,
  FloorSettings,
  SETTINGS,
  SupplySettings,
  SpotNames,
  WhiteSettings,
  type SettingName,
} from './settings.ts';
export {
  readItem,
  readShopFile,
  SHOP_KINDS,
  ShopFileSchema,
  tryItem,
  STANDINGS,
  type ShopData,
  type ShopKind,
  type Standing,
} from './shopItems.ts';
export * from './storedPlan.ts';
export type { QueueState } from './resources/queue.ts';
export { TICKET_TYPE, TicketSchema } from './ticket.ts';
export {
  ANSWERS,
  ExerciseReport,
  ExerciseSchema,
  MarkSchema,
  SOLUTIONS,
  TopicSchema,
} from './practice.ts';
