import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { ArtworkId, ExportId } from '../ids.ts';
import { Plan } from '../plan.ts';
import { Cancel, work } from './common.ts';

/** The files of a plan for its machine, packed together. */
export const PlateExport = z.object({
  id: ExportId,
  ...work,
  /** Of the packed file; null until it is there. */
  bytes: z.int().nullable(),
});
export type PlateExport = z.output<typeof PlateExport>;

const params = z.object({ id: ExportId });

export const makeExport = endpoint({
  method: 'POST',
  path: '/artworks/{id}/export',
  summary: 'Make the files of a plan for its machine',
  params: z.object({ id: ArtworkId }),
  body: z.strictObject({ plan: Plan }),
  answer: PlateExport,
  status: 202,
});
export const getExport = endpoint({
  method: 'GET',
  path: '/exports/{id}',
  summary: 'Files, and how far they are made',
  params,
  answer: PlateExport,
});
export const cancelExport = endpoint({
  method: 'POST',
  path: '/exports/{id}/cancel',
  summary: 'Give up making files, as far as the caller is concerned',
  params,
  body: Cancel,
  answer: PlateExport,
});
export const getExported = endpoint({
  method: 'GET',
  path: '/exports/{id}/plates.zip',
  summary: 'The files, packed',
  params,
  answer: { type: 'application/zip', what: 'PDF and TIFF for the machine' },
});
