import { pdf } from './pdf.ts';
import { reader } from './reader.ts';
import { reading } from './reading.ts';
import { tiff } from './tiff.ts';

/** German. */
export const de = {
  pdf,
  reader,
  reading,
  tiff,
};
