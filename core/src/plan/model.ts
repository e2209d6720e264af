/** What light meets in a plan's print: the colours of the artwork's process inks, and the whole scene. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { makeScene, type Scene } from '../look/index.ts';
import { processModel } from '../optics/index.ts';
import { remembered } from '../remembered.ts';
import type { PrintPlan } from './plan.ts';

/** Fitting the profile takes a tenth of a second; few artworks have a profile of their own. */
const fitted = remembered(4, processModel);

/** The process colours of a plan: as measured on its machine and material, else as the artwork's profile states them. */
export function modelOf(
  { anchor }: ArtworkInfo,
  plan?: Pick<PrintPlan, 'machine' | 'material'>,
): ReturnType<typeof processModel> {
  const own = plan?.machine.primaries?.find(({ materialId }) => materialId === plan.material.id);
  return fitted(own?.anchor ?? anchor);
}

export const sceneOf = (
  plan: Pick<PrintPlan, 'stack' | 'material' | 'machine'>,
  info: ArtworkInfo,
): Scene => makeScene({ ...plan, process: modelOf(info, plan) });
