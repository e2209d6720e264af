/** A machine's figures from its reports: laydown and loss of each ink, speed and turning. Shown first, taken over only when wanted. */
import {
  type Channel,
  type Estimate,
  type Ink,
  type Learnt,
  type Machine,
} from '../stack/index.ts';
import {
  credibleInterval,
  estimate,
  predictionInterval,
  INK_PRIOR,
  outliersOf,
  TIME_PRIOR,
  type Interval,
  type Observation,
} from './estimate.ts';
import type { JobReport } from './reports.ts';
import { t } from '../texts/index.ts';

export interface LearntFigure {
  readonly label: string;
  readonly unit: string;
  readonly was: number;
  readonly now: number;
  /** Holds the true figure in 8 of 10 shops. */
  readonly interval: Interval;
}

export interface Outlier {
  /** Place in the reports. */
  readonly report: number;
  /** What it is about: a channel, or time. */
  readonly about: Channel | 'time';
  readonly reported: number;
  readonly expected: number;
}

export interface Lesson {
  readonly about: Channel | 'time';
  readonly name: string;
  readonly estimate: Estimate;
  readonly figures: readonly LearntFigure[];
  /** Places of the reports that it comes from. */
  readonly reports: readonly number[];
}

export interface Learning {
  readonly lessons: readonly Lesson[];
  readonly outliers: readonly Outlier[];
}

interface ReportedFigure {
  readonly report: number;
  readonly reported: number;
  readonly expected: number;
  readonly observation: Observation;
}

/** @param fixed what neither figure changes, a part of what was reported */
function reportedFigure(
  report: number,
  reported: number,
  first: number,
  second: number,
  fixed: number,
): ReportedFigure[] {
  const expected = first + second;
  return expected > 0
    ? [
        {
          report,
          reported,
          expected: expected + fixed,
          observation: {
            parts: [first / expected, second / expected],
            ratio: Math.max(0, reported - fixed) / expected,
            size: expected,
          },
        },
      ]
    : [];
}

const reportedInk = (
  reports: readonly JobReport[],
  { channel, laydown, lossPerTrip }: Ink,
): ReportedFigure[] =>
  reports.flatMap(({ ml, planned, learnt }, i) => {
    const reported = ml[channel];
    const plan = planned[channel];
    return reported === undefined || !plan || learnt?.includes(channel)
      ? []
      : reportedFigure(
          i,
          reported,
          plan.solidM2 * laydown,
          plan.starts * lossPerTrip,
          plan.otherMl,
        );
  });

const reportedTime = (reports: readonly JobReport[]): ReportedFigure[] =>
  reports.flatMap(({ minutes, plannedMinutes: { sweep, turn, back }, learnt }, i) =>
    minutes === undefined || learnt?.includes('time')
      ? []
      : reportedFigure(i, minutes, sweep, turn, back),
  );

/** Outliers wait for a decision; what somebody said of a report counts. */
function lessonFrom(
  about: Lesson['about'],
  all: readonly ReportedFigure[],
  reports: readonly JobReport[],
  prior: Estimate,
): { outliers: Outlier[]; estimate: Estimate; reports: readonly number[] } {
  const open = all.filter(({ report }) => reports[report].use !== false);
  const doubted = new Set(
    outliersOf(
      open.map(({ observation }) => observation),
      prior,
    ),
  );
  const used = open.filter(({ report }, i) => reports[report].use === true || !doubted.has(i));
  return {
    reports: used.map(({ report }) => report),
    outliers: open
      .filter((_, i) => doubted.has(i))
      .map(({ report, reported, expected }) => ({ report, about, reported, expected })),
    estimate: estimate(
      used.map(({ observation, report }) => ({
        ...observation,
        sure: reports[report].use === true,
      })),
      prior,
    ),
  };
}

const figure = (
  label: string,
  unit: string,
  was: number,
  known: Estimate,
  which: 0 | 1,
  turnedRound = false,
): LearntFigure => {
  const scale = (share: number) => (turnedRound ? was / Math.max(share, 1e-6) : was * share);
  const { low, high } = credibleInterval(known, which);
  const ends = [scale(low), scale(high)];
  return {
    label,
    unit,
    was,
    now: scale(known.mean[which]),
    interval: { low: Math.min(...ends), high: Math.max(...ends) },
  };
};

