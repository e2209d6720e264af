import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { ArtworkId, BuildId } from '../ids.ts';
import { MeasuresSchema } from '../measures.ts';
import { Plan } from '../plan.ts';
import { Cancel, work } from './common.ts';

export const PlateBuild = z.object({ id: BuildId, ...work, measures: MeasuresSchema.nullable() });
export type PlateBuild = z.output<typeof PlateBuild>;

const params = z.object({ id: BuildId });

export const buildPlates = endpoint({
  method: 'POST',
  path: '/artworks/{id}/plates',
  summary: 'Build the special plates of a plan at full size',
  params: z.object({ id: ArtworkId }),
  body: z.strictObject({ plan: Plan }),
  answer: PlateBuild,
  status: 202,
});
export const getPlates = endpoint({
  method: 'GET',
  path: '/plates/{id}',
  summary: 'Plates, and how far they are built',
  params,
  answer: PlateBuild,
});
export const cancelPlates = endpoint({
  method: 'POST',
  path: '/plates/{id}/cancel',
  summary: 'Give up building, as far as the caller is concerned',
  params,
  body: Cancel,
  answer: PlateBuild,
});
