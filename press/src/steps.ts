/** A job as the machine goes through it: setting up, then trip by trip and load by load, stroke by stroke. */
import {
  NOZZLE_CHECK_MINUTES,
  seededRandom,
  type Channel,
  type JobTicket,
  type Machine,
  type Mode,
  type TicketTrip,
} from '@kyanos/core';
import { normal, seedOf, type Truth } from './truth.ts';

/** Something that is done in one go: what power or ink runs out in is spoilt. */
export interface Step {
  readonly kind: 'setup' | 'loading' | 'print' | 'return' | 'drying';
  readonly minutes: number;
  /** Pieces from this to before that one, counted over the job from 0, the test print first. */
  readonly from: number;
  readonly to: number;
  /** After it these pieces are finished. */
  readonly finishes: boolean;
  readonly ml: Readonly<Record<Channel, number>>;
  /** Of it into the waste. */
  readonly wasteMl: number;
  /** Drawn off the roll, mm. */
  readonly drawn: number;
}

/** Hands at a load: 3 min on the average is common practice, some are slower. Deviation of its logarithm. */
const LOADING = { minutes: 3, spread: 0.25 } as const;
/** How much ink and strokes of one job differ from another's, deviations of the logarithm. */
const JOB_SPREAD = { ink: 0.03, turn: 0.05 } as const;

/** Strokes over a load: the sheet is fed until its last line has been under all of the head. */
export function strokesOver(length: number, headHeight: number, swaths: number): number {
  const advance = headHeight / swaths;
  let strokes = 0;
  // Within a thousandth of an advance a line is under it: sums of fractions are never exact.
  for (let fed = advance; fed - headHeight < length - advance / 1000; fed += advance) strokes++;
  return strokes;
}

/** Minutes of the strokes over a load, each as fast as the carriage really is and turned round at its end. */
function strokeMinutes(
  machine: Machine,
  mode: Mode,
  { swaths, special, speed: wanted, bidirectional }: TicketTrip,
  load: { readonly length: number; readonly sweptWidth: number },
  truth: Truth,
  turnOff: () => number,
): number[] {
  const speed = wanted ?? (special ? mode.specialSpeed : mode.speed);
  const back = mode.speed;
  const rows = machine.headRows ?? 1;
  const strokes = strokesOver(
    load.length + (rows - 1) * machine.headHeight,
    machine.headHeight,
    swaths,
  );
  const width = machine.sweeps === 'bed' ? machine.maxWidth : load.sweptWidth;
  const ends = bidirectional ? 1 : 2;
  const braking = machine.acceleration
    ? (speed + (bidirectional ? speed : back)) / machine.acceleration
    : 0;
  const sweep = (width / speed + (bidirectional ? 0 : width / back)) / truth.speed;
  return Array.from(
    { length: strokes },
    () => (sweep + ends * (machine.turnSeconds + braking) * truth.turn * turnOff()) / 60,
  );
}

/**
 * What a ticket makes a machine do. The same for the same seed.
 *
 * @param laid inks that the files have; what is missing there is not laid
 */
export function stepsOf(
  ticket: JobTicket,
  machine: Machine,
  truth: Truth,
  laid: ReadonlySet<Channel>,
  seed: number,
): Step[] {
  const random = seededRandom(seedOf('job', ticket.id, seed));
  const next = normal(random);
  const off = (spread: number) => Math.exp(spread * next());
  const inkOff = new Map(machine.inks.map(({ channel }) => [channel, off(JOB_SPREAD.ink)]));
  const mode = machine.modes.find(({ id }) => id === ticket.mode) ?? machine.modes[0];
  const loads = ticket.loads.flatMap((load) => Array.from({ length: load.times }, () => load));
  const pieces = loads.reduce((sum, load) => sum + load.pieces, 0);
  const none = { ml: {}, wasteMl: 0, drawn: 0, finishes: false };
  const setup = machine.setupMinutes + (machine.nozzleCheckMinutes ?? NOZZLE_CHECK_MINUTES);
  const steps: Step[] = [
    { ...none, kind: 'setup', minutes: setup * off(LOADING.spread), from: 0, to: 0 },
  ];
  const inks = new Map(ticket.inks.map((ink) => [ink.channel, ink]));

  /** What printing takes: on the sheet a share of the job, at a start what is purged, and what is spat in a time. */
  function inkOf(trip: TicketTrip, share: number, starting: boolean, minutes: number) {
    const ml: Record<Channel, number> = {};
    let wasteMl = 0;
    const add = (channel: Channel, amount: number, wasted: boolean) => {
      if (amount <= 0) return;
      ml[channel] = (ml[channel] ?? 0) + amount;
      if (wasted) wasteMl += amount;
    };
    for (const { channel, laydown, lossPerTrip, spitPerHour = 0 } of machine.inks) {
      const own = trip.inks.find((ink) => ink.channel === channel);
      if (own && laid.has(channel)) {
        const solid = inks.get(channel)!.solidM2 * own.share * share;
        add(channel, solid * laydown * truth.laydown[channel] * inkOff.get(channel)!, false);
        if (starting) add(channel, lossPerTrip * truth.loss[channel], true);
      }
      add(channel, (spitPerHour * minutes) / 60, true);
    }
    return { ml, wasteMl };
  }

  ticket.trips.forEach((trip, t) => {
    const last = t === ticket.trips.length - 1;
    let first = 0;
    for (const load of loads) {
      const to = first + load.pieces;
      const loading = LOADING.minutes * off(LOADING.spread);
      steps.push({ ...none, kind: 'loading', minutes: loading, from: first, to });
      const strokes = strokeMinutes(machine, mode, trip, load, truth, () => off(JOB_SPREAD.turn));
      // Only pieces that are finished one by one are printed one by one.
      const parts = last ? load.pieces : 1;
      for (let part = 0; part < parts; part++) {
        const [begin, end] = [part, part + 1].map((n) => Math.round((n * strokes.length) / parts));
        const minutes = strokes.slice(begin, end).reduce((sum, one) => sum + one, 0);
        const [own, after] = last ? [first + part, first + part + 1] : [first, to];
        steps.push({
          kind: 'print',
          minutes,
          from: own,
          to: after,
          finishes: last,
          ...inkOf(trip, (after - own) / pieces, part === 0, minutes),
          drawn: t === 0 && ticket.material.form === 'roll' ? load.length / parts : 0,
        });
      }
      if (trip.returns)
        steps.push({
          ...none,
          kind: 'return',
          minutes: load.length / machine.returnSpeed / 60,
          from: first,
          to,
        });
      if (trip.waitMinutes > 0)
        steps.push({ ...none, kind: 'drying', minutes: trip.waitMinutes, from: first, to });
      first = to;
    }
  });
  return steps;
}
