/** What all papers of a job share: fonts, heading, tables, footers. Sizes in points. */
import type { PlaceName, PlanResult, PrintPlan, Work } from '@kyanos/core';
import PDFDocument from 'pdfkit';
import { FACES, runsOf, type Face } from './faces.ts';
import { fill, wordingOf } from './texts/index.ts';

export type Paper = PDFKit.PDFDocument;

export const INK = '#14213d';
export const SOFT = '#5b6478';
export const CAUTION = '#8a3a12';
export const MARGIN = 48;

/** A plan that was worked out, on its way to paper. */
export interface PaperJob {
  readonly plan: PrintPlan;
  readonly result: PlanResult;
  readonly work: Work;
  readonly fileName: string;
  readonly shopName: string;
  readonly version: number;
  readonly printedAt: Date;
  /** The print as it will look, with how it is seen; absent where it can't be drawn. */
  readonly picture?:
    | { readonly png: Buffer; readonly side: 'front' | 'back'; readonly place: PlaceName }
    | undefined;
}

/** Signs that our faces lack, in words that say the same. */
const WORDS: readonly (readonly [RegExp, string])[] = [
  [/\b(mm|cm|m|in|ft)²/g, 'sq $1'],
  [/ ?→ ?/g, ', then '],
  [/Δ/g, 'Delta '],
  [/≤ ?/g, 'at most '],
  [/≥ ?/g, 'at least '],
];
export const legible = (text: string): string =>
  WORDS.reduce((done, [sign, word]) => done.replace(sign, word), text);

type TextOptions = PDFKit.Mixins.TextOptions;

export function newDocument(
  title: string,
  printedAt: Date,
  size: string | [number, number] = 'A4',
): Paper {
  const doc = new PDFDocument({
    size,
    margin: MARGIN,
    bufferPages: true,
    info: { Title: title, CreationDate: printedAt },
  });
  for (const [name, path] of Object.entries(FACES)) doc.registerFont(name, path);
  const text = doc.text.bind(doc) as (text: string, ...rest: unknown[]) => Paper;
  const font = doc.font.bind(doc) as (name: string) => Paper;
  let face: Face = 'text';
  doc.font = ((name: Face) => {
    face = name;
    return font(name);
  }) as Paper['font'];
  doc.text = ((words: string, ...rest: unknown[]) => {
    const runs = runsOf(legible(words), face);
    if (runs.length <= 1 && runs[0]?.path === undefined) return text(legible(words), ...rest);
    return mixed(runs, face, rest);
  }) as Paper['text'];

  /** Text of several scripts: a face for each run, one after the other on the line. */
  function mixed(runs: ReturnType<typeof runsOf>, own: Face, rest: unknown[]): Paper {
    const options = (rest.find((one) => typeof one === 'object') ?? {}) as TextOptions;
    const at = rest.filter((one): one is number => typeof one === 'number');
    // Runs can't be set flush right: they are on one line, whose beginning is worked out.
    if (options.align === 'right' || options.align === 'center') {
      const width = runs.reduce((sum, { text: run, path }) => {
        font(path ?? own);
        return sum + doc.widthOfString(run);
      }, 0);
      const free = Math.max(0, (options.width ?? 0) - width);
      at[0] = (at[0] ?? doc.x) + (options.align === 'right' ? free : free / 2);
      at[1] ??= doc.y;
    }
    runs.forEach(({ text: run, path }, i) => {
      font(path ?? own);
      const more = { ...options, align: 'left', continued: i < runs.length - 1 };
      text(run, ...(i === 0 ? at : []), more);
    });
    return font(own);
  }
  return doc;
}

export function heading(doc: Paper, title: string, lines: readonly string[]): void {
  doc.font('bold').fontSize(20).fillColor(INK).text(title);
  for (const line of lines) doc.font('text').fontSize(10).fillColor(SOFT).text(line);
}

export const noteLine = (doc: Paper, text: string): void => {
  doc.font('bold').fontSize(11).fillColor(INK).text(text, MARGIN);
};

/** The picture of a paper takes no more of its height, points. */
const PICTURE = 132;

