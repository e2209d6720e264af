import { parseArgs } from 'node:util';
import {
  CoverageReport,
  inspectReport,
  type InspectReport,
  type RefusalReport,
} from '@kyanos/contract';
import { ArtworkRefused, readArtwork, readCoverage, type IntakeOptions } from '@kyanos/intake';
import { failOn, gravest } from './failOn.ts';
import {
  checkReadable,
  fileArguments,
  printJson,
  scaleOption,
  UsageError,
  wholeNumber,
} from './usage.ts';

const USAGE = 'kyanos inspect FILE… [--json] [--dpi N] [--fail-on error|warning|note | --coverage]';

export async function inspectCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      json: { type: 'boolean', default: false },
      dpi: { type: 'string' },
      scale: { type: 'string' },
      'fail-on': { type: 'string' },
      coverage: { type: 'boolean', default: false },
    },
  });
  const files = fileArguments(positionals, USAGE);
  const dpi = wholeNumber(values.dpi, 'dpi', 36, 1200);
  const limit = failOn(values['fail-on']);
  if (values.coverage && limit !== undefined)
    throw new UsageError('--coverage looks for no findings, so --fail-on has nothing to go by.');
  const options = { ...(dpi === undefined ? {} : { dpi }), ...scaleOption(values.scale) };
  const reports: (InspectReport | CoverageReport | RefusalReport)[] = [];
  for (const file of files) {
    const report = await answer(file, () =>
      values.coverage ? coverage(file, options) : inspect(file, options),
    );
    reports.push(report);
    if ('message' in report)
      console.error(files.length > 1 ? `${file}: ${report.message}` : report.message);
    else if (!values.json) {
      if (files.length > 1) console.log(`\n${file}`);
      if (isWhole(report)) print(report);
      else printCoverage(report);
    }
  }
  // One file gives one report, more give a list.
  const [first] = reports;
  if (values.json)
    if (files.length > 1) printJson('inspectMany', reports);
    else if ('message' in first) printJson('refusal', first);
    else if (isWhole(first)) printJson('inspect', first);
    else printJson('coverage', first);
  if (reports.some((report) => 'message' in report)) process.exitCode = 2;
  else if (
    limit !== undefined &&
    reports.some((report) => isWhole(report) && worst(report) >= limit)
  )
    process.exitCode = 1;
}

const isWhole = (report: InspectReport | CoverageReport | RefusalReport): report is InspectReport =>
  'findings' in report;

async function answer<T>(file: string, read: () => Promise<T>): Promise<T | RefusalReport> {
  try {
    checkReadable(file);
    return await read();
  } catch (error) {
    if (error instanceof UsageError) return { file, code: 'FILE_UNKNOWN', message: error.message };
    if (!(error instanceof ArtworkRefused)) throw error;
    return { file, code: error.code, message: error.message };
  }
}

const inspect = async (file: string, options: IntakeOptions): Promise<InspectReport> =>
  inspectReport(file, await readArtwork(file, options));

const coverage = async (file: string, options: IntakeOptions): Promise<CoverageReport> =>
  CoverageReport.parse({ file, ...(await readCoverage(file, options)) });

const worst = ({ findings, pages }: InspectReport): number =>
  gravest([findings, ...pages.map((page) => page.findings)].flat());

function printCoverage({ pages }: CoverageReport): void {
  for (const { number, widthMm, heightMm, separations } of pages) {
    console.log(`Page ${number}, ${widthMm.toFixed(1)} × ${heightMm.toFixed(1)} mm`);
    for (const separation of separations) printSeparation(separation);
  }
}

const printSeparation = (one: { name: string; kind: string; coverage: number }) =>
  console.log(
    `  ${one.name.padEnd(20)} ${one.kind.padEnd(9)} ${(one.coverage * 100).toFixed(1).padStart(5)} %`,
  );

function print(report: InspectReport): void {
  const { format, colour, document, findings, pages } = report;
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
  for (const separation of page.separations) printSeparation(separation);
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
