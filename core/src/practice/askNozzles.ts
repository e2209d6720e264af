/** A nozzle pattern with faults in it. */
import { patternRows } from '../care/index.ts';
import { USUAL_CARE, type Machine } from '../stack/index.ts';
import { t } from '../texts/index.ts';
import type { Level, NozzleMark, NozzleRow } from './exercise.ts';
import { type MachineMaker, type Dice } from './maker.ts';

/** Rows that are read at once. */
const MOST_ROWS = 4;
const NOZZLES_AT: Readonly<
  Record<Level, { readonly missing: number; readonly deflected: number; readonly row: number }>
> = {
  1: { missing: 4, deflected: 0, row: 0 },
  2: { missing: 6, deflected: 3, row: 0.1 },
  3: { missing: 8, deflected: 6, row: 0.25 },
};
/** Drops of a sound nozzle fall so far off their line, in widths of it; those of a deflected one beyond. Our own choice. */
const JITTER = 0.12;
const DEFLECTED = 0.9;

function pattern(
  machine: Machine,
  level: Level,
  dice: Dice,
): { rows: NozzleRow[]; marks: NozzleMark[] } {
  const { nozzles } = machine.care ?? USUAL_CARE;
  const all = patternRows(machine.inks, nozzles);
  const isWhite = new Set(
    machine.inks.filter(({ role }) => role === 'white').map(({ channel }) => channel),
  );
  const white = all.filter(({ channel }) => isWhite.has(channel));
  const others = dice.mixed(all.filter(({ channel }) => !isWhite.has(channel)));
  const chosen = [...white, ...others].slice(0, MOST_ROWS);
  const { missing, deflected, row } = NOZZLES_AT[level];
  const marks = new Map<string, { at: NozzleMark; off: number | null }>();
  const put = (at: NozzleMark, off: number | null) =>
    marks.set(`${at.row}/${at.nozzle}`, { at, off });
  const anywhere = () => ({ row: dice.upTo(chosen.length), nozzle: dice.upTo(nozzles) });
  for (let i = dice.upTo(missing + 1); i > 0; i--) put(anywhere(), null);
  for (let i = dice.upTo(deflected + 1); i > 0; i--)
    put(anywhere(), (dice.roll() < 0.5 ? -1 : 1) * (DEFLECTED + dice.roll() * 0.6));
  if (dice.roll() < row) {
    const dead = dice.upTo(chosen.length);
    for (let nozzle = 0; nozzle < nozzles; nozzle++) put({ row: dead, nozzle }, null);
  }
  return {
    rows: chosen.map(({ channel, name, row: of }, at) => ({
      channel,
      name,
      row: of,
      white: isWhite.has(channel),
      off: Array.from({ length: nozzles }, (_, nozzle) => {
        const mark = marks.get(`${at}/${nozzle}`);
        return mark ? mark.off : (dice.roll() * 2 - 1) * JITTER;
      }),
    })),
    marks: [...marks.values()].map(({ at }) => at),
  };
}

export const makeNozzles: MachineMaker<'nozzles'> = ({ kind, seed, level }, machine, dice) => {
  const { rows, marks } = pattern(machine, level, dice);
  return {
    exercise: {
      kind,
      seed,
      level,
      job: null,
      brief: [t('practice.readPattern', { machine: machine.name })],
      rows,
    },
    solution: {
      marks,
      topics: ['nozzles/pattern'],
      reasons: [{ says: t('practice.patternHas', { n: marks.length }), page: 'care' }],
    },
  };
};
