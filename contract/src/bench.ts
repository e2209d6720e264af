import { z } from 'zod';

/** Our time over the reference's, both measured in one run. Peaks are of the whole process, children left out. */
export const BenchReport = z.array(
  z.object({
    name: z.string(),
    ours: z.object({ medianMs: z.number(), peakMb: z.number() }),
    reference: z.object({ what: z.string(), medianMs: z.number(), peakMb: z.number() }),
    ratio: z.number(),
  }),
);
export type BenchReport = z.output<typeof BenchReport>;