/** The print as it will look, where there is a picture of it. */
export function printPicture(
  doc: Paper,
  { picture }: Pick<PaperJob, 'picture'>,
  { t } = wordingOf('en'),
): void {
  if (!picture) return;
  const { png, side, place } = picture;
  // The first chunk of a PNG begins with width and height (W3C PNG, 11.2.2).
  const [width, height] = [png.readUInt32BE(16), png.readUInt32BE(20)];
  const most = doc.page.width - 2 * MARGIN;
  const scale = Math.min(PICTURE / height, most / width);
  doc.moveDown(0.5);
  const y = room(doc, height * scale + 24);
  doc.image(png, MARGIN, y, { width: width * scale, height: height * scale });
  doc.y = y + height * scale + 4;
  paragraph(doc, fill(t.picture, { side: t.sides[side], place: t.places[place] }), 8.5);
}

export function subheading(doc: Paper, text: string): void {
  room(doc, 60);
  doc.moveDown(0.7);
  doc.font('bold').fontSize(12).fillColor(INK).text(text, MARGIN);
  doc.moveDown(0.2);
}

export function rule(doc: Paper): void {
  const y = doc.y + 6;
  doc
    .moveTo(MARGIN, y)
    .lineTo(doc.page.width - MARGIN, y)
    .lineWidth(0.5)
    .strokeColor(SOFT)
    .stroke();
  doc.y = y + 8;
}

/** The current height, on a new page if less than `needed` points are left. */
export function room(doc: Paper, needed: number): number {
  if (doc.y + needed > doc.page.height - MARGIN) doc.addPage();
  return doc.y;
}

export interface Column {
  /** Share of the width of the text. */
  readonly share: number;
  readonly right?: boolean;
}

/** Rows of cells; those on the right in tabular figures. */
export function table(
  doc: Paper,
  columns: readonly Column[],
  rows: readonly (readonly string[])[],
  { bold = [], size = 10 }: { readonly bold?: readonly number[]; readonly size?: number } = {},
): void {
  const width = doc.page.width - 2 * MARGIN;
  rows.forEach((row, index) => {
    const y = room(doc, size + 12);
    let [x, below] = [MARGIN, y];
    columns.forEach(({ share, right }, i) => {
      doc
        .font(bold.includes(index) ? 'bold' : right ? 'figures' : 'text')
        .fontSize(size)
        .fillColor(INK)
        .text(row[i] ?? '', x, y, { width: width * share - 8, align: right ? 'right' : 'left' });
      below = Math.max(below, doc.y);
      x += width * share;
    });
    doc
      .moveTo(MARGIN, below + 2.5)
      .lineTo(doc.page.width - MARGIN, below + 2.5)
      .lineWidth(0.3)
      .strokeColor('#c9c4b6')
      .stroke();
    doc.y = below + 6;
  });
  doc.x = MARGIN;
}

export function paragraph(doc: Paper, text: string, size = 10): void {
  room(doc, size * 3);
  doc
    .font('text')
    .fontSize(size)
    .fillColor(SOFT)
    .text(text, MARGIN, doc.y, { width: doc.page.width - 2 * MARGIN });
}

/** Numbers the pages and closes the document. */
export function finished(
  doc: Paper,
  { version, printedAt }: { readonly version?: number; readonly printedAt: Date },
  note: string,
  { t } = wordingOf('en'),
): Paper {
  const { count } = doc.bufferedPageRange();
  for (let page = 0; page < count; page++) {
    doc.switchToPage(page);
    // Inside the lower margin, where text would otherwise open another page.
    doc.page.margins.bottom = 0;
    doc
      .font('text')
      .fontSize(8)
      .fillColor(SOFT)
      .text(
        fill(version === undefined ? t.footer.replace(/^.*?·  /, '') : t.footer, {
          version: version ?? '',
          time: printedAt.toISOString().slice(0, 16).replace('T', ' '),
          note,
          page: page + 1,
          pages: count,
        }),
        MARGIN,
        doc.page.height - 30,
        { width: doc.page.width - 2 * MARGIN, align: 'center', lineBreak: false },
      );
  }
  doc.end();
  return doc;
}
