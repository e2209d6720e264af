/** Ink of a job, mL by channel: what lies on the sheets, and what is lost in starting, spitting and changing inks. */
import {
  CHANNELS,
  channelOf,
  inkOf,
  type Channel,
  type Ink,
  type Machine,
  type Part,
  type StackLayer,
} from '../stack/index.ts';
import type { Trip } from '../trips/index.ts';
import { mm2ToM2, term, type Working } from '../units/index.ts';
import { laidShare } from './laydown.ts';

/** A plate as ink sees it. */
export interface Cover {
  /** Mean, 0 to 1, before density. */
  readonly mean: number;
  /** Pixels of each value from 0 to 255, where an ink has a tone curve. */
  readonly levels?: readonly number[] | undefined;
}

export interface Coverages {
  /** C, M, Y, K of a picture. */
  process(picture: 'front' | 'rear'): readonly [Cover, Cover, Cover, Cover];
  /** A special plate. */
  plate(layer: StackLayer, part: Part): Cover;
}

export interface InkUse {
  readonly channel: Channel;
  /** Everything drawn from the container. */
  readonly ml: number;
  /** Of it: laid on the job's own sheets, and lost; of what is lost, all but what goes at the start of trips. */
  readonly laidMl: number;
  readonly lostMl: number;
  readonly otherMl: number;
  /** Solid area laid, m²: cover × density × hits × area, and trips started; what a report is compared with. */
  readonly solidM2: number;
  readonly starts: number;
  readonly working: Working;
}

export interface InkInput {
  readonly trips: readonly Trip[];
  readonly coverages: Coverages;
  readonly machine: Machine;
  /** Printed area of one copy, mm². */
  readonly pieceMm2: number;
  /** Test print included. */
  readonly copies: number;
  /** How often each trip is started: once a load, test print included. */
  readonly starts: number;
  /** Printing, minutes. */
  readonly minutes: number;
  /** The special inks are put in for so many jobs; 0 where they are in already. */
  readonly fittedFor: number;
}

const PROCESS_CHANNELS: readonly Channel[] = ['C', 'M', 'Y', 'K'];
const isSpecialInk = (channel: Channel) => !PROCESS_CHANNELS.includes(channel);

interface Laid {
  share: number;
  readonly trips: Set<number>;
  readonly from: string[];
}

/** What each channel lays, as shares of solid over one copy. */
function laidBy({ trips, coverages, machine }: InkInput): ReadonlyMap<Channel, Laid> {
  const laid = new Map<Channel, Laid>();
  const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
  const inkRole = (
    trip: Trip,
    layer: StackLayer,
    channel: Channel,
    cover: Cover,
    density: number,
  ) => {
    const entry = laid.get(channel) ?? { share: 0, trips: new Set<number>(), from: [] };
    const tone = inkOf(machine, channel)?.tone;
    entry.share += laidShare(tone, cover.mean, cover.levels, density / 100) * layer.hits;
    entry.trips.add(trip.number);
    entry.from.push(
      `trip ${trip.number}: ${percent(cover.mean)} covered × ${density} % × ${layer.hits} hit(s)${tone ? ', through its tone curve' : ''}`,
    );
    laid.set(channel, entry);
  };
  for (const trip of trips)
    for (const layer of trip.layers)
      for (const part of layer.parts)
        if (part.inkRole === 'CMYK')
          coverages
            .process(layer.picture)
            .forEach((cover, i) => inkRole(trip, layer, PROCESS_CHANNELS[i], cover, part.density));
        else
          inkRole(trip, layer, channelOf(part.inkRole), coverages.plate(layer, part), part.density);
  return laid;
}

export function inkUse(input: InkInput): readonly InkUse[] {
  const { machine, pieceMm2, copies, starts, minutes, fittedFor } = input;
  const laid = laidBy(input);
  const areaM2 = mm2ToM2(pieceMm2) * copies;
  return CHANNELS.flatMap((channel): InkUse[] => {
    const ink = inkOf(machine, channel);
    if (!ink) return [];
    const entry = laid.get(channel);
    const spit = ((ink.spitPerHour ?? 0) * minutes) / 60;
    // What is spat is lost of every ink that is fitted, used or not.
    if (!entry && spit === 0) return [];
    const begun = (entry?.trips.size ?? 0) * starts;
    const purge = ink.lossPerTrip * begun;
    const change =
      entry && isSpecialInk(channel) && fittedFor > 0 && machine.fitting
        ? machine.fitting.lossMl / fittedFor
        : 0;
    const solidM2 = (entry?.share ?? 0) * areaM2;
    const laidMl = solidM2 * ink.laydown;
    const lostMl = purge + spit + change;
    return [
      {
        channel,
        ml: laidMl + lostMl,
        laidMl,
        lostMl,
        otherMl: spit + change,
        solidM2,
        starts: begun,
        working: workingOf(ink, input, entry, { areaM2, laidMl, purge, begun, spit, change }),
      },
    ];
  });
}

function workingOf(
  ink: Ink,
  { machine, copies, pieceMm2, minutes, fittedFor }: InkInput,
  entry: Laid | undefined,
  figures: {
    areaM2: number;
    laidMl: number;
    purge: number;
    begun: number;
    spit: number;
    change: number;
  },
): Working {
  const { areaM2, laidMl, purge, begun, spit, change } = figures;
  return {
    label: `Ink ${ink.channel}`,
    value: laidMl + purge + spit + change,
    unit: 'mL',
    formula: 'covered share × area × laydown + what is lost',
    terms: [
      term('covered share', entry?.share ?? 0, '', entry?.from.join('; ') ?? 'not used'),
      term(
        'area',
        areaM2,
        'm²',
        `${copies} copies of ${(pieceMm2 / 100).toFixed(1)} cm², test print included if wanted`,
      ),
      term('laydown', ink.laydown, 'mL/m²', laydownNote(ink, machine)),
      term('purge', purge, 'mL', `${ink.lossPerTrip} mL × ${begun} start(s) of a trip`),
      ...(spit
        ? [
            term(
              'spitting',
              spit,
              'mL',
              `${ink.spitPerHour} mL an hour × ${minutes.toFixed(0)} min`,
            ),
          ]
        : []),
      ...(change
        ? [
            term(
              'changing inks',
              change,
              'mL',
              `${machine.fitting?.lossMl} mL in the lines, shared by ${fittedFor} job(s)`,
            ),
          ]
        : []),
    ],
  };
}

function laydownNote({ name, channel, laydownFrom }: Ink, { learnt, ...machine }: Machine): string {
  const reports = learnt?.inks[channel]?.reports ?? 0;
  const from = reports
    ? `, learnt from ${reports} report(s)`
    : laydownFrom?.kind === 'drops'
      ? `, from drops of ${laydownFrom.picolitres} pL`
      : laydownFrom?.kind === 'job'
        ? ', from a measured job'
        : laydownFrom?.kind === 'usual'
          ? ', assumed for this kind of machine'
          : '';
  return `${name} on ${machine.name}${from}`;
}
