/** What a corrected file changed. */
import type { ArtworkPage, Separation } from './page.ts';

export interface ArtworkChange {
  /** Finished size before and now, mm; nothing if it is the same to a tenth. */
  readonly size?: {
    readonly before: readonly [number, number];
    readonly now: readonly [number, number];
  };
  readonly added: readonly string[];
  readonly removed: readonly string[];
  /** Mean cover of separations that are in both and differ, 0 to 1. */
  readonly cover: readonly {
    readonly name: string;
    readonly before: number;
    readonly now: number;
  }[];
}

/** Differences below this are the interpreter's rounding, share of the page. */
const SAME = 0.0002;

export function compareArtwork(before: ArtworkPage, now: ArtworkPage): ArtworkChange {
  const names = (page: ArtworkPage) => new Map(page.separations.map((s) => [s.name, s]));
  const [was, is] = [names(before), names(now)];
  const only = (a: ReadonlyMap<string, Separation>, b: ReadonlyMap<string, Separation>) =>
    [...a.keys()].filter((name) => !b.has(name));
  const sizes = [before, now].map(({ trimMm }) => [trimMm.width, trimMm.height] as const);
  const moved = sizes[0].some((length, i) => Math.abs(length - sizes[1][i]) > 0.1);
  return {
    ...(moved && { size: { before: sizes[0], now: sizes[1] } }),
    added: only(is, was),
    removed: only(was, is),
    cover: [...was].flatMap(([name, { coverage }]) => {
      const now = is.get(name)?.coverage;
      return now !== undefined && Math.abs(now - coverage) > SAME
        ? [{ name, before: coverage, now }]
        : [];
    }),
  };
}
