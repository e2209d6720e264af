/** Benchmarks: each times our way and a named reference on the same input, in turns, in one run. */
import { readFileSync } from 'node:fs';
import type { BenchReport } from '@kyanos/contract';
import { lookBenchmarks } from './look.ts';
import { planBenchmarks } from './plan.ts';
import { plateBenchmarks } from './plates.ts';
import { queueBenchmarks } from './queue.ts';
import { pagesRead } from './rip-page.ts';
import { stockBenchmarks } from './stock.ts';
import { tiffBenchmarks } from './tiff-coverage.ts';

export { scale, scaleInWords } from './scale/index.ts';

export interface Benchmark {
  /** Both ways, ready to run. */
  prepare(): Promise<{
    ours: () => Promise<void>;
    reference: () => Promise<void>;
    /** What the reference itself measured of its last run, where it has to start a program first. */
    referenceMs?: () => number;
    close: () => Promise<void>;
  }>;
  readonly what: string;
  readonly rounds: number;
  /** A PostgreSQL that DATABASE_URL names. */
  readonly needsDatabase?: true;
}

export const BENCHMARKS: Readonly<Record<string, Benchmark>> = {
  ...pagesRead,
  ...tiffBenchmarks,
  ...plateBenchmarks,
  ...lookBenchmarks,
  ...planBenchmarks,
  ...stockBenchmarks,
  ...queueBenchmarks,
};

const median = (values: readonly number[]) => values.toSorted((a, b) => a - b)[values.length >> 1];

export async function runBenchmark(name: string): Promise<BenchReport[number]> {
  const { prepare, what, rounds } = BENCHMARKS[name];
  const { ours, reference, referenceMs, close } = await prepare();
  const times = { ours: [] as number[], reference: [] as number[] };
  const peaks = { ours: 0, reference: 0 };
  try {
    for (let round = 0; round < rounds; round++)
      for (const [side, run] of [
        ['reference', reference],
        ['ours', ours],
      ] as const) {
        const stop = watchMemory();
        const begin = performance.now();
        await run();
        const took = performance.now() - begin;
        times[side].push(side === 'reference' ? (referenceMs?.() ?? took) : took);
        peaks[side] = Math.max(peaks[side], stop());
      }
  } finally {
    await close();
  }
  const [a, b] = [median(times.ours), median(times.reference)];
  return {
    name,
    ours: { medianMs: a, peakMb: peaks.ours },
    reference: { what, medianMs: b, peakMb: peaks.reference },
    ratio: a / b,
  };
}

/** Highest resident memory of this process and its readers until stopped, MB; other people's programs are left out. */
function watchMemory(): () => number {
  const now = () => process.memoryUsage.rss() + readersRss();
  let peak = now();
  const timer = setInterval(() => (peak = Math.max(peak, now())), 20);
  return () => {
    clearInterval(timer);
    return Math.max(peak, now()) / 1024 / 1024;
  };
}

/** Source: proc(5), children and VmRSS. */
function readersRss(): number {
  const text = (path: string) => {
    try {
      return readFileSync(path, 'utf8');
    } catch {
      return '';
    }
  };
  return text(`/proc/${process.pid}/task/${process.pid}/children`)
    .split(' ')
    .filter((pid) => pid && text(`/proc/${pid}/cmdline`).includes('reader.js'))
    .reduce((sum, pid) => {
      const rss = /VmRSS:\s+(\d+) kB/.exec(text(`/proc/${pid}/status`));
      return sum + Number(rss?.[1] ?? 0) * 1024;
    }, 0);
}
