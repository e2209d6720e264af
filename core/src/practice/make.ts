/** Makes exercises out of jobs. The same kind, seed, level and jobs make the same exercise. */
import { DomainError } from '../errors/index.ts';
import { t } from '../texts/index.ts';
import type { ExerciseKind, Made } from './exercise.ts';
import type { JobSource } from './job.ts';
import { Dice, type MachineMaker, type Maker, type Wanted } from './maker.ts';
import { makeEstimate } from './askEstimate.ts';
import { makeFind, makeMistake, makeRepair } from './askFaults.ts';
import { makeNozzles } from './askNozzles.ts';
import { makeProcedure } from './askProcedure.ts';
import { makeStack } from './askStack.ts';

/** Jobs are tried one after another until one makes an exercise; one that failed so often is left out. */
const MOST_FAILURES = 16;

/** @throws DomainError `NO_EXERCISE` where none of the jobs makes one */
export async function makeExercise<K extends ExerciseKind>(
  wanted: Wanted<K>,
  jobs: readonly JobSource[],
): Promise<Made<K>> {
  const dice = new Dice(wanted);
  const make = MAKERS[wanted.kind] as FromSource<K>;
  const left = jobs.map((job) => ({ job, failures: 0 }));
  while (left.length > 0) {
    const one = dice.pick(left);
    const made = await make(wanted, one.job, dice);
    if (made) return made;
    if (++one.failures === MOST_FAILURES) left.splice(left.indexOf(one), 1);
  }
  throw new DomainError('NO_EXERCISE', t('practice.noJobMakesOne', { kind: wanted.kind }), 'kind');
}

type FromSource<K extends ExerciseKind> = (
  wanted: Wanted<K>,
  source: JobSource,
  dice: Dice,
) => Promise<Made<K> | undefined> | Made<K> | undefined;
const ofJob =
  <K extends ExerciseKind>(make: Maker<K>): FromSource<K> =>
  async (wanted, source, dice) =>
    make(wanted, await source.open(), dice);
const ofMachine =
  <K extends ExerciseKind>(make: MachineMaker<K>): FromSource<K> =>
  (wanted, { plan }, dice) =>
    make(wanted, plan.machine, dice);

const MAKERS: { readonly [K in ExerciseKind]: FromSource<K> } = {
  stack: ofJob(makeStack),
  repair: ofJob(makeRepair),
  find: ofJob(makeFind),
  mistake: ofJob(makeMistake),
  estimate: ofJob(makeEstimate),
  nozzles: ofMachine(makeNozzles),
  procedure: ofMachine(makeProcedure),
};
