/** Choke and spread by a round element. What lies beyond the sheet counts as printed for the one and as empty for the other. */
import { mmToPx } from '../units/index.ts';
import { joined } from './band.ts';
import { DistanceStream, NONE_NEAR } from './distance.ts';
import { MOST_RAMP, RampStream } from './ramp.ts';
import { MOST_REACH, ReachStream } from './reach.ts';

/** Takes rows (0 empty, anything else printed) and gives masks (0 or 255), some rows later; `finish` gives the rest. */
export interface MaskStream {
  push(rows: Uint8Array): Uint8Array;
  finish(): Uint8Array;
}

/** A pixel stays only if no empty pixel lies within the radius. @param radius pixels, ≥ 0; may be a fraction */
export const chokeStream = (width: number, radius: number): MaskStream =>
  radius <= MOST_REACH
    ? new ReachStream(width, 'empty', radius)
    : viaDistance(width, radius, 'empty', 0);

/** A pixel is printed if a printed one lies within the radius. @param radius pixels, ≥ 0; may be a fraction */
export const spreadStream = (width: number, radius: number): MaskStream =>
  radius <= MOST_REACH
    ? new ReachStream(width, 'printed', radius)
    : viaDistance(width, radius, 'printed', 255);

/** A choke, then a spread: by the same radius, what a disc of it fits into. */
export const openStream = (width: number, choke: number, spread = choke): MaskStream =>
  Math.max(choke, spread) <= MOST_REACH
    ? new ReachStream(width, 'empty', choke, spread)
    : inTurn(chokeStream(width, choke), spreadStream(width, spread));

/** A spread, then a choke by the same radius: everything that no disc of it fits into is filled. */
export const closeStream = (width: number, radius: number): MaskStream =>
  radius <= MOST_REACH
    ? new ReachStream(width, 'printed', radius, radius)
    : inTurn(spreadStream(width, radius), chokeStream(width, radius));

const inTurn = (first: MaskStream, second: MaskStream): MaskStream => ({
  push: (rows) => second.push(first.push(rows)),
  finish: () => joined(second.push(first.finish()), second.finish()),
});

/** The same by distances, for any radius: the oracle of {@link ReachStream}. */
export function viaDistance(
  width: number,
  radius: number,
  kind: 'empty' | 'printed',
  near: 0 | 255,
): MaskStream {
  const stream = new DistanceStream(width, radius, kind);
  const masked = ({ squared }: { squared: Uint32Array }) =>
    Uint8Array.from(squared, (d) => (d === NONE_NEAR ? 255 - near : near));
  return {
    push: (rows) => masked(stream.push(rows)),
    finish: () => masked(stream.finish()),
  };
}

/**
 * Masks that rise from nothing at the edge of what is printed to full so many pixels inside.
 * @param length pixels, at most {@link MOST_RAMP}
 */
export const rampStream = (width: number, length: number): MaskStream =>
  new RampStream(width, Math.min(length, MOST_RAMP));

/** A length in mm as a radius in pixels, to a hundredth, so that equal wishes make equal plates. */
export const mmToPxRadius = (mm: number, dpi: number): number =>
  Math.round(mmToPx(mm, dpi) * 100) / 100;
