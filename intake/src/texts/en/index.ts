import { pdf } from './pdf.ts';
import { reader } from './reader.ts';
import { reading } from './reading.ts';
import { tiff } from './tiff.ts';

/** English, the language that every other one has the keys of. */
export const en = {
  pdf,
  reader,
  reading,
  tiff,
} as const;
