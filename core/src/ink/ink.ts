/** Ink of a job, mL by channel: what lies on the sheets, and what is lost in starting, spitting and changing inks. */
import { SHARED_INKS, type SharedInks } from '../plates/index.ts';
import {
  inkFor,
  isSpecialInk,
  keyOf,
  PROCESS_CHANNELS,
  type Channel,
  type Ink,
  type Machine,
  type Part,
  type ProcessChannel,
  type StackLayer,
} from '../stack/index.ts';
import type { Trip } from '../trips/index.ts';
import { mm2ToM2, term, type Working } from '../units/index.ts';
import { laidShare } from './laydown.ts';
import { decimal, t } from '../texts/index.ts';

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
  /** What two of its process inks have in common, the lesser of both. */
  shared(picture: 'front' | 'rear', inks: SharedInks): Cover;
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

interface Laid {
  share: number;
  readonly trips: Set<number>;
  readonly from: string[];
}

/** What each channel lays, as shares of solid over one copy. */
function laidBy({ trips, coverages, machine }: InkInput): ReadonlyMap<Channel, Laid> {
  const laid = new Map<Channel, Laid>();
  const percent = (share: number) => `${decimal(share * 100, 1)} %`;
  const lay = (trip: Trip, layer: StackLayer, ink: Ink, share: number, from: string) => {
    const entry = laid.get(ink.channel) ?? { share: 0, trips: new Set<number>(), from: [] };
    entry.share += share * layer.hits;
    entry.trips.add(trip.number);
    entry.from.push(t('ink.tripHitS', { number: trip.number, from, n: layer.hits }));
    laid.set(ink.channel, entry);
  };
  for (const trip of trips)
    for (const layer of trip.layers)
      for (const part of layer.parts)
        if (part.inkRole === 'CMYK')
          for (const { ink, share, cover, saved } of colourInks(
            machine,
            coverages,
            layer.picture,
            part.density / 100,
          ))
            lay(
              trip,
              layer,
              ink,
              share,
              t('ink.covered', {
                cover: percent(cover),
                density: part.density,
                ink: curveNote(ink),
                rest: saved > 0 ? t('ink.lessOtherInksStand', { saved: percent(saved) }) : '',
              }),
            );
        else {
          const ink = inkFor(machine, keyOf(part));
          const { mean, levels } = coverages.plate(layer, part);
          if (ink)
            lay(
              trip,
              layer,
              ink,
              laidShare(ink.tone, mean, levels, part.density / 100),
              t('ink.coveredMean', {
                mean: percent(mean),
                density: part.density,
                ink: curveNote(ink),
              }),
            );
        }
  return laid;
}

const curveNote = ({ tone, split }: Ink) =>
  split
    ? t('ink.splitFrom', { of: split.of.join(t('ink.and')) })
    : tone
      ? t('ink.throughToneCurve')
      : '';

interface ColourInk {
  readonly ink: Ink;
  /** Mean share of a solid over the picture. */
  readonly share: number;
  /** Mean of what it is laid for, 0 to 1, and the share that extra inks took over from it. */
  readonly cover: number;
  readonly saved: number;
}

/**
 * What the process, light and extra inks of a machine lay for the colour of a picture. An ink with a split is laid by its curve
 * over the coverage of one process ink, or over what two of them have in common; all others lay their own separation.
 * @param density of the layer, 0 to 1
 */
function colourInks(
  machine: Machine,
  coverages: Coverages,
  picture: 'front' | 'rear',
  density: number,
): ColourInk[] {
  const process = coverages.process(picture);
  const coverOf = ({ channel, split }: Ink): Cover | undefined => {
    const of = split?.of ?? [channel as ProcessChannel];
    if (of.length === 2) {
      const pair = SHARED_INKS.find((inks) => of.every((ink) => inks.includes(ink)));
      return pair && coverages.shared(picture, pair);
    }
    return process[PROCESS_CHANNELS.indexOf(of[0])];
  };
  const laid = machine.inks.flatMap((ink) => {
    if (isSpecialInk(ink)) return [];
    const cover = coverOf(ink);
    if (!cover) return [];
    const curve = ink.split?.curve ?? ink.tone;
    return [{ ink, cover, share: laidShare(curve, cover.mean, cover.levels, density) }];
  });
  return laid.map(({ ink, cover, share }) => {
    const saved = laid.reduce(
      (sum, { ink: { split }, share: other }) =>
        split?.saves && split.of.length === 2 && split.of.some((one) => one === ink.channel)
          ? sum + split.saves * other
          : sum,
      0,
    );
    return { ink, share: Math.max(0, share - saved), cover: cover.mean, saved };
  });
}

export function inkUse(input: InkInput): readonly InkUse[] {
  const { machine, pieceMm2, copies, starts, minutes, fittedFor } = input;
  const laid = laidBy(input);
  const areaM2 = mm2ToM2(pieceMm2) * copies;
  return machine.inks.flatMap((ink): InkUse[] => {
    const { channel } = ink;
    const entry = laid.get(channel);
    const spit = ((ink.spitPerHour ?? 0) * minutes) / 60;
    // What is spat is lost of every ink that is fitted, used or not.
    if (!entry && spit === 0) return [];
    const begun = (entry?.trips.size ?? 0) * starts;
    const purge = ink.lossPerTrip * begun;
    const change =
      entry && isSpecialInk(ink) && fittedFor > 0 && machine.fitting
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
    label: t('ink.ink', { channel: ink.channel }),
    value: laidMl + purge + spit + change,
    unit: 'mL',
    formula: t('ink.coveredShareAreaLaydown'),
    terms: [
      term(
        t('ink.coveredShare'),
        entry?.share ?? 0,
        '',
        entry?.from.join('; ') ?? t('ink.notUsed'),
      ),
      term(
        t('ink.area'),
        areaM2,
        'm²',
        t('ink.copiesCmTestPrint', { copies, pieceMm2: decimal(pieceMm2 / 100, 1) }),
      ),
      term(t('ink.laydownWithin'), ink.laydown, 'mL/m²', laydownNote(ink, machine)),
      term(
        t('ink.purge'),
        purge,
        'mL',
        t('ink.mlStartSTrip', { lossPerTrip: ink.lossPerTrip, n: begun }),
      ),
      ...(spit
        ? [
            term(
              t('ink.spitting'),
              spit,
              'mL',
              t('ink.mlHourMin', {
                spitPerHour: ink.spitPerHour ?? 0,
                minutes: decimal(minutes, 0),
              }),
            ),
          ]
        : []),
      ...(change
        ? [
            term(
              t('ink.changingInks'),
              change,
              'mL',
              t('ink.mlLinesSharedJob', { lossMl: change, n: fittedFor }),
            ),
          ]
        : []),
    ],
  };
}

function laydownNote({ name, channel, laydownFrom }: Ink, { learnt, ...machine }: Machine): string {
  const reports = learnt?.inks[channel]?.reports ?? 0;
  const from = reports
    ? t('ink.learntFromReportS', { n: reports })
    : laydownFrom?.kind === 'drops'
      ? t('ink.fromDropsPl', { picolitres: laydownFrom.picolitres })
      : laydownFrom?.kind === 'job'
        ? t('ink.fromMeasuredJob')
        : laydownFrom?.kind === 'usual'
          ? t('ink.assumedKindMachine')
          : '';
  return `${name} on ${machine.name}${from}`;
}
