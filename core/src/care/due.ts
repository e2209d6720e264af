/** What is to be done for a machine now: from what happened to it, not from the calendar alone. */
import { ageOf, dayWords, type Day, type Keeping, type StockItem } from '../stock/index.ts';
import { USUAL_CARE, type CareFigures, type Machine } from '../stack/index.ts';
import { term, type Working } from '../units/index.ts';
import { STOOD_HOURS, type CareState } from './logbook.ts';
import { patternVerdict } from './pattern.ts';
import { settling, USUAL_SETTLING } from './settling.ts';
import type { ProcedureId } from './procedures.ts';
import { decimal, t } from '../texts/index.ts';

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
      says: t('care.procedureBegunNotEnded'),
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
      says: t('care.whiteHasNotMoved', {
        rest: Math.floor(rest / 24),
        working: decimal(working.value, 0),
      }),
      procedure: 'has-stood',
      working,
    });
  } else if (rest !== undefined && rest >= AGITATE_HOURS) {
    const working = sunk(rest);
    due.push({
      code: 'agitate',
      when: 'now',
      says: t('care.whiteHasNotMovedAgitateAbout', {
        rest:
          rest < 48
            ? t('care.hours', { rest: Math.floor(rest) })
            : t('care.days', { rest: Math.floor(rest / 24) }),
      }),
      procedure: 'daily',
      working,
    });
  }
  const stood = care.stoodUntil;
  if (stood !== undefined && !parked && (care.pattern === undefined || care.pattern.at < stood))
    due.push({
      code: 'pattern',
      when: 'now',
      says: t('care.noNozzlePatternSeen', { hours: STOOD_HOURS }),
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
      says: t('care.mlWhiteWerePrinted', {
        whiteTwoWeeksMl: decimal(whiteTwoWeeksMl, 0),
        movingMl: figures.movingMl,
        movingMl2: decimal(figures.movingMl - whiteTwoWeeksMl, 0),
      }),
      procedure: 'take-white-out',
      working: {
        label: t('care.whitePrintedKeepMoving'),
        value: figures.movingMl - whiteTwoWeeksMl,
        unit: 'mL',
        formula: t('care.whatSchoolWantsTwo'),
        terms: [
          term(
            t('care.wantedTwoWeeks'),
            figures.movingMl,
            'mL',
            machine.care ? machine.name : t('care.commonPractice'),
          ),
          term(t('care.printed'), whiteTwoWeeksMl, 'mL', t('care.fromLogbook')),
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
      says: t('care.wasteContainerHasAbout', {
        wasteMl: decimal(wasteMl, 0),
        holds,
        rest: share >= WASTE_NOW ? t('care.beforeNextJob') : '',
      }),
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
            ? t('care.machinePastDayChange', { name, until: dayWords(until!), from })
            : t('care.machineGoodUntilUse', { name, until: dayWords(until!), from }),
        procedure: 'change-container',
      },
    ];
  });
