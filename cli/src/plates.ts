import { parseArgs } from 'node:util';
import { PlatesReport } from '@kyanos/contract';
import { pagesOf } from '@kyanos/core';
import { openArtwork } from '@kyanos/intake';
import { exportPlates } from '@kyanos/output';
import { readPlan } from './plan.ts';
import { fileArgument, printJson, UsageError, wholeNumber } from './usage.ts';

const USAGE = 'kyanos plates FILE --plan PLAN.json --out DIR [--json] [--dpi N]';

/** Builds the plates of a plan at full resolution and writes them as files. */
export async function platesCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      json: { type: 'boolean', default: false },
      plan: { type: 'string' },
      out: { type: 'string' },
      dpi: { type: 'string' },
    },
  });
  const file = fileArgument(positionals, USAGE);
  if (values.plan === undefined) throw new UsageError(`Name a plan file: ${USAGE}`);
  if (values.out === undefined) throw new UsageError(`Name a folder for the plates: ${USAGE}`);
  const plan = readPlan(values.plan);
  const dpi = wholeNumber(values.dpi, 'dpi', 36, 1200);
  const artwork = await openArtwork(file, {
    pages: [...new Set([plan.artwork.page, ...pagesOf(plan)])],
    ...(dpi === undefined ? {} : { dpi }),
  });
  try {
    const written = await exportPlates(plan, artwork, values.out, { createdAt: new Date() });
    if (values.json) printJson(PlatesReport.parse({ files: written }));
    else
      for (const { path, kind, plates } of written)
        console.log(
          `${kind.padEnd(6)} ${path}: ${plates.map(({ name, coverage }) => `${name} ${(coverage * 100).toFixed(1)} %`).join(', ')}`,
        );
  } finally {
    await artwork.close();
  }
}
