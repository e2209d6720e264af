/** Ink of a job, mL by channel: what lies on the sheets and what is lost at the start of each trip. */
import { CHANNELS, channelOf, inkOf, type Channel, type Machine } from '../stack/index.ts';
import type { Trip } from '../trips/index.ts';
import { mm2ToM2, term, type Working } from '../units/index.ts';

/** Coverage of the plates, 0 to 1 of everything printed. */
export interface Coverages {
  /** C, M, Y, K of a picture. */
  process(picture: 'front' | 'rear'): readonly [number, number, number, number];
  /** A special plate before density. */
  plate(layer: Trip['layers'][number], part: Trip['layers'][number]['parts'][number]): number;
}

export interface InkUse {
  readonly channel: Channel;
  readonly ml: number;
  readonly working: Working;
}

const PROCESS_CHANNELS: readonly Channel[] = ['C', 'M', 'Y', 'K'];

/**
 * @param pieceMm2 printed area of one copy
 * @param copies test print included
 * @param starts how often each trip is started: once a load, test print included
 */
export function inkUse(
  trips: readonly Trip[],
  coverages: Coverages,
  machine: Machine,
  pieceMm2: number,
  copies: number,
  starts: number,
): readonly InkUse[] {
  const laid = new Map<Channel, { equivalent: number; trips: number; from: string[] }>();
  const lay = (channel: Channel, trip: number, equivalent: number, from: string) => {
    const entry = laid.get(channel) ?? { equivalent: 0, trips: 0, from: [] };
    entry.equivalent += equivalent;
    if (entry.from.at(-1)?.startsWith(`trip ${trip}`) !== true) entry.trips += 1;
    entry.from.push(`trip ${trip}: ${from}`);
    laid.set(channel, entry);
  };
  const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
  for (const trip of trips)
    for (const layer of trip.layers)
      for (const part of layer.parts) {
        const density = part.density / 100;
        const each = (channel: Channel, coverage: number) =>
          lay(
            channel,
            trip.number,
            coverage * density * layer.hits,
            `${percent(coverage)} covered × ${part.density} % × ${layer.hits} hit(s)`,
          );
        if (part.lay === 'CMYK')
          coverages
            .process(layer.picture)
            .forEach((coverage, i) => each(PROCESS_CHANNELS[i], coverage));
        else each(channelOf(part.lay), coverages.plate(layer, part));
      }

  const areaM2 = mm2ToM2(pieceMm2) * copies;
  return CHANNELS.flatMap((channel) => {
    const entry = laid.get(channel);
    const ink = inkOf(machine, channel);
    if (!entry || !ink) return [];
    const loss = ink.lossPerTrip * entry.trips * starts;
    const ml = entry.equivalent * areaM2 * ink.laydown + loss;
    const working: Working = {
      label: `Ink ${channel}`,
      value: ml,
      unit: 'mL',
      formula: 'covered share × area × laydown + loss at the start of each trip',
      terms: [
        term('covered share', entry.equivalent, '', entry.from.join('; ')),
        term(
          'area',
          areaM2,
          'm²',
          `${copies} copies of ${(pieceMm2 / 100).toFixed(1)} cm², test print included if wanted`,
        ),
        term('laydown', ink.laydown, 'mL/m²', `${ink.name} on ${machine.name}`),
        term(
          'loss',
          loss,
          'mL',
          `${ink.lossPerTrip} mL × ${entry.trips} trip(s) × ${starts} start(s)`,
        ),
      ],
    };
    return [{ channel, ml, working }];
  });
}
