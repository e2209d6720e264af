/** The operator's word against the cleaner's. */
import type { ArtworkPage } from '../artwork/index.ts';
import { hundredth, mapSources, type PlateRule, type PagePoint } from '../rule/index.ts';
import { DECISIONS, OVERRIDES } from './survey.ts';

/** What the cleaner decided of a page. */
interface DecisionMap {
  readonly width: number;
  readonly height: number;
  /** Of each pixel, by number. */
  readonly decisions: Uint8Array;
}

/**
 * The rule with the opposite said of the place at a spot; what was said of that place before is forgotten. Nothing where there
 * is background or image, which the rule is about.
 */
export function overrideDecision(
  rule: PlateRule,
  map: DecisionMap,
  page: Pick<ArtworkPage, 'widthMm' | 'heightMm'>,
  spot: PagePoint,
): PlateRule | undefined {
  const pixelOf = ({ x, y }: PagePoint) =>
    Math.floor((y / page.heightMm) * map.height) * map.width +
    Math.floor((x / page.widthMm) * map.width);
  const pixel = pixelOf(spot);
  const decision = DECISIONS[map.decisions[pixel]];
  if (!decision || decision === 'background' || decision === 'image') return undefined;
  const white = decision === 'paper' || decision === 'haze' || decision === 'override-bare';
  const here = { x: hundredth(spot.x), y: hundredth(spot.y) };
  const place = OVERRIDES.has(decision) ? placeAt(map, pixel) : new Set<number>();
  const others = (spots: readonly PagePoint[]) => spots.filter((old) => !place.has(pixelOf(old)));
  return mapSources(rule, (from) =>
    from.kind === 'cleaned'
      ? {
          ...from,
          white: [...others(from.white), ...(white ? [here] : [])],
          bare: [...others(from.bare), ...(white ? [] : [here])],
        }
      : from,
  );
}

/** Pixels that hang together by their edges and were decided alike. */
function placeAt({ width, decisions }: DecisionMap, pixel: number): Set<number> {
  const place = new Set<number>();
  const waiting = [pixel];
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    if (place.has(at) || decisions[at] !== decisions[pixel]) continue;
    place.add(at);
    if (at % width > 0) waiting.push(at - 1);
    if (at % width < width - 1) waiting.push(at + 1);
    waiting.push(at - width, at + width);
  }
  return place;
}
