/** What a machine gets beside the files of a job: how often, how carefully, on what, in which trips. */
import type { Layout } from '../layout/index.ts';
import {
  inkFor,
  inkOf,
  isSpecialInk,
  keyOf,
  type Channel,
  type Machine,
  type Mode,
} from '../stack/index.ts';
import { isSpecial, loadsOf, type Trip } from '../trips/index.ts';
import type { Work } from './calculate.ts';
import { modeOf, type PrintPlan } from './plan.ts';
import { printFileName, printFiles } from './printFiles.ts';
import { oneVersion, versionsOf } from './versions.ts';

export const TICKET_FORMAT = 1;

export interface TicketTrip {
  /** From 1. */
  readonly number: number;
  readonly side: 'front' | 'back';
  /** Strokes over each line, for its passes, layers and hits. */
  readonly swaths: number;
  /** It lays white, silver or clear: the carriage is as fast as the mode says for those. */
  readonly special: boolean;
  /** Of the carriage, mm/s, where the operator wants another than the mode's own. */
  readonly speed?: number;
  readonly bidirectional: boolean;
  /** Back to the origin after it. */
  readonly returns: boolean;
  /** Each load dries after it, minutes. */
  readonly waitMinutes: number;
  /** Inks that it lays, each with its share of what the job lays of it, 0 to 1. */
  readonly inks: readonly { readonly channel: Channel; readonly share: number }[];
}

export interface JobTicket {
  readonly ticket: typeof TICKET_FORMAT;
  /** Of the sending: the same job may be sent again. */
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly machine: string;
  readonly mode: string;
  readonly material: {
    readonly id: string;
    readonly name: string;
    readonly form: 'roll' | 'sheet';
  };
  /** Ordered; a test print comes before them and is not counted. */
  readonly copies: number;
  readonly testPrint: boolean;
  /** In the order of printing, the test print first; lengths mm. Pieces of other jobs that share a load are not counted. */
  readonly loads: readonly {
    readonly times: number;
    readonly length: number;
    readonly sweptWidth: number;
    readonly pieces: number;
  }[];
  readonly trips: readonly TicketTrip[];
  /** Solid area that the whole job lays, m², test print included; and how often the ink is started. */
  readonly inks: readonly {
    readonly channel: Channel;
    /** The separation in the files; absent of what process colour is laid with. */
    readonly separation?: string;
    readonly solidM2: number;
    readonly starts: number;
  }[];
  readonly files: readonly {
    readonly name: string;
    readonly separations: readonly string[];
    readonly mirrored: boolean;
    readonly hits: number;
  }[];
}

/** The ticket of a job whose work is known. */
export function jobTicket(
  plan: PrintPlan,
  work: Work,
  job: { readonly id: string; readonly number: number },
): JobTicket {
  const { machine, material, layout } = plan;
  const mode = modeOf(plan);
  const laid = work.inks.filter(({ solidM2 }) => solidM2 > 0);
  const separations = new Map(
    printFiles(plan).flatMap(({ plates }) =>
      plates.flatMap(({ ink, name }) => {
        const known = inkOf(machine, ink);
        return known && isSpecialInk(known) ? [[ink, name] as const] : [];
      }),
    ),
  );
  return {
    ticket: TICKET_FORMAT,
    ...job,
    name: plan.name,
    machine: machine.id,
    mode: plan.modeId,
    material: {
      id: material.id,
      name: material.name,
      form: material.form === 'roll' ? 'roll' : 'sheet',
    },
    copies: layout.copies,
    testPrint: plan.trips.testPrint,
    loads: ticketLoads(plan, work.layout),
    trips: work.trips.map((trip) => ticketTrip(trip, work.trips, machine, mode, laid)),
    inks: laid.map(({ channel, solidM2, starts }) => {
      const separation = separations.get(channel);
      return {
        channel,
        ...(separation !== undefined && { separation }),
        solidM2,
        starts,
      };
    }),
    files: versionsOf(plan)
      .filter(({ copies }) => copies > 0)
      .flatMap((version) => {
        const own = plan.versions ? oneVersion(plan, version) : plan;
        return printFiles(own).map((file) => ({
          name: printFileName(file, plan.versions && version.page),
          separations: file.plates.map(({ name }) => name),
          mirrored: file.mirrored,
          hits: file.hits,
        }));
      }),
  };
}

/** Loads with the job's own pieces on them; of a gang the others' are left out. */
function ticketLoads(plan: PrintPlan, layout: Layout): JobTicket['loads'] {
  const { testPrint } = plan.trips;
  return loadsOf(layout, plan.trips).map(({ times, length, sweptWidth }, i) => {
    const pieces = testPrint && i === 0 ? 1 : layout.loads[i - (testPrint ? 1 : 0)].copies;
    return { times, length, sweptWidth, pieces };
  });
}

/** By channel, how often a trip lays it. */
function hitsOf(
  { layers }: Trip,
  machine: Machine,
  laid: ReadonlySet<Channel>,
): Map<Channel, number> {
  const hits = new Map<Channel, number>();
  for (const layer of layers)
    for (const part of layer.parts) {
      const channels =
        part.inkRole === 'CMYK'
          ? machine.inks.filter((ink) => !isSpecialInk(ink)).map(({ channel }) => channel)
          : [inkFor(machine, keyOf(part))?.channel].filter((one) => one !== undefined);
      for (const channel of channels)
        if (laid.has(channel)) hits.set(channel, (hits.get(channel) ?? 0) + layer.hits);
    }
  return hits;
}

function ticketTrip(
  trip: Trip,
  trips: readonly Trip[],
  machine: Machine,
  mode: Mode,
  laid: Work['inks'],
): TicketTrip {
  const channels = new Set(laid.map(({ channel }) => channel));
  const all = trips.map((one) => hitsOf(one, machine, channels));
  const own = all[trips.indexOf(trip)];
  const { number, side, swaths, speed, bidirectional, returnsToOrigin, waitSetting } = trip;
  const special = trip.layers.some(isSpecial);
  return {
    number,
    side,
    swaths,
    special,
    ...(speed !== (special ? mode.specialSpeed : mode.speed) && { speed }),
    bidirectional,
    returns: returnsToOrigin,
    waitMinutes: waitSetting,
    inks: [...own].map(([channel, hits]) => ({
      channel,
      share: hits / all.reduce((sum, one) => sum + (one.get(channel) ?? 0), 0),
    })),
  };
}
