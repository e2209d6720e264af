import { parseArgs } from 'node:util';
import { inspectReport } from '@kyanos/contract';
import { openArtwork } from '@kyanos/intake';
import { fileArgument, printJson, wholeNumber } from './usage.ts';

const USAGE = 'kyanos inspect FILE [--json] [--dpi N]';

export async function inspectCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { json: { type: 'boolean', default: false }, dpi: { type: 'string' } },
  });
  const file = fileArgument(positionals, USAGE);
  const dpi = wholeNumber(values.dpi, 'dpi', 36, 1200);
  const artwork = await openArtwork(file, dpi === undefined ? {} : { dpi });
  try {
    const report = inspectReport(artwork.info);
    if (values.json) printJson(report);
    else print(report);
  } finally {
    await artwork.close();
  }
}

function print({ format, colour, pages }: ReturnType<typeof inspectReport>): void {
  console.log(
    `${format.toUpperCase()}, ${pages.length} page${pages.length > 1 ? 's' : ''}; ${colour}`,
  );
  for (const page of pages) {
    const { trimMm, widthMm, heightMm } = page;
    console.log(`\nPage ${page.number}`);
    console.log(`  finished size  ${trimMm.width.toFixed(1)} × ${trimMm.height.toFixed(1)} mm`);
    console.log(
      `  printed size   ${widthMm.toFixed(1)} × ${heightMm.toFixed(1)} mm (${page.widthPx} × ${page.heightPx} px at ${page.dpi.toFixed(0)} dpi)`,
    );
    for (const { name, kind, coverage } of page.separations)
      console.log(
        `  ${name.padEnd(20)} ${kind.padEnd(9)} ${(coverage * 100).toFixed(1).padStart(5)} %`,
      );
    for (const { severity, message } of page.findings) console.log(`  ${severity}: ${message}`);
  }
}