/** What new reports of a machine say, on top of what was learnt before. Figures are against what the machine states now. */
export function learn(machine: Machine, reports: readonly JobReport[]): Learning {
  const lessons: Lesson[] = [];
  const outliers: Outlier[] = [];
  for (const ink of machine.inks) {
    const { channel } = ink;
    const all = reportedInk(reports, ink);
    if (all.length === 0) continue;
    const lesson = lessonFrom(channel, all, reports, knownInk(machine, channel));
    outliers.push(...lesson.outliers);
    if (lesson.reports.length === 0) continue;
    lessons.push({
      about: channel,
      name: ink.name,
      estimate: lesson.estimate,
      reports: lesson.reports,
      figures: [
        figure('laydown', 'mL/m²', ink.laydown, lesson.estimate, 0),
        ...(ink.lossPerTrip > 0
          ? [figure(t('learning.lossStartTrip'), 'mL', ink.lossPerTrip, lesson.estimate, 1)]
          : []),
      ],
    });
  }
  const times = reportedTime(reports);
  if (times.length > 0) {
    const lesson = lessonFrom('time', times, reports, knownTime(machine));
    outliers.push(...lesson.outliers);
    if (lesson.reports.length > 0)
      lessons.push({
        about: 'time',
        name: t('learning.time'),
        estimate: lesson.estimate,
        reports: lesson.reports,
        figures: [
          ...machine.modes.map(({ name, specialSpeed }) =>
            figure(
              t('learning.speedSpecialInk', { name }),
              'mm/s',
              specialSpeed,
              lesson.estimate,
              0,
              true,
            ),
          ),
          figure(t('learning.turningRound'), 's', machine.turnSeconds, lesson.estimate, 1),
        ],
      });
  }
  return { lessons, outliers };
}

/** An estimate of figures that have been put in the place of the old ones: its mean is 1. */
function rebase({ mean: [a, b], covariance, beliefs, ...rest }: Estimate): Estimate {
  const [p, q] = [a, b].map((x) => 1 / Math.max(x, 1e-6));
  const scaled = ([aa, ab, bb]: Estimate['covariance']): Estimate['covariance'] => [
    aa * p * p,
    ab * p * q,
    bb * q * q,
  ];
  return {
    ...rest,
    mean: [1, 1],
    covariance: scaled(covariance),
    ...(beliefs && {
      beliefs: beliefs.map((belief) => ({
        ...belief,
        mean: [belief.mean[0] * p, belief.mean[1] * q] as const,
        covariance: scaled(belief.covariance),
      })),
    }),
  };
}

/** The machine with what was learnt about `subjects` taken over. */
export function withLearnt(
  machine: Machine,
  { lessons }: Learning,
  subjects: readonly Lesson['about'][],
): Machine {
  const wanted = new Map(
    lessons
      .filter(({ about }) => subjects.includes(about))
      .map((lesson) => [lesson.about, lesson.estimate]),
  );
  const time = wanted.get('time');
  const inks = Object.fromEntries(
    [...wanted]
      .filter(([about]) => about !== 'time')
      .map(([about, known]) => [about, rebase(known)]),
  );
  const learnt: Learnt = {
    inks: { ...machine.learnt?.inks, ...inks },
    ...(time ? { time: rebase(time) } : machine.learnt?.time && { time: machine.learnt.time }),
  };
  return {
    ...machine,
    inks: machine.inks.map((ink) => {
      const known = wanted.get(ink.channel);
      return known
        ? {
            ...ink,
            laydown: ink.laydown * known.mean[0],
            lossPerTrip: ink.lossPerTrip * known.mean[1],
          }
        : ink;
    }),
    turnSeconds: time ? machine.turnSeconds * time.mean[1] : machine.turnSeconds,
    modes: time
      ? machine.modes.map((mode) => ({
          ...mode,
          speed: mode.speed / Math.max(time.mean[0], 1e-6),
          specialSpeed: mode.specialSpeed / Math.max(time.mean[0], 1e-6),
        }))
      : machine.modes,
    learnt,
  };
}

/** The figures of a machine now: what it learnt, or what its maker states. */
const knownInk = ({ learnt }: Machine, channel: Channel): Estimate =>
  learnt?.inks[channel] ?? INK_PRIOR;
const knownTime = ({ learnt }: Machine): Estimate => learnt?.time ?? TIME_PRIOR;

/** Where the ink of a job will lie, mL, in 8 of 10 jobs; what is spat or stays in the lines is not learnt, and added. */
export function inkInterval(
  machine: Machine,
  { channel, laydown, lossPerTrip }: Ink,
  use: { readonly ml: number; readonly solidM2: number; readonly starts: number },
): Interval {
  const amounts = [use.solidM2 * laydown, use.starts * lossPerTrip] as const;
  const fixed = Math.max(0, use.ml - amounts[0] - amounts[1]);
  const { low, high } = predictionInterval(knownInk(machine, channel), amounts);
  return { low: low + fixed, high: high + fixed };
}

/** Where the minutes of prints will lie. */
export const printInterval = (
  machine: Machine,
  { sweep, turn }: { readonly sweep: number; readonly turn: number },
): Interval => predictionInterval(knownTime(machine), [sweep, turn]);

/** 8 of 10 of a normal distribution lie within so many standard deviations of its mean. */
const Z80 = 1.2816;

/**
 * Where the minutes of a job will lie.
 *
 * @param fixed what no speed changes, hands among it
 * @param deviation of the hands, minutes; it has nothing to do with how far off the prints are
 */
export function timeInterval(prints: Interval, fixed: number, deviation: number): Interval {
  const middle = fixed + (prints.low + prints.high) / 2;
  const half = Math.hypot((prints.high - prints.low) / 2, Z80 * deviation);
  return { low: Math.max(0, middle - half), high: middle + half };
}
