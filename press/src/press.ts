/**
 * A machine and its jobs in simulated time. Whatever changes is given to a journal before anybody hears of it, so that what was
 * told is still true after the plug was pulled.
 */
import { seededRandom, type Channel, type JobTicket, type Machine } from '@kyanos/core';
import type { JobState } from '@kyanos/ipp';
import { stepsOf, type Step } from './steps.ts';
import { normal, seedOf, truthOf, type Truth } from './truth.ts';

export interface PressDocument {
  readonly name: string;
  readonly format: string;
  readonly bytes: number;
  /** Separations that it has beside process colour; absent where it is no PDF. */
  readonly separations?: readonly string[];
}

export interface PressJob {
  readonly id: number;
  readonly name: string;
  readonly user: string;
  readonly state: JobState;
  /** Documents are still to come. */
  readonly incoming: boolean;
  readonly documents: readonly PressDocument[];
  readonly copies: number;
  readonly ticket?: JobTicket;
  /** Place in its steps. */
  readonly at: number;
  /** Pieces that are finished and good, the test print not among them, and which pieces were spoilt. */
  readonly done: number;
  readonly spoilt: readonly number[];
  readonly ml: Readonly<Record<Channel, number>>;
  /** Printing, without hands and drying. */
  readonly minutes: number;
  /** What went wrong, a keyword and what it is about. */
  readonly notes: readonly string[];
  /** Simulated minutes. */
  readonly createdAt: number;
  readonly processingAt?: number;
  readonly endedAt?: number;
  /** Of this computer, ms: a job whose documents don't come is given up. */
  readonly touchedAt: number;
}

export interface PressMachine {
  /** Simulated minutes since it was first switched on. */
  readonly clock: number;
  readonly nextId: number;
  /** Left in the containers, on the roll, and in the waste. */
  readonly ml: Readonly<Record<Channel, number>>;
  readonly rollMm: number;
  readonly wasteMl: number;
  readonly paused: boolean;
  /** Why it stands: what has to be put in or emptied. */
  readonly stopped?: 'ink' | 'roll' | 'waste';
  readonly about?: Channel;
  readonly whiteMovedAt: number;
}

/** What a journal keeps: the machine after a change, and the job that it was about. */
export interface Entry {
  readonly machine: PressMachine;
  readonly job?: PressJob;
}

export type Journal = (entry: Entry) => void;

const CONTAINER_ML = 440;
const ROLL_MM = 25_000;
export const WASTE_ML = 2000;
/** White that has stood so long, minutes, loses nozzles, so many in a day more. From memory of what shops tell. */
const STANDS_MINUTES = 12 * 60;
const LOST_A_DAY = 6;
/** Cleaning brings them back. */
const CLEANING = { minutes: 3, ml: 4 } as const;
/** Jobs that have ended are remembered, so many. */
const MOST_ENDED = 2000;
/** A job that has no documents is given up after so long (RFC 8011, 5.4.31). */
export const DOCUMENT_TIMEOUT_MS = 120_000;

export const capacityOf = (machine: Machine, channel: Channel): number =>
  machine.inks.find((ink) => ink.channel === channel)?.container?.ml ?? CONTAINER_ML;

const ENDED: readonly JobState[] = ['canceled', 'aborted', 'completed'];
export const hasEnded = ({ state }: Pick<PressJob, 'state'>): boolean => ENDED.includes(state);

function newMachine(
  machine: Machine,
  fitted: Readonly<Record<Channel, number | undefined>>,
  random: () => number,
): PressMachine {
  return {
    clock: 0,
    nextId: 1,
    ml: Object.fromEntries(
      machine.inks.map(({ channel }) => [
        channel,
        fitted[channel] ?? capacityOf(machine, channel) * (0.25 + 0.7 * random()),
      ]),
    ),
    rollMm: ROLL_MM * (0.4 + 0.6 * random()),
    wasteMl: WASTE_ML * 0.6 * random(),
    paused: false,
    whiteMovedAt: 0,
  };
}

export class Press {
  readonly machine: Machine;
  readonly #seed: number;
  readonly #truth: Truth;
  readonly #keep: Journal;
  #now: PressMachine;
  readonly #jobs = new Map<number, PressJob>();
  readonly #steps = new Map<number, readonly Step[]>();

