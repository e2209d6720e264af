/** The lines of a page that is all one layer of lines, as a converter draws it. */
import type { LineUse } from '@kyanos/core';
import type { Source } from '../source.ts';
import { pageBoxes, printedSize } from './boxes.ts';
import { PdfObjects } from './objects.ts';
import { structureStreams } from './streams.ts';
import { pageStructure } from './structure.ts';

/**
 * @param path a PDF of one page
 * @param name of the layer
 * @param widthMm how wide the page is as printed
 * @returns none where nothing is stroked
 * @throws ArtworkRefused if the PDF can't be read
 */
export async function layerLines(
  path: string,
  name: string,
  widthMm: number,
  { tmp, signal }: Pick<Source, 'tmp' | 'signal'>,
): Promise<readonly LineUse[]> {
  const objects = await PdfObjects.read(path, tmp, signal);
  const [drawn] = pageBoxes(objects, 1);
  const page = { ...drawn, unit: (drawn.unit * widthMm) / printedSize(drawn).width };
  const dict = objects.dict(objects.pages[0]);
  const streams = await objects.streams([...structureStreams(objects, [dict])]);
  const none = new Set<string>();
  const layers = { all: [], off: none, lines: new Set([name]), specials: none };
  return pageStructure(objects, page, dict, layers, streams, { layer: name }).lines;
}
