import { mkdirSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { exportPlates } from '@kyanos/output';
import { PLANNED_OPTIONS, withPlanned } from './planned.ts';
import { printJson, UsageError, writing } from './usage.ts';

const USAGE =
  'kyanos plates FILE --plan PLAN.json --out DIR [--json] [--dpi N] [--fail-on SEVERITY]';

/** Builds the plates of a plan at full resolution and writes them as files. */
export async function platesCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { ...PLANNED_OPTIONS, out: { type: 'string' } },
  });
  const folder = values.out;
  if (folder === undefined) throw new UsageError(`Name a folder for the plates: ${USAGE}`);
  await withPlanned(positionals, values, USAGE, async (plan) => {
    await writing(folder, async () => void mkdirSync(folder, { recursive: true }));
    return async (artwork) => {
      const written = await writing(folder, () =>
        exportPlates(plan, artwork, folder, { createdAt: new Date() }),
      );
      if (values.json) printJson('plates', { files: written });
      else
        for (const { path, kind, plates } of written)
          console.log(
            `${kind.padEnd(6)} ${path}: ${plates.map(({ name, coverage }) => `${name} ${(coverage * 100).toFixed(1)} %`).join(', ')}`,
          );
      return undefined;
    };
  });
}
