/** What is to be done for a machine now: from what happened to it, not from the calendar alone. */
import { ageOf, dayWords, type Day, type Keeping, type StockItem } from '../stock/index.ts';
import { USUAL_CARE, type CareFigures, type Machine } from '../stack/index.ts';
import type { Working } from '../units/index.ts';
import { term } from '../units/index.ts';
import { STOOD_HOURS, type CareState } from './logbook.ts';
import { patternVerdict } from './pattern.ts';
import { settling, USUAL_SETTLING } from './settling.ts';
import type { ProcedureId } from './procedures.ts';

export type DueCode =
  | 'agitate'
  | 'stood'
  | 'pattern'
  | 'missing-nozzles'
  | 'use-white'
  | 'waste'
  | 'expiry'
  | 'running';

export interface CareDue {
  readonly code: DueCode;
  /** `now`: before the next print in white. `soon`: within days. */
  readonly when: 'now' | 'soon';
  readonly says: string;
  readonly procedure?: ProcedureId;
  /** The procedure that was begun. */
  readonly run?: string;
  readonly working?: Working;
}

export interface DueInput {
  readonly machine: Machine;
  readonly care: CareState;
  /** Containers that are fitted in it. */
  readonly fitted: readonly StockItem[];
  readonly keeping: (item: StockItem) => Keeping;
  /** Printed white in the last 14 days, mL. */
  readonly whiteTwoWeeksMl: number;
  /** ISO 8601. */
  readonly now: string;
}

const HOUR = 3_600_000;
/** Common practice: daily. A night longer than a day is still the same day's work. */
const AGITATE_HOURS = 24;
/** Common practice: after a week at rest more than agitation is wanted. */
const LONG_HOURS = 7 * 24;
/** A waste container is emptied before it is full; our own choice. */
const WASTE_SOON = 0.8;
const WASTE_NOW = 0.95;

/** Returns nothing for a machine without white, but its waste and its dates. The most pressing first. */
export function careDue(input: DueInput): readonly CareDue[] {
  const { machine, care, now } = input;
  const figures = machine.care ?? USUAL_CARE;
  const due: CareDue[] = [];
  for (const run of care.running)
    due.push({
      code: 'running',
      when: 'now',
      run,
      says: 'A procedure was begun and not ended. Go on with it, or stop it.',
    });
  const whites = machine.inks.filter(({ role }) => role === 'white');
  const out = whites.length > 0 && whites.every(({ channel }) => care.filled[channel] === false);
  if (whites.length > 0 && !out) due.push(...whiteDue(input, figures));
  due.push(...wasteDue(care.wasteMl, figures.wasteMl), ...expiryDue(input, now.slice(0, 10)));
  return due.toSorted((a, b) => (a.when === b.when ? 0 : a.when === 'now' ? -1 : 1));
}

function whiteDue(
  { machine, care, now, whiteTwoWeeksMl }: DueInput,
  figures: CareFigures,
): CareDue[] {
  const since = (at: string | undefined) =>
    at === undefined ? undefined : (Date.parse(now) - Date.parse(at)) / HOUR;
  const due: CareDue[] = [];
  const rest = since(care.whiteMovedAt);
  const parked = care.heads === 'parked';
  const white = machine.inks.find(({ role }) => role === 'white')!;
  const sunk = (hours: number) =>
    settling(white.settling ?? USUAL_SETTLING, hours, white.settling === undefined);
  if (rest !== undefined && rest >= LONG_HOURS && !parked) {
    const working = sunk(rest);
    due.push({
      code: 'stood',
      when: 'now',
      says: `White has not moved for ${Math.floor(rest / 24)} days. Follow “When it has stood” before you print with it. About ${working.value.toFixed(0)} % of its pigment may have settled in the container.`,
      procedure: 'has-stood',
      working,
    });
  } else if (rest !== undefined && rest >= AGITATE_HOURS) {
    const working = sunk(rest);
    due.push({
      code: 'agitate',
      when: 'now',
      says: `White has not moved for ${rest < 48 ? `${Math.floor(rest)} hours` : `${Math.floor(rest / 24)} days`}. Agitate it, about 25 strokes from side to side.`,
      procedure: 'daily',
      working,
    });
  }
  const stood = care.stoodUntil;
  if (stood !== undefined && !parked && (care.pattern === undefined || care.pattern.at < stood))
    due.push({
      code: 'pattern',
      when: 'now',
      says: `No nozzle pattern was seen since white stood for ${STOOD_HOURS} hours or more, or was moved. Print one on clear or coloured stock and look at every white row.`,
      procedure: 'daily',
    });
  else if (care.pattern && care.pattern.missing.length > 0) {
    const { verdict, says } = patternVerdict(care.pattern.missing, figures.nozzles);
    if (verdict !== 'few')
      due.push({ code: 'missing-nozzles', when: 'now', says, procedure: 'has-stood' });
  }
  if (figures.school === 'moving' && whiteTwoWeeksMl < figures.movingMl)
    due.push({
      code: 'use-white',
      when: 'soon',
      says: `${whiteTwoWeeksMl.toFixed(0)} mL of white were printed in two weeks, and ${figures.movingMl} mL keep it moving. Print ${(figures.movingMl - whiteTwoWeeksMl).toFixed(0)} mL, or take white out.`,
      procedure: 'take-white-out',
      working: {
        label: 'White to be printed to keep it moving',
        value: figures.movingMl - whiteTwoWeeksMl,
        unit: 'mL',
        formula: 'what the school wants in two weeks − printed in the last two weeks',
        terms: [
          term(
            'wanted in two weeks',
            figures.movingMl,
            'mL',
            machine.care ? machine.name : 'common practice',
          ),
          term('printed', whiteTwoWeeksMl, 'mL', 'from the logbook'),
        ],
      },
    });
  return due;
}

function wasteDue(wasteMl: number, holds: number): CareDue[] {
  const share = wasteMl / holds;
  if (share < WASTE_SOON) return [];
  return [
    {
      code: 'waste',
      when: share >= WASTE_NOW ? 'now' : 'soon',
      says: `The waste container has about ${wasteMl.toFixed(0)} of ${holds} mL in it. Empty it${share >= WASTE_NOW ? ' before the next job' : ''}; it is regulated waste.`,
      procedure: 'empty-waste',
    },
  ];
}

const expiryDue = ({ machine, fitted, keeping }: DueInput, today: Day): CareDue[] =>
  fitted.flatMap((item): CareDue[] => {
    const { age, until, from } = ageOf(item, keeping(item), today);
    if (age !== 'over' && age !== 'soon') return [];
    const ink = machine.inks.find(({ channel }) => channel === item.fitted?.channel);
    const name = ink?.name ?? item.name;
    return [
      {
        code: 'expiry',
        when: age === 'over' ? 'now' : 'soon',
        says:
          age === 'over'
            ? `${name} in the machine is past its day, ${dayWords(until!)} (${from}). Change the container.`
            : `${name} in the machine is good until ${dayWords(until!)} (${from}): use it first.`,
        procedure: 'change-container',
      },
    ];
  });
