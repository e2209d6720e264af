/**
 * Files by programs that know nothing of Kyanos (intake/corpus/make.py), each with what an expert says is in it: what is not
 * told counts as wrong silence, a warning or an error about nothing as a false alarm.
 */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  documentFindings,
  guessKind,
  pageFindings,
  type ArtworkInfo,
  type FindingCode,
} from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { readHere } from '../test/here.ts';
import { ArtworkRefused } from './index.ts';

const CORPUS = new URL('../corpus/', import.meta.url);

interface Entry {
  readonly file: string;
  readonly producer: string;
  /** Separations beside process ink that hold something, and what each is. */
  readonly specials: Readonly<Record<string, string>>;
  /** Findings that have to be there, and others that may. */
  readonly must: readonly FindingCode[];
  readonly may: readonly FindingCode[];
  /** Contents of barcodes. */
  readonly codes: readonly string[];
  readonly pages: number;
  readonly size: readonly [number, number] | null;
  /** Code of the refusal, where the file can't be read. */
  readonly refused: string | null;
  readonly lines: readonly string[];
}

const ENTRIES = JSON.parse(readFileSync(new URL('expected.json', CORPUS), 'utf8')) as Entry[];
/** Both are counted over everything that the expert says. */
const MOST_WRONG = 0.03;
const SIZE_MM = 0.4;

interface Verdict {
  readonly statements: number;
  readonly silent: string[];
  readonly alarms: string[];
}

async function judged(entry: Entry): Promise<Verdict> {
  const path = fileURLToPath(new URL(`files/${entry.file}`, CORPUS));
  let info: ArtworkInfo;
  try {
    const artwork = await readHere(path, 200);
    await artwork.close();
    info = artwork.info;
  } catch (error) {
    if (!(error instanceof ArtworkRefused)) throw error;
    const right = error.code === entry.refused;
    return { statements: 1, silent: right ? [] : [`refused as ${error.code}`], alarms: [] };
  }
  if (entry.refused)
    return { statements: 1, silent: [`not refused as ${entry.refused}`], alarms: [] };
  return compared(entry, info);
}

function compared(entry: Entry, info: ArtworkInfo): Verdict {
  const silent: string[] = [];
  const alarms: string[] = [];
  const { pages } = info;
  const says = (what: string, is: boolean) => {
    if (!is) silent.push(what);
    return 1;
  };
  let statements = says(`${entry.pages} pages, not ${pages.length}`, pages.length === entry.pages);
  if (entry.size)
    statements += says(
      `size ${entry.size.join(' × ')}`,
      entry.size.every(
        (mm, i) => Math.abs(mm - pages[0].trimMm[i === 0 ? 'width' : 'height']) < SIZE_MM,
      ),
    );
  const separations = pages.flatMap((page) =>
    page.separations.filter(({ kind }) => kind !== 'process'),
  );
  for (const [name, kind] of Object.entries(entry.specials))
    statements += says(
      `${name} is ${kind}`,
      separations.some(
        (one) => one.name === name && one.kind === kind && one.coverageWithBleed > 0,
      ),
    );
  for (const { name } of separations)
    if (!Object.hasOwn(entry.specials, name)) alarms.push(`a separation "${name}"`);
  for (const name of entry.lines)
    statements += says(
      `lines of ${name}`,
      guessKind(name).score === 1 &&
        pages.some(({ structure }) =>
          structure!.lines.some((line) => line.name === name && line.lengthMm > 50),
        ),
    );
  const codes = pages.flatMap(({ barcodes }) => barcodes.map(({ content }) => content));
  for (const content of entry.codes)
    statements += says(`barcode ${content}`, codes.includes(content));
  for (const content of codes)
    if (!entry.codes.includes(content)) alarms.push(`barcode ${content}`);
  const findings = [...documentFindings(info), ...pages.flatMap((page) => pageFindings(page))];
  const told = new Set(findings.map(({ code }) => code));
  for (const code of entry.must) statements += says(code, told.has(code));
  for (const { code, severity, message } of findings) {
    if (severity !== 'note' && !entry.must.includes(code) && !entry.may.includes(code))
      alarms.push(code);
    if (/(^|[^\d.])0(\.0+)? %/.test(message) || /−0|-0\.0/.test(message))
      alarms.push(`about nothing: ${message}`);
  }
  return { statements, silent, alarms };
}

describe('files of other producers', () => {
  const verdicts: [Entry, Verdict][] = [];

  it.each(ENTRIES.map((entry) => [entry.file, entry.producer, entry] as const))(
    '%s, by %s, is read',
    async (_, __, entry) => {
      verdicts.push([entry, await judged(entry)]);
    },
  );

  it('are eighty at least, of ten producers at least', () => {
    expect(ENTRIES.length).toBeGreaterThanOrEqual(80);
    expect(new Set(ENTRIES.map(({ producer }) => producer)).size).toBeGreaterThanOrEqual(10);
  });

  it('are told rightly: less than three in a hundred passed over in silence, and as few false alarms', () => {
    expect(verdicts).toHaveLength(ENTRIES.length);
    const all = (key: 'silent' | 'alarms') =>
      verdicts.flatMap(([{ file }, verdict]) => verdict[key].map((what) => `${file}: ${what}`));
    const statements = verdicts.reduce((sum, [, one]) => sum + one.statements, 0);
    const [silent, alarms] = [all('silent'), all('alarms')];
    console.log(
      `${ENTRIES.length} files, ${statements} statements: ${silent.length} wrong silences, ${alarms.length} false alarms`,
      [...silent, ...alarms],
    );
    expect([silent.length / statements < MOST_WRONG, silent]).toEqual([true, silent]);
    expect([alarms.length / ENTRIES.length < MOST_WRONG, alarms]).toEqual([true, alarms]);
  });
});
