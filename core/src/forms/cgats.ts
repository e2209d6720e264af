/**
 * Measurements as instruments write them, and target descriptions as they read them: keyword-value text files.
 * Source: ISO 28178:2009 (CGATS.17), clauses 4 to 6 and the keywords of its annex, from memory where the clause is not named; and
 * the dialects in which programs write them: tabs or blanks, quotes or none, SAMPLE_ID or SampleName, a decimal comma.
 */
import { DomainError } from '../errors/index.ts';
import { D50, spectrumOf, spectrumToLab, xyzToLab, type Triple } from '../spectrum/index.ts';
import { t } from '../texts/index.ts';

/** One measured patch. */
export interface CgatsSample {
  /** SAMPLE_ID, and SAMPLE_NAME or SAMPLE_LOC where it is there. */
  readonly id: string;
  readonly name?: string;
  /** CIELAB, D50, 2°. */
  readonly lab: Triple;
  /** Line of the file, from 1. */
  readonly line: number;
}

const MOST_BYTES = 5_000_000;
const MOST_SAMPLES = 20_000;

const wrong = (line: number, what: string): never => {
  throw new DomainError('MEASUREMENT_WRONG', t('forms.lineMeasurement', { line, what }), 'file');
};

/** Parts of a line: by tabs where there are any, else by blanks; quotes hold a value together. */
function partsOf(text: string): string[] {
  if (text.includes('\t'))
    return text.split('\t').map((part) => part.trim().replace(/^"(.*)"$/s, '$1'));
  return Array.from(text.matchAll(/"((?:[^"]|"")*)"|(\S+)/g), ([, quoted, plain]) =>
    quoted === undefined ? plain : quoted.replaceAll('""', '"'),
  );
}

/** Without what programs put into names at will: SampleName, SAMPLE_NAME and "Sample name" are one. */
const plain = (name: string) => name.toUpperCase().replace(/[^A-Z0-9]/g, '');

const IDS = ['SAMPLEID', 'SAMPLE', 'INDEX'];
const NAMES = ['SAMPLENAME', 'SAMPLELOC', 'LOCATION', 'PATCH', 'NAME'];

/** Where the values of a kind stand among the fields. */
interface Columns {
  readonly id: number;
  readonly name: number;
  readonly lab: readonly number[];
  readonly xyz: readonly number[];
  readonly bands: readonly { readonly nm: number; readonly at: number }[];
}

function columnsOf(fields: readonly string[], line: number): Columns {
  const plainFields = fields.map(plain);
  const at = (...names: string[]) => plainFields.findIndex((field) => names.includes(field));
  const triple = (...names: [string[], string[], string[]]) => names.map((some) => at(...some));
  const bands = plainFields.flatMap((field, i) => {
    // SPECTRAL_NM380, NM_380, SPECTRAL_380, R_380NM, 380
    const [, nm] = /^(?:SPECTRAL|SPECTRALNM|NM|R|RNM)?(\d{3})(?:NM)?$/.exec(field) ?? [];
    return nm !== undefined && Number(nm) >= 300 && Number(nm) <= 830
      ? [{ nm: Number(nm), at: i }]
      : [];
  });
  const columns = {
    id: at(...IDS),
    name: at(...NAMES),
    lab: triple(['LABL', 'L', 'LSTAR'], ['LABA', 'A', 'ASTAR'], ['LABB', 'B', 'BSTAR']),
    xyz: triple(['XYZX', 'X'], ['XYZY', 'Y'], ['XYZZ', 'Z']),
    bands: bands.toSorted((a, b) => a.nm - b.nm),
  };
  if (columns.id < 0 && columns.name < 0) wrong(line, t('forms.noFieldNamesPatches'));
  const has = (triple: readonly number[]) => triple.every((i) => i >= 0);
  if (!has(columns.lab) && !has(columns.xyz) && bands.length < 10)
    wrong(line, t('forms.noFieldHoldsColour'));
  return columns;
}

