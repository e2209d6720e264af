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

const cost = z.object({
  seconds: z.number(),
  /** Seconds of a processor for whoever answers, whoever does long work, and the database. */
  web: z.number(),
  worker: z.number(),
  database: z.number(),
  /** Added to the database. */
  kb: z.number(),
  rows: z.number(),
});

/** What a job costs on a machine, step by step, and what so many a day take. */
export const ScaleReport = z.object({
  steps: z.object({
    upload: cost,
    read: cost,
    plates: cost,
    files: cost,
    /** Ten times. */
    save: cost,
    look: cost,
  }),
  days: z.array(
    z.object({
      jobs: z.int(),
      gbADay: z.number(),
      millionRowsADay: z.number(),
      /** For long work, and the workers that have so many. */
      places: z.int(),
      workers: z.int(),
      /** Seconds until work is begun. */
      waitP50: z.number(),
      waitP95: z.number(),
      /** In the fullest hour: processors for those who answer and for the database, and what is written. */
      webCores: z.number(),
      databaseCores: z.number(),
      mbPerSecond: z.number(),
    }),
  ),
});
export type ScaleReport = z.output<typeof ScaleReport>;
