/** The colours of an artwork's process inks. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { processModel } from '../optics/index.ts';

/** Fitting the profile takes some milliseconds; one artwork has one profile. */
const models = new WeakMap<object, ReturnType<typeof processModel>>();
export function modelOf({ anchor }: ArtworkInfo): ReturnType<typeof processModel> {
  let model = models.get(anchor);
  if (!model) models.set(anchor, (model = processModel(anchor)));
  return model;
}
