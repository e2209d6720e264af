/** How long work waits at so many workers: a simulation of the queue, event by event, over days with a working day's rush. */
import { seededRandom } from '@kyanos/core';

export interface Load {
  /** Pieces of work that come, each at its time; seconds, in order. */
  readonly arrivals: readonly number[];
  /** How long each takes on a place of its own, seconds. */
  readonly service: readonly number[];
}

export interface Waits {
  /** Seconds from asked for until begun. */
  readonly mean: number;
  readonly p50: number;
  readonly p95: number;
  /** Of the places, over the whole time. */
  readonly busy: number;
}

/** First come, first served, on so many places: each piece begins when it has come and the place that is free first is free. */
export function waits({ arrivals, service }: Load, places: number): Waits {
  const free = new Float64Array(places);
  const waited = arrivals.map((at, i) => {
    let first = 0;
    for (let place = 1; place < places; place++) if (free[place] < free[first]) first = place;
    const begun = Math.max(at, free[first]);
    free[first] = begun + service[i];
    return begun - at;
  });
  const sorted = waited.toSorted((a, b) => a - b);
  const sum = (list: readonly number[]) => list.reduce((all, one) => all + one, 0);
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))] ?? 0;
  return {
    mean: sum(waited) / Math.max(1, waited.length),
    p50: at(0.5),
    p95: at(0.95),
    busy: sum(service) / (places * Math.max(...free)),
  };
}

const DAY_S = 24 * 3600;
/** Share of a day's jobs in each of its hours: an office from seven to six, with a rush before noon. Our own choice. */
const HOURS = [0, 0, 0, 0, 0, 0, 0, 4, 8, 13, 16, 15, 9, 8, 9, 8, 6, 4, 0, 0, 0, 0, 0, 0];

const WHOLE_DAY = HOURS.reduce((all, one) => all + one, 0);
/** Share of a day's jobs that come in its fullest hour. */
export const RUSH = Math.max(...HOURS) / WHOLE_DAY;

/** Days on which so many jobs come at random times, each with pieces that take as long as one of the measured. */
export function daysOf(
  jobsADay: number,
  pieces: readonly (readonly number[])[],
  days: number,
  seed: number,
): Load {
  const random = seededRandom(seed);
  const come: { at: number; service: number }[] = [];
  for (let day = 0; day < days; day++)
    HOURS.forEach((share, hour) => {
      const expected = (jobsADay * share) / WHOLE_DAY;
      // Times between independent arrivals are spread exponentially.
      for (
        let at = -Math.log(1 - random()) / expected;
        at < 1;
        at -= Math.log(1 - random()) / expected
      ) {
        const job = pieces[Math.floor(random() * pieces.length)];
        for (const service of job) come.push({ at: day * DAY_S + (hour + at) * 3600, service });
      }
    });
  return { arrivals: come.map(({ at }) => at), service: come.map(({ service }) => service) };
}

/** The fewest places with which 95 of 100 pieces begin within so many seconds. */
export function placesFor(load: Load, within: number): { places: number; waits: Waits } {
  const enough = (places: number) => waits(load, places).p95 <= within;
  let high = 1;
  while (!enough(high)) high *= 2;
  let low = Math.floor(high / 2);
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (enough(middle)) high = middle;
    else low = middle;
  }
  return { places: high, waits: waits(load, high) };
}
