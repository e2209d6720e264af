/** Ids of what the server keeps. Each kind is a type of its own, so that none stands where another is meant. */
import { z } from 'zod';

export const JobId = z.uuid().brand<'JobId'>();
export type JobId = z.output<typeof JobId>;
export const ArtworkId = z.uuid().brand<'ArtworkId'>();
export type ArtworkId = z.output<typeof ArtworkId>;
export const FileId = z.uuid().brand<'FileId'>();
export type FileId = z.output<typeof FileId>;
export const BuildId = z.uuid().brand<'BuildId'>();
export type BuildId = z.output<typeof BuildId>;
export const ExportId = z.uuid().brand<'ExportId'>();
export type ExportId = z.output<typeof ExportId>;
export const ReportId = z.uuid().brand<'ReportId'>();
export type ReportId = z.output<typeof ReportId>;
export const StockItemId = z.uuid().brand<'StockItemId'>();
export type StockItemId = z.output<typeof StockItemId>;
/** Entries of stock and logbook are numbered in the order in which they were written down. */
export const StockEventId = z.coerce.number().int().positive().brand<'StockEventId'>();
export type StockEventId = z.output<typeof StockEventId>;
export const CareEventId = z.coerce.number().int().positive().brand<'CareEventId'>();
export type CareEventId = z.output<typeof CareEventId>;
/** A job sent to a printer. */
export const PressJobId = z.uuid().brand<'PressJobId'>();
export type PressJobId = z.output<typeof PressJobId>;
export const RunId = z.uuid().brand<'RunId'>();
export type RunId = z.output<typeof RunId>;
export const ExerciseId = z.uuid().brand<'ExerciseId'>();
export type ExerciseId = z.output<typeof ExerciseId>;
/** Exercises that a master sets to people. */
export const CourseId = z.uuid().brand<'CourseId'>();
export type CourseId = z.output<typeof CourseId>;
export const PersonId = z.uuid().brand<'PersonId'>();
export type PersonId = z.output<typeof PersonId>;
/** A computer at the bench that several people share. */
export const TabletId = z.uuid().brand<'TabletId'>();
export type TabletId = z.output<typeof TabletId>;
