import { parseArgs } from 'node:util';
import { BENCHMARKS, runBenchmark, scale, scaleInWords } from '@kyanos/bench';
import { printJson, UsageError } from './usage.ts';

export async function benchCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { json: { type: 'boolean', default: false } },
  });
  if (positionals.includes('scale')) return scaleCommand(values.json);
  const names = positionals.length ? positionals : Object.keys(BENCHMARKS);
  for (const name of names)
    if (!Object.hasOwn(BENCHMARKS, name))
      throw new UsageError(
        `There is no benchmark "${name}". There are ${Object.keys(BENCHMARKS).join(', ')}, and scale.`,
      );
  const results = [];
  for (const name of names) {
    if (BENCHMARKS[name].needsDatabase && !process.env.DATABASE_URL) {
      // All that can be run are run; one that was asked for says what it lacks.
      if (positionals.length > 0)
        throw new UsageError(
          `The benchmark "${name}" needs a PostgreSQL: set DATABASE_URL to one that may be written to.`,
        );
      if (!values.json) console.log(`${name}: left out, as it needs DATABASE_URL`);
      continue;
    }
    const result = await runBenchmark(name);
    results.push(result);
    if (!values.json)
      console.log(
        `${name}: ours ${result.ours.medianMs.toFixed(0)} ms (${result.ours.peakMb.toFixed(0)} MB), ${result.reference.what} ${result.reference.medianMs.toFixed(0)} ms; ratio ${result.ratio.toFixed(2)}`,
      );
  }
  if (values.json) printJson('bench', results);
}

/** What a job costs on this machine, and what that means for a shop, a large one and a very large one. */
async function scaleCommand(json: boolean): Promise<void> {
  if (!process.env.DATABASE_URL)
    throw new UsageError(
      'The benchmark "scale" needs a PostgreSQL on this machine: set DATABASE_URL to one that may be written to.',
    );
  const report = await scale();
  if (json) printJson('scale', report);
  else console.log(scaleInWords(report));
}
