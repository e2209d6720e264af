/** What a file of several pages may be: one print, front and back, or as many prints. */
import type { ArtworkInfo, ArtworkPage } from '../artwork/index.ts';
import type { Version } from './plan.ts';
import { sameSize } from './versions.ts';

/** A job that comes of a file, with the pages that it prints. */
export interface PageJob {
  readonly front: number;
  readonly rear: number | null;
  readonly copies: number;
  /** All pages that it prints, where they are versions; the front is one of them. */
  readonly versions?: readonly Version[];
}

/** What the pages of a file become. */
export type PageUse = 'front' | 'both' | 'versions' | 'each';

/** Front and back of one print are cut to one size, to this, mm. */
const SAME_MM = 0.5;

const sameTrim = (a: ArtworkPage, b: ArtworkPage): boolean =>
  Math.abs(a.trimMm.width - b.trimMm.width) < SAME_MM &&
  Math.abs(a.trimMm.height - b.trimMm.height) < SAME_MM;

/** Two pages of one size are a front and its back; more of one size are versions, and pages of several sizes so many jobs. */
export function likelyPageUse({ pages }: ArtworkInfo): PageUse {
  if (pages.length === 2 && sameTrim(pages[0], pages[1])) return 'both';
  if (pages.length < 2) return 'front';
  return allAlike(pages) ? 'versions' : 'each';
}

const allAlike = (pages: readonly ArtworkPage[]) => pages.every((page) => sameSize(page, pages[0]));

/** The uses that make sense of a file, the likeliest first. */
export function pageUsesOf(info: ArtworkInfo): PageUse[] {
  const likely = likelyPageUse(info);
  const { pages } = info;
  const all: PageUse[] = [
    ...(pages.length >= 2 && sameTrim(pages[0], pages[1]) ? ['both' as const] : []),
    ...(pages.length >= 2 && allAlike(pages) ? ['versions' as const] : []),
    ...(pages.length >= 2 ? ['each' as const] : []),
    'front',
  ];
  return [likely, ...all.filter((use) => use !== likely)];
}

/** @param copies by page, in the order of the pages; none of a page makes no job of it */
export function jobsOf({ pages }: ArtworkInfo, use: PageUse, copies: readonly number[]): PageJob[] {
  const [first, second] = pages;
  if (use === 'front') return [{ front: first.number, rear: null, copies: copies[0] ?? 1 }];
  if (use === 'both') return [{ front: first.number, rear: second.number, copies: copies[0] ?? 1 }];
  if (use === 'versions') {
    const versions = pages.flatMap(({ number: page }, i) =>
      (copies[i] ?? 1) > 0 ? [{ page, copies: copies[i] ?? 1 }] : [],
    );
    if (versions.length === 0) return [];
    const all = versions.reduce((sum, version) => sum + version.copies, 0);
    const job = { front: versions[0].page, rear: null, copies: all };
    return [versions.length > 1 ? { ...job, versions } : job];
  }
  return pages.flatMap(({ number }, i) => {
    const wanted = copies[i] ?? 1;
    return wanted > 0 ? [{ front: number, rear: null, copies: wanted }] : [];
  });
}
