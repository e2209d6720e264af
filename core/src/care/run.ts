/** A procedure that is being carried out, or was: what its events say. Anybody may go on where another left it. */
import { DomainError } from '../errors/index.ts';
import { inForce } from '../stock/index.ts';
import type { Machine } from '../stack/index.ts';
import type { CareAct, CareEvent, CareState, MissingNozzle } from './logbook.ts';
import { procedureMl, type Procedure, type ProcedureStep } from './procedures.ts';

export interface RunStepState {
  readonly by?: string;
  readonly doneAt?: string;
  /** When its timer was started. */
  readonly timerAt?: string;
  readonly wrote: Readonly<Record<string, string | number>>;
}

export interface Run {
  readonly id: string;
  readonly procedureId: string;
  readonly title: string;
  readonly startedAt: string;
  readonly startedBy: string;
  readonly steps: readonly RunStepState[];
  /** The first that is not ticked; the number of steps when all are. */
  readonly at: number;
  readonly ended?: {
    readonly at: string;
    readonly finished: boolean;
    readonly minutes: number;
    readonly ml: number;
  };
}

/**
 * @param events with acts of this run among them, in the order in which they were written down
 * @param steps how many steps the procedure has
 * @throws DomainError `RUN_UNKNOWN` if it was never started
 */
export function runFrom(events: readonly CareEvent[], id: string, steps: number): Run {
  let run: Run | undefined;
  const states: RunStepState[] = Array.from({ length: steps }, () => ({ wrote: {} }));
  let ended: Run['ended'];
  for (const { at, by, what } of inForce(events)) {
    if (!('run' in what) || what.run !== id) continue;
    if (what.act === 'run-started')
      run = {
        id,
        procedureId: what.procedure,
        title: what.title,
        startedAt: at,
        startedBy: by,
        steps: [],
        at: 0,
      };
    else if (what.act === 'run-timer') states[what.step] = { ...states[what.step], timerAt: at };
    else if (what.act === 'run-step')
      states[what.step] = { ...states[what.step], by, doneAt: at, wrote: what.wrote };
    else ended = { at, finished: what.finished, minutes: what.minutes, ml: what.ml };
  }
  if (!run) throw new DomainError('RUN_UNKNOWN');
  const open = states.findIndex(({ doneAt }) => doneAt === undefined);
  return { ...run, steps: states, at: open < 0 ? steps : open, ...(ended && { ended }) };
}

/** Seconds that a timer still has; 0 when it has run out. Absent if it was not started. */
export const secondsLeft = (
  { waitMinutes = 0 }: ProcedureStep,
  { timerAt }: RunStepState,
  now: number,
): number | undefined =>
  timerAt === undefined
    ? undefined
    : Math.max(0, (Date.parse(timerAt) + waitMinutes * 60_000 - now) / 1000);

/** What the logbook gets beside the tick; nothing where the step changes nothing. */
export function effectOf(
  { effect }: ProcedureStep,
  {
    machine,
    care,
    missing = [],
    wrote,
    procedure,
    minutes,
  }: {
    readonly machine: Machine;
    readonly care: CareState;
    readonly missing?: readonly MissingNozzle[];
    readonly wrote: Readonly<Record<string, string | number>>;
    readonly procedure: Procedure;
    /** Since the run began. */
    readonly minutes: number;
  },
): CareAct | undefined {
  const written = Number(wrote.ml);
  const ml = Number.isFinite(written) ? written : 0;
  const [special] = machine.inks.filter(({ role }) => role === 'white');
  switch (effect) {
    case undefined:
      return undefined;
    case 'pattern':
      return { act: 'pattern', missing };
    case 'cleaned':
      // None was run where nothing was missing.
      return ml > 0 ? { act: 'cleaned', ml, minutes: 0 } : undefined;
    case 'filled':
    case 'flushed':
      return special
        ? { act: effect, channel: special.channel, ml: procedureMl(procedure, machine), minutes }
        : undefined;
    case 'slot':
      return { act: 'slot', to: care.whiteSlot === 'under' ? 'other' : 'under' };
    case 'parked':
      return care.heads === 'parked' ? undefined : { act: effect };
    case 'heads-fitted':
      return care.heads === 'fitted' ? undefined : { act: effect };
    case 'agitated':
    case 'waste-emptied':
      return { act: effect };
  }
}
