/** The colours of an artwork's process inks. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { processModel } from '../optics/index.ts';
import { remembered } from '../remembered.ts';

/** Fitting the profile takes a tenth of a second; few artworks have a profile of their own. */
const fitted = remembered(4, processModel);

export const modelOf = ({ anchor }: ArtworkInfo): ReturnType<typeof processModel> => fitted(anchor);