  /**
   * @param kept what the journal held, in order; the plug was pulled after it
   * @param fitted what a new machine has in its containers, mL; some, where it is not said
   */
  constructor(
    machine: Machine,
    seed: number,
    kept: readonly Entry[],
    keep: Journal,
    fitted: Readonly<Record<Channel, number | undefined>> = {},
  ) {
    this.machine = machine;
    this.#seed = seed;
    this.#truth = truthOf(machine, seed);
    this.#keep = keep;
    const random = seededRandom(seedOf('machine', machine.id, seed));
    this.#now = kept.at(-1)?.machine ?? newMachine(machine, fitted, random);
    for (const { job } of kept) if (job) this.#jobs.set(job.id, job);
    this.#forget();
    this.#powerBack();
  }

  get state(): PressMachine {
    return this.#now;
  }

  get jobs(): readonly PressJob[] {
    return [...this.#jobs.values()];
  }

  job(id: number): PressJob | undefined {
    return this.#jobs.get(id);
  }

  /** All that a journal has to hold. */
  get entries(): readonly Entry[] {
    return [
      ...this.jobs.map((job) => ({ machine: this.#now, job })),
      ...(this.#jobs.size === 0 ? [{ machine: this.#now }] : []),
    ];
  }

  #write(change: Partial<PressMachine>, job?: PressJob): void {
    const machine = { ...this.#now, ...change };
    this.#keep({ machine, ...(job && { job }) });
    this.#now = machine;
    if (job) this.#jobs.set(job.id, job);
  }

  #forget(): void {
    const ended = this.jobs.filter(hasEnded);
    for (const { id } of ended.slice(0, Math.max(0, ended.length - MOST_ENDED)))
      this.#jobs.delete(id);
  }

  /** What was under the heads when the power went is spoilt; the rest goes on. */
  #powerBack(): void {
    for (const job of this.jobs.filter(({ state }) => state === 'processing')) {
      const step = this.#stepsOf(job)[job.at] as Step | undefined;
      if (step?.kind === 'print') this.#spoil(job, step, 'power-lost');
    }
  }

  #spoil(job: PressJob, { from, to }: Step, note: string): void {
    const pieces = Array.from({ length: to - from }, (_, i) => from + i);
    const spoilt = [...new Set([...job.spoilt, ...pieces])];
    this.#write(
      {},
      { ...job, at: job.at + 1, spoilt, notes: [...job.notes, `${note}=${pieces.length}`] },
    );
  }

  // ---- jobs ----

  add(name: string, user: string, copies: number, held: boolean, at: number): PressJob {
    const job: PressJob = {
      id: this.#now.nextId,
      name,
      user,
      state: held ? 'held' : 'pending',
      incoming: true,
      documents: [],
      copies,
      at: 0,
      done: 0,
      spoilt: [],
      ml: {},
      minutes: 0,
      notes: [],
      createdAt: this.#now.clock,
      touchedAt: at,
    };
    this.#write({ nextId: job.id + 1 }, job);
    return job;
  }

  /** @param ticket where the document is one */
  addDocument(
    job: PressJob,
    document: PressDocument,
    last: boolean,
    at: number,
    ticket?: JobTicket,
  ): PressJob {
    const documents = [...job.documents, document];
    const next: PressJob = {
      ...job,
      documents,
      incoming: !last,
      touchedAt: at,
      ...(ticket && { ticket }),
    };
    const missing = last ? missingSeparations(next) : [];
    const whole = {
      ...next,
      notes: [...next.notes, ...missing.map((name) => `no-separation=${name}`)],
    };
    this.#write({}, whole);
    return whole;
  }

  hold(job: PressJob): boolean {
    if (job.state !== 'pending' && job.state !== 'held') return false;
    this.#write({}, { ...job, state: 'held' });
    return true;
  }

  release(job: PressJob): boolean {
    if (hasEnded(job)) return false;
    if (job.state === 'held') this.#write({}, { ...job, state: 'pending' });
    return true;
  }

  /** What is under the heads is spoilt. */
  cancel(job: PressJob): boolean {
    if (hasEnded(job)) return false;
    const step = this.#stepsOf(job)[job.at] as Step | undefined;
    if (job.state === 'processing' && step?.kind === 'print') this.#spoil(job, step, 'cancelled');
    this.#write({}, { ...this.#jobs.get(job.id)!, state: 'canceled', endedAt: this.#now.clock });
    return true;
  }

  pause(): void {
    this.#write({ paused: true });
  }

  /** Goes on; what was empty has been filled, and what was full has been emptied. */
  resume(): void {
    const { stopped, about, ...rest } = this.#now;
    const full =
      stopped === 'ink'
        ? { ml: { ...rest.ml, [about!]: capacityOf(this.machine, about!) } }
        : stopped === 'roll'
          ? { rollMm: ROLL_MM }
          : stopped === 'waste'
            ? { wasteMl: 0 }
            : {};
    const job = this.jobs.find(({ state }) => state === 'stopped');
    this.#now = rest;
    this.#write({ ...full, paused: false }, job && { ...job, state: 'processing' });
  }

  // ---- time ----

  /** Jobs whose documents did not come are given up. @param at of this computer, ms */
  giveUp(at: number): void {
    for (const job of this.jobs)
      if (job.incoming && !hasEnded(job) && at - job.touchedAt > DOCUMENT_TIMEOUT_MS)
        this.#write({}, { ...job, state: 'aborted', incoming: false, endedAt: this.#now.clock });
  }

  /** Lets time go on, simulated minutes. What is not finished by then is as far as it was. */
  advance(minutes: number): void {
    let left = minutes;
    for (;;) {
      const job = this.#current();
      const step = job && (this.#stepsOf(job)[job.at] as Step | undefined);
      if (!job || this.#now.stopped || (this.#now.paused && job.state === 'pending')) break;
      if (job.state === 'pending') {
        this.#write({}, { ...job, state: 'processing', processingAt: this.#now.clock });
        continue;
      }
      if (!step) {
        this.#write({}, { ...job, state: 'completed', endedAt: this.#now.clock });
        continue;
      }
      if (this.#now.paused && this.#progress === 0) break;
      // A piece that is spoilt already is passed over.
      if (step.kind === 'print' && step.finishes && job.spoilt.includes(step.from)) {
        this.#write({}, { ...job, at: job.at + 1 });
        continue;
      }
      if (this.#progress === 0 && this.#lacks(job, step)) break;
      const need = step.minutes - this.#progress;
      if (need > left) {
        this.#progress += left;
        this.#now = { ...this.#now, clock: this.#now.clock + left };
        return;
      }
      left -= need;
      this.#progress = 0;
      this.#finish(job, step, need);
    }
    this.#now = { ...this.#now, clock: this.#now.clock + left };
  }

  /** Minutes into the step that is under way; gone with the power. */
  #progress = 0;

  #current(): PressJob | undefined {
    const ready = this.jobs.filter(({ incoming }) => !incoming);
    return (
      ready.find(({ state }) => state === 'processing' || state === 'stopped') ??
      ready.find(({ state }) => state === 'pending')
    );
  }

  #finish(job: PressJob, step: Step, minutes: number): void {
    const cleaning = step.kind === 'setup' ? this.#cleaning(job) : undefined;
    const ml: Record<Channel, number> = { ...job.ml };
    const left: Record<Channel, number> = { ...this.#now.ml };
    for (const [channel, amount] of [
      ...Object.entries(step.ml),
      ...(cleaning ? [[cleaning.channel, CLEANING.ml] as const] : []),
    ]) {
      ml[channel] = (ml[channel] ?? 0) + amount;
      left[channel] = Math.max(0, (left[channel] ?? 0) - amount);
    }
    const counted = step.finishes && !(job.ticket?.testPrint && step.from === 0);
    const clock = this.#now.clock + minutes + (cleaning ? CLEANING.minutes : 0);
    const white = this.machine.inks.some(
      ({ channel, role }) => role === 'white' && step.ml[channel] !== undefined,
    );
    this.#write(
      {
        clock,
        ml: left,
        wasteMl: this.#now.wasteMl + step.wasteMl + (cleaning ? CLEANING.ml : 0),
        rollMm: this.#now.rollMm - step.drawn,
        ...((white || cleaning) && { whiteMovedAt: clock }),
      },
      {
        ...job,
        at: job.at + 1,
        ml,
        minutes: job.minutes + (step.kind === 'print' || step.kind === 'return' ? minutes : 0),
        done: job.done + (counted ? step.to - step.from : 0),
        notes: [...job.notes, ...(cleaning ? [`nozzles-missing=${cleaning.lost}`] : [])],
      },
    );
  }

  /** White that has stood has lost nozzles, which the check before the job shows; they are cleaned. */
  #cleaning(job: PressJob): { readonly channel: Channel; readonly lost: number } | undefined {
    const white = this.machine.inks.find(({ role }) => role === 'white');
    if (!white || !job.ticket?.inks.some(({ channel }) => channel === white.channel))
      return undefined;
    const stood = this.#now.clock - this.#now.whiteMovedAt - STANDS_MINUTES;
    if (stood <= 0) return undefined;
    const next = normal(seededRandom(seedOf('nozzles', this.machine.id, job.id, this.#seed)));
    const lost = Math.round((stood / 1440) * LOST_A_DAY * Math.exp(0.5 * next()));
    return lost > 0 ? { channel: white.channel, lost } : undefined;
  }

  /** Stops before what there is not enough for. */
  #lacks(job: PressJob, step: Step): boolean {
    const empty = Object.entries(step.ml).find(
      ([channel, amount]) => amount > (this.#now.ml[channel] ?? 0),
    );
    const why = empty
      ? 'ink'
      : step.drawn > this.#now.rollMm
        ? 'roll'
        : this.#now.wasteMl + step.wasteMl > WASTE_ML
          ? 'waste'
          : undefined;
    if (!why) return false;
    const note = `${why}-out${empty ? `=${empty[0]}` : ''}`;
    this.#write(
      { stopped: why, ...(empty && { about: empty[0] }) },
      { ...job, state: 'stopped', notes: [...job.notes, note] },
    );
    return true;
  }

  #stepsOf(job: PressJob): readonly Step[] {
    let steps = this.#steps.get(job.id);
    if (!steps) {
      const ticket = job.ticket ?? plainTicket(job, this.machine);
      const missing = new Set(missingSeparations(job));
      const laid = new Set(
        ticket.inks.flatMap(({ channel, separation }) =>
          separation !== undefined && missing.has(separation) ? [] : [channel],
        ),
      );
      steps = stepsOf(ticket, this.machine, this.#truth, laid, this.#seed);
      this.#steps.set(job.id, steps);
    }
    return steps;
  }
}

/** What the ticket names and no file has: a machine that is not given the name lays nothing, and prints on. */
function missingSeparations({ ticket, documents }: PressJob): string[] {
  if (!ticket) return [];
  const there = new Set(documents.flatMap(({ separations = [] }) => separations));
  return ticket.inks.flatMap(({ separation }) =>
    separation !== undefined && !there.has(separation) ? [separation] : [],
  );
}

/** A4, mm, half covered: what anybody may send who has no ticket. */
const PLAIN = { width: 210, length: 297, cover: 0.2 } as const;

function plainTicket(job: PressJob, machine: Machine): JobTicket {
  const [mode] = machine.modes;
  const process = machine.inks.filter(({ role }) => role === 'process');
  return {
    ticket: 1,
    id: `plain-${job.id}`,
    number: job.id,
    name: job.name,
    machine: machine.id,
    mode: mode.id,
    material: { id: '', name: '', form: machine.kind === 'flatbed' ? 'sheet' : 'roll' },
    copies: job.copies,
    testPrint: false,
    loads: [{ times: job.copies, length: PLAIN.length, sweptWidth: PLAIN.width, pieces: 1 }],
    trips: [
      {
        number: 1,
        side: 'front',
        swaths: mode.passes,
        special: false,
        bidirectional: mode.bidirectional,
        returns: false,
        waitMinutes: 0,
        inks: process.map(({ channel }) => ({ channel, share: 1 })),
      },
    ],
    inks: process.map(({ channel }) => ({
      channel,
      solidM2: PLAIN.width * PLAIN.length * 1e-6 * PLAIN.cover * job.copies,
      starts: job.copies,
    })),
    files: [],
  };
}
