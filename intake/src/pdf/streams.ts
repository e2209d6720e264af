/** Which streams of a document a page is drawn by. */
import { isReference, type PdfDict, type PdfObjects, type PdfValue } from './objects.ts';

/** Resources within resources followed. */
const MAX_DEPTH = 12;

/** Streams that a page's structure is read from: contents, forms and patterns, through all resources. */
export function structureStreams(objects: PdfObjects, pages: readonly PdfDict[]): Set<string> {
  const found = new Set<string>();
  const seen = new Set<PdfValue>();
  const visit = (resources: PdfValue | undefined, depth: number): void => {
    const dict = objects.dict(resources);
    if (depth > MAX_DEPTH || seen.has(dict)) return;
    seen.add(dict);
    for (const kind of ['/XObject', '/Pattern'])
      for (const entry of Object.values(objects.dict(dict[kind]))) {
        const inner = objects.dict(entry);
        const drawn =
          objects.name(inner['/Subtype']) === 'Form' ||
          Number(objects.resolve(inner['/PatternType'])) === 1;
        if (!drawn || !isReference(entry)) continue;
        found.add(entry);
        visit(inner['/Resources'], depth + 1);
      }
  };
  for (const page of pages) {
    for (const part of contentsOf(objects, page)) found.add(part);
    visit(objects.inherited(page, '/Resources'), 0);
  }
  return found;
}

export function contentsOf(objects: PdfObjects, page: PdfDict): string[] {
  const contents = page['/Contents'];
  if (isReference(contents) && objects.list(contents).length === 0) return [contents];
  return objects.list(contents).filter(isReference);
}
