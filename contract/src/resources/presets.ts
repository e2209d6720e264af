import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { PresetId } from '../ids.ts';
import { StackText } from '../plan.ts';

/** A beginning that the shop saved for itself: stack, plates and mirroring. */
export const NewPreset = z.strictObject({
  name: z.string().trim().min(1).max(80),
  about: z.string().trim().max(200),
  notation: StackText,
});
export const SavedPreset = z.object({
  id: PresetId,
  name: z.string(),
  about: z.string(),
  notation: z.string(),
});
export type SavedPreset = z.output<typeof SavedPreset>;

export const listPresets = endpoint({
  method: 'GET',
  path: '/presets',
  summary: 'Presets of the shop',
  answer: z.array(SavedPreset),
});
export const makePreset = endpoint({
  method: 'POST',
  path: '/presets',
  summary: 'Save a preset',
  body: NewPreset,
  answer: SavedPreset,
  status: 201,
  once: true,
});
export const removePreset = endpoint({
  method: 'DELETE',
  path: '/presets/{id}',
  summary: 'Remove a preset; jobs keep what they have',
  params: z.object({ id: PresetId }),
  answer: null,
});