/** A number of a measurement; a decimal comma is understood where there is no point. */
function numberIn(value: string | undefined, field: string, line: number): number {
  const text = (value ?? '').trim();
  const point = /^[^.]*,[^.,]*$/.test(text) ? text.replace(',', '.') : text;
  if (!/^[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?$/.test(point))
    return wrong(line, t('forms.fieldMustNumber', { field, text }));
  return Number(point);
}

/** What instruments take for white under D50, 2°. Source: ICC.1:2022, 6.3.4.3 (and ASTM E308, table 5; from memory). */
const D50_XYZ: Triple = [0.96422, 1, 0.82521];

/** Reflectance between the measured wavelengths in straight lines, beyond them as the last. */
function labOfSpectrum(points: readonly { readonly nm: number; readonly r: number }[]): Triple {
  const at = (nm: number) => {
    const above = points.findIndex((point) => point.nm >= nm);
    if (above === 0) return points[0].r;
    if (above < 0) return points[points.length - 1].r;
    const [low, high] = [points[above - 1], points[above]];
    return low.r + ((nm - low.nm) / (high.nm - low.nm)) * (high.r - low.r);
  };
  return spectrumToLab(spectrumOf(at), D50);
}

/** A row's colour, checked against what any surface can have. */
function colourOf(
  columns: Columns,
  parts: readonly string[],
  fields: readonly string[],
  line: number,
): Triple {
  const value = (i: number) => numberIn(parts[i], fields[i], line);
  if (columns.lab.every((i) => i >= 0)) {
    const lab = columns.lab.map(value) as unknown as Triple;
    if (lab[0] < -1 || lab[0] > 110 || Math.abs(lab[1]) > 150 || Math.abs(lab[2]) > 150)
      wrong(line, t('forms.noSurfaceHasColour', { lab: lab.join(', ') }));
    return lab;
  }
  if (columns.xyz.every((i) => i >= 0)) {
    const xyz = columns.xyz.map(value);
    if (xyz.some((part) => part < -0.5 || part > 130))
      wrong(line, t('forms.noSurfaceHasColourXyzThey', { xyz: xyz.join(', ') }));
    const shares = xyz.map((part) => Math.max(0, part) / 100) as unknown as Triple;
    return xyzToLab(shares, D50_XYZ);
  }
  const read = columns.bands.map(({ nm, at }) => ({ nm, r: value(at) }));
  // Some state percent.
  const scale = Math.max(...read.map(({ r }) => r)) > 2 ? 100 : 1;
  const spectrum = read.map(({ nm, r }) => ({ nm, r: r / scale }));
  if (spectrum.some(({ r }) => r < -0.05 || r > 1.5))
    wrong(line, t('forms.reflectanceBelow0Above'));
  return labOfSpectrum(spectrum);
}

/**
 * Reads the measured patches of a file. The first table with colours counts.
 * @throws DomainError `MEASUREMENT_WRONG` with the line and the way out
 */
export function readCgats(text: string): readonly CgatsSample[] {
  if (text.length > MOST_BYTES)
    throw new DomainError(
      'MEASUREMENT_WRONG',
      t('forms.fileHasMbMeasurement', {
        n: Math.round(text.length / 1e6),
        most: MOST_BYTES / 1e6,
      }),
    );
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const fields: string[] = [];
  let inFormat = 0;
  let inData = 0;
  let columns: Columns | undefined;
  let declared: { count: number; line: number } | undefined;
  let fieldCount: { count: number; line: number } | undefined;
  const samples: CgatsSample[] = [];
  const known = new Map<string, number>();
  for (const [i, raw] of lines.entries()) {
    const line = i + 1;
    // A comment goes to the end of the line, but for one in quotes.
    const body = raw.replace(/^((?:[^"#]|"[^"]*")*)#.*$/, '$1').trim();
    if (body === '') continue;
    const word = plain(partsOf(body)[0] ?? '');
    if (word === 'BEGINDATAFORMAT') {
      fields.length = 0;
      inFormat = line;
    } else if (word === 'ENDDATAFORMAT') {
      inFormat = 0;
      if (fieldCount && fieldCount.count !== fields.length)
        wrong(
          fieldCount.line,
          t('forms.statesFieldsNamedUp', { count: fieldCount.count, n: fields.length, line }),
        );
      columns = columnsOf(fields, line);
    } else if (inFormat) fields.push(...partsOf(body).filter(Boolean));
    else if (word === 'BEGINDATA') {
      if (!columns) wrong(line, t('forms.dataBeginNoBegin'));
      inData = line;
    } else if (word === 'ENDDATA') {
      if (declared && declared.count !== samples.length)
        wrong(
          declared.line,
          t('forms.statesPatchesThereUp', { count: declared.count, n: samples.length, line }),
        );
      inData = 0;
      return samples.length > 0 ? samples : wrong(line, t('forms.tableDataEmpty'));
    } else if (inData) {
      const parts = partsOf(body);
      // An empty name at the end may be left out.
      if (parts.length !== fields.length)
        wrong(line, t('forms.hasValuesFieldsNamed', { n: parts.length, n2: fields.length }));
      if (samples.length === MOST_SAMPLES)
        wrong(line, t('forms.thereMoreThanPatches', { most: MOST_SAMPLES }));
      const { id: idAt, name: nameAt } = columns!;
      const name = nameAt < 0 ? undefined : parts[nameAt];
      const id = idAt < 0 ? name! : parts[idAt];
      if (!id) wrong(line, t('forms.patchHasNoName'));
      const before = known.get(id);
      if (before !== undefined) wrong(line, t('forms.patchStandsLineAlready', { id, before }));
      known.set(id, line);
      const lab = colourOf(columns!, parts, fields, line);
      samples.push({ id, ...(name ? { name } : {}), lab, line });
    } else if (word === 'NUMBEROFSETS') declared = countIn(body, line);
    else if (word === 'NUMBEROFFIELDS') fieldCount = countIn(body, line);
  }
  if (inData) wrong(inData, t('forms.dataBeginHereEnd'));
  if (inFormat) wrong(inFormat, t('forms.namesFieldsBeginHere'));
  throw new DomainError('MEASUREMENT_WRONG', t('forms.fileHasNoTable'));
}

function countIn(body: string, line: number): { count: number; line: number } {
  const value = partsOf(body)[1] ?? '';
  if (!/^\d+$/.test(value)) wrong(line, t('forms.noCount', { value }));
  return { count: Number(value), line };
}

/** A patch of a target, and what of each ink it asks for, percent. */
export interface CgatsTarget {
  readonly id: string;
  readonly inks: Readonly<Record<string, number>>;
}

/** The description of a target, for the instrument's program. @param inks in the order of the columns */
export function writeCgats(
  title: string,
  inks: readonly string[],
  targets: readonly CgatsTarget[],
): string {
  const fields = ['SAMPLE_ID', ...inks.map((ink) => `INK_${ink}`)];
  const rows = targets.map((target) =>
    [target.id, ...inks.map((ink) => (target.inks[ink] ?? 0).toFixed(2))].join('\t'),
  );
  return [
    'CGATS.17',
    'ORIGINATOR\t"Kyanos"',
    `DESCRIPTOR\t"${title.replaceAll('"', "'")}"`,
    ...inks.map((ink) => `KEYWORD\t"INK_${ink}"`),
    `NUMBER_OF_FIELDS\t${fields.length}`,
    'BEGIN_DATA_FORMAT',
    fields.join('\t'),
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS\t${targets.length}`,
    'BEGIN_DATA',
    ...rows,
    'END_DATA',
    '',
  ].join('\n');
}
