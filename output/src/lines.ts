/** Lines for a blade, a fold or a jig as vectors, in a PDF of their own at true size: one spot for each, set to overprint. */
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { ArtworkPage, LineRole, TechnicalLines } from '@kyanos/core';
import PDFDocument from 'pdfkit';
import { addSpot, spotColour } from './spot.ts';

const POINTS_PER_MM = 72 / 25.4;
/** Common practice: a quarter point. */
const WIDTH_PT = 0.25;

/** What a screen shows for each, C, M, Y, K in percent; nobody prints it. */
const SHOWN: Readonly<Record<LineRole, readonly [number, number, number, number]>> = {
  cut: [0, 100, 0, 0],
  'kiss-cut': [0, 60, 100, 0],
  crease: [100, 0, 0, 0],
  perforate: [60, 0, 100, 0],
  register: [0, 0, 0, 100],
  technical: [0, 0, 0, 50],
};

export async function writeLines(
  path: string,
  page: Pick<ArtworkPage, 'widthMm' | 'heightMm'>,
  lines: readonly TechnicalLines[],
  { title, createdAt }: { readonly title: string; readonly createdAt: Date },
): Promise<void> {
  const doc = new PDFDocument({
    size: [page.widthMm * POINTS_PER_MM, page.heightMm * POINTS_PER_MM],
    margin: 0,
    info: { Title: title, CreationDate: createdAt },
  });
  const written = pipeline(doc, createWriteStream(path));
  doc.scale(POINTS_PER_MM);
  for (const { name, role, paths } of lines) {
    addSpot(doc, name, SHOWN[role]);
    doc.strokeColor(spotColour(name)).lineWidth(WIDTH_PT / POINTS_PER_MM);
    for (const { d } of paths) doc.path(d).stroke();
  }
  doc.end();
  await written;
}
