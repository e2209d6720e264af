/** What light meets in a plan's print: the colours of the artwork's process inks, and the whole scene. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { makeScene, type Scene } from '../look/index.ts';
import { processModel } from '../optics/index.ts';
import { remembered } from '../remembered.ts';
import type { PrintPlan } from './plan.ts';

/** Fitting the profile takes a tenth of a second; few artworks have a profile of their own. */
const fitted = remembered(4, processModel);

export const modelOf = ({ anchor }: ArtworkInfo): ReturnType<typeof processModel> => fitted(anchor);

export const sceneOf = (
  plan: Pick<PrintPlan, 'stack' | 'material' | 'machine'>,
  info: ArtworkInfo,
): Scene => makeScene({ ...plan, process: modelOf(info) });
