/** What was done to a machine, and what is true of it now: a query over what was done. */
import { DomainError } from '../errors/index.ts';
import type { Channel, MachineState } from '../stack/index.ts';
import { inForce, type DrawSource } from '../stock/index.ts';
import { t } from '../texts/index.ts';

/** A nozzle that lays nothing, as it is tapped on the drawn pattern; row and nozzle from 0. */
export interface MissingNozzle {
  readonly channel: Channel;
  readonly row: number;
  readonly nozzle: number;
}

export type CareAct =
  | { readonly act: 'agitated' }
  | { readonly act: 'pattern'; readonly missing: readonly MissingNozzle[] }
  | { readonly act: 'cleaned'; readonly ml: number; readonly minutes: number }
  /** A special ink is put in the place of cleaning fluid, or taken out again; mL are lost in the lines. */
  | {
      readonly act: 'filled' | 'flushed';
      readonly channel: Channel;
      readonly ml: number;
      readonly minutes: number;
    }
  | { readonly act: 'parked' | 'heads-fitted' }
  | { readonly act: 'slot'; readonly to: 'under' | 'other' }
  | { readonly act: 'waste-emptied' }
  | { readonly act: 'replaced'; readonly part: string }
  | { readonly act: 'note'; readonly text: string; readonly picture?: string }
  | {
      readonly act: 'printed';
      readonly name: string;
      readonly jobId?: string;
      readonly ml: Readonly<Partial<Record<Channel, number>>>;
      /** Of it spat and purged into the waste. */
      readonly wasteMl: number;
      readonly minutes: number;
      readonly source: DrawSource;
    }
  | {
      readonly act: 'run-started';
      readonly run: string;
      readonly procedure: string;
      readonly title: string;
    }
  | { readonly act: 'run-timer'; readonly run: string; readonly step: number }
  | {
      readonly act: 'run-step';
      readonly run: string;
      readonly step: number;
      readonly wrote: Readonly<Record<string, string | number>>;
    }
  | {
      readonly act: 'run-ended';
      readonly run: string;
      readonly finished: boolean;
      readonly minutes: number;
      readonly ml: number;
    };

export interface CareEvent {
  readonly id: number;
  readonly machineId: string;
  /** ISO 8601. */
  readonly at: string;
  readonly by: string;
  readonly what: CareAct | { readonly act: 'undone'; readonly event: number };
}

/** What is true of a machine, as far as anybody has said. Times ISO 8601. */
export interface CareState {
  readonly whiteSlot?: 'under' | 'other';
  readonly heads?: 'fitted' | 'parked';
  /** Specials that were put in or taken out, by their key. */
  readonly filled: Readonly<Partial<Record<Channel, boolean>>>;
  /** In the waste container since it was emptied. */
  readonly wasteMl: number;
  readonly wasteEmptiedAt?: string;
  readonly agitatedAt?: string;
  /** Agitated, printed, cleaned or put in. */
  readonly whiteMovedAt?: string;
  readonly whitePrintedAt?: string;
  readonly pattern?: { readonly at: string; readonly missing: readonly MissingNozzle[] };
  /** White stood before the last time it moved: from when on a pattern is wanted. */
  readonly stoodUntil?: string;
  /** Procedures that were begun and not ended. */
  readonly running: readonly string[];
}

export const NO_CARE: CareState = { filled: {}, wasteMl: 0, running: [] };

/** White that did not move for so long has stood: then a pattern is looked at. Common practice: look after a weekend. */
export const STOOD_HOURS = 48;

const HOUR = 3_600_000;
const hoursBetween = (from: string, to: string): number =>
  (Date.parse(to) - Date.parse(from)) / HOUR;

/**
 * Returns what is true after one more act.
 * @param whites keys of the machine's white inks
 */
export function caredFor(
  state: CareState,
  { at, what }: { readonly at: string; readonly what: CareAct },
  whites: readonly Channel[],
): CareState {
  const moved = (): CareState => ({
    ...state,
    whiteMovedAt: at,
    ...(state.whiteMovedAt !== undefined &&
      hoursBetween(state.whiteMovedAt, at) >= STOOD_HOURS && { stoodUntil: at }),
  });
  switch (what.act) {
    case 'agitated':
      return { ...moved(), agitatedAt: at };
    case 'pattern':
      return { ...state, pattern: { at, missing: what.missing } };
    case 'cleaned':
      return { ...moved(), wasteMl: state.wasteMl + what.ml };
    case 'filled':
    case 'flushed': {
      const after = whites.includes(what.channel) && what.act === 'filled' ? moved() : state;
      return {
        ...after,
        filled: { ...state.filled, [what.channel]: what.act === 'filled' },
        wasteMl: state.wasteMl + what.ml,
      };
    }
    case 'parked':
      return { ...state, heads: 'parked' };
    case 'heads-fitted':
      return { ...state, heads: 'fitted', stoodUntil: at };
    case 'slot':
      // The lines were opened: a pattern is wanted.
      return { ...state, whiteSlot: what.to, stoodUntil: at };
    case 'waste-emptied':
      return { ...state, wasteMl: 0, wasteEmptiedAt: at };
    case 'printed': {
      const white = whites.some((key) => (what.ml[key] ?? 0) > 0);
      return {
        ...(white ? { ...moved(), whitePrintedAt: at } : state),
        wasteMl: state.wasteMl + what.wasteMl,
      };
    }
    case 'run-started':
      return { ...state, running: [...state.running, what.run] };
    case 'run-ended':
      return { ...state, running: state.running.filter((run) => run !== what.run) };
    case 'replaced':
    case 'note':
    case 'run-timer':
    case 'run-step':
      return state;
  }
}

/** @param events of one machine, in the order in which they were written down */
export const careFrom = (events: readonly CareEvent[], whites: readonly Channel[]): CareState =>
  inForce(events).reduce(
    (state, event) => caredFor(state, event as CareEvent & { readonly what: CareAct }, whites),
    NO_CARE,
  );

/** Whether an act changes what is true of a machine. */
export const changesState = ({ act }: CareAct): boolean =>
  !['replaced', 'note', 'run-timer', 'run-step'].includes(act);

/** What planning wants to know of it. */
export const planningState = (
  { whiteSlot, heads, filled }: CareState,
  leftMl: MachineState['leftMl'],
): MachineState => ({
  leftMl,
  ...(Object.values(filled).includes(false) && {
    out: Object.keys(filled).filter((channel) => filled[channel] === false),
  }),
  ...(whiteSlot && { whiteSlot }),
  ...(heads === 'parked' && { headsParked: true as const }),
});

/**
 * @param whites keys of the machine's white inks
 * @throws DomainError `CARE_REFUSED` where an act can't be what happened
 */
export function checkCare(state: CareState, what: CareAct, whites: readonly Channel[]): void {
  const refused = (message: string) => {
    throw new DomainError('CARE_REFUSED', message);
  };
  const parked = state.heads === 'parked';
  if (what.act === 'parked' && parked) refused(t('care.headsParkedAlreadyFit'));
  if (what.act === 'heads-fitted' && state.heads === 'fitted')
    refused(t('care.headsCarriageAlready'));
  if (what.act === 'printed' && parked && whites.some((key) => (what.ml[key] ?? 0) > 0))
    refused(t('care.whiteHeadsParkedNothing'));
}
