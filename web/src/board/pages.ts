/** What a file of several pages may be: one print, front and back, or as many prints. */
import type { ArtworkInfo, ArtworkPage } from '@kyanos/core';

/** A job that comes of a file, with the pages that it prints. */
export interface PageJob {
  readonly front: number;
  readonly rear: number | null;
  readonly copies: number;
}

export type Way = 'front' | 'both' | 'each';

/** Sizes of one print agree to this, mm. */
const SAME_MM = 1;

const sameSize = (a: ArtworkPage, b: ArtworkPage): boolean =>
  Math.abs(a.trimMm.width - b.trimMm.width) < SAME_MM &&
  Math.abs(a.trimMm.height - b.trimMm.height) < SAME_MM;

/** Two pages of one size are a front and its back; more pages are so many labels. */
export function likelyWay({ pages }: ArtworkInfo): Way {
  if (pages.length === 2 && sameSize(pages[0], pages[1])) return 'both';
  return pages.length > 1 ? 'each' : 'front';
}

/** The ways that make sense of a file, the likeliest first. */
export function waysOf(info: ArtworkInfo): Way[] {
  const likely = likelyWay(info);
  const { pages } = info;
  const all: Way[] = [
    ...(pages.length >= 2 && sameSize(pages[0], pages[1]) ? ['both' as const] : []),
    ...(pages.length >= 2 ? ['each' as const] : []),
    'front',
  ];
  return [likely, ...all.filter((way) => way !== likely)];
}

/** @param copies by page, in the order of the pages; none of a page makes no job of it */
export function jobsOf({ pages }: ArtworkInfo, way: Way, copies: readonly number[]): PageJob[] {
  const [first, second] = pages;
  if (way === 'front') return [{ front: first.number, rear: null, copies: copies[0] ?? 1 }];
  if (way === 'both') return [{ front: first.number, rear: second.number, copies: copies[0] ?? 1 }];
  return pages.flatMap(({ number }, i) => {
    const wanted = copies[i] ?? 1;
    return wanted > 0 ? [{ front: number, rear: null, copies: wanted }] : [];
  });
}
