import { parseArgs } from 'node:util';
import { inspectReport, InspectReports, type InspectReport } from '@kyanos/contract';
import { ArtworkRefused, openArtwork } from '@kyanos/intake';
import { fileArguments, printJson, UsageError, wholeNumber } from './usage.ts';

const USAGE = 'kyanos inspect FILE… [--json] [--dpi N] [--fail-on error|warning|note]';

const SEVERITIES = ['note', 'warning', 'error'] as const;

/** A file that can't be read, in the words for its operator. */
interface Unread {
  readonly file: string;
  readonly code: string;
  readonly message: string;
}

export async function inspectCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      json: { type: 'boolean', default: false },
      dpi: { type: 'string' },
      'fail-on': { type: 'string' },
    },
  });
  const files = fileArguments(positionals, USAGE);
  const dpi = wholeNumber(values.dpi, 'dpi', 36, 1200);
  const limit = failOn(values['fail-on']);
  const reports: (InspectReport | Unread)[] = [];
  for (const file of files) {
    const report = await inspect(file, dpi);
    reports.push(report);
    if (!('pages' in report))
      console.error(files.length > 1 ? `${file}: ${report.message}` : report.message);
    else if (!values.json) print(report, files.length > 1);
  }
  // One file gives one report, more give a list.
  if (values.json) printJson(files.length === 1 ? reports[0] : InspectReports.parse(reports));
  if (reports.some((report) => !('pages' in report))) process.exitCode = 2;
  else if (limit !== undefined && reports.some((report) => worst(report as InspectReport) >= limit))
    process.exitCode = 1;
}

function failOn(text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const at = (SEVERITIES as readonly string[]).indexOf(text);
  if (at < 0)
    throw new UsageError(`--fail-on must be one of ${SEVERITIES.join(', ')}; got "${text}".`);
  return at;
}

async function inspect(file: string, dpi: number | undefined): Promise<InspectReport | Unread> {
  try {
    const artwork = await openArtwork(file, dpi === undefined ? {} : { dpi });
    await artwork.close();
    return inspectReport(file, artwork.info);
  } catch (error) {
    if (!(error instanceof ArtworkRefused)) throw error;
    return { file, code: error.code, message: error.message };
  }
}

const worst = ({ findings, pages }: InspectReport): number =>
  Math.max(
    -1,
    ...[findings, ...pages.map((page) => page.findings)]
      .flat()
      .map(({ severity }) => SEVERITIES.indexOf(severity)),
  );

function print(report: InspectReport, named: boolean): void {
  const { file, format, colour, document, findings, pages } = report;
  if (named) console.log(`\n${file}`);
  console.log(
    `${[format.toUpperCase(), document?.version, ...(document?.claims ?? [])].filter(Boolean).join(' ')}, ${pages.length} page${pages.length > 1 ? 's' : ''}; ${colour}`,
  );
  if (document?.outputIntent) console.log(`  made for      ${document.outputIntent}`);
  for (const layer of document?.layers ?? [])
    console.log(`  layer         ${layer.name}: ${layer.prints ? 'prints' : 'does not print'}`);
  for (const { severity, message } of findings) console.log(`  ${severity}: ${message}`);
  for (const page of pages) printPage(page);
}

function printPage(page: InspectReport['pages'][number]): void {
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
  console.log(`  process ink    up to ${page.processInk.most} % at one place`);
  for (const { separation, specialLostCm2, colourLostCm2 } of page.knockouts)
    console.log(
      `  knockout       "${separation}": ${specialLostCm2.toFixed(2)} cm² of it lost under what was drawn over it, ${colourLostCm2.toFixed(2)} cm² of colour lost under it`,
    );
  for (const { type, content, moduleMm, checkDigit } of page.barcodes)
    console.log(
      `  barcode        ${type} ${content}, module ${moduleMm.toFixed(3)} mm${checkDigit === 'none' ? '' : `, check digit ${checkDigit}`}`,
    );
  for (const { severity, message } of page.findings) console.log(`  ${severity}: ${message}`);
}
