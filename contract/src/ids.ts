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
