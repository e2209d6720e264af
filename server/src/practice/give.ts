/** Gives exercises out of the jobs of the shop, and takes their answers in. */
import { createHash, randomInt } from 'node:crypto';
import { ANSWERS, type CourseId, type ExerciseId, type JobId } from '@kyanos/contract';
import {
  DomainError,
  levelAfter,
  pagesOf,
  seededRandom,
  type Answers,
  type ExerciseKind,
  type Level,
  type Topic,
  type Wanted,
} from '@kyanos/core';
import type pg from 'pg';
import { aside } from '../aside/aside.ts';
import { previewsOf, readyArtwork } from '../artwork/queries.ts';
import { inTransaction, type Db } from '../db.ts';
import { insertJob, jobById } from '../jobs/queries.ts';
import { t } from '../texts/texts.ts';
import {
  courseRow,
  exerciseById,
  keepExercise,
  keepMark,
  onWire,
  scoresOf,
  type KeptExercise,
} from './queries.ts';
import type { PracticeInput } from './tasks.ts';

/** Jobs whose pages are sent to a thread at once, and how many such lots are tried. */
const JOBS_AT_ONCE = 4;
const MOST_LOTS = 4;

/** Kinds that are worked on in a job of their own. */
const WORKED: readonly ExerciseKind[] = ['stack', 'repair', 'find'];

/** @throws DomainError where the job has no artwork that is read, or its plan can't be read */
async function inputOf(db: Db, id: string, version?: number): Promise<PracticeInput> {
  const { plan, artworkId } = await jobById(db, id, version);
  if (!artworkId) throw new DomainError('NO_ARTWORK');
  const info = await readyArtwork(db, artworkId);
  const previews = await previewsOf(db, artworkId, [plan.artwork.page, ...pagesOf(plan)]);
  return { id, plan, info, previews };
}

/** Jobs of the shop whose artwork is read, in an order by chance. */
async function jobsFor(db: Db, seed: number): Promise<JobId[]> {
  const { rows } = await db.query<{ id: JobId }>(
    `select h.job_id as id from job_head h join artwork a on a.id = h.artwork_id
     where a.state = 'done' order by h.job_id limit 2000`,
  );
  const random = seededRandom(seed);
  const left = rows.map(({ id }) => id);
  return rows.map(() => left.splice(Math.floor(random() * left.length), 1)[0]);
}

/** A job that an exercise may be made of, as it was saved last or as a version of it. */
interface From {
  readonly id: JobId;
  readonly version?: number;
}

export interface Asked {
  readonly learner: string;
  readonly kind: ExerciseKind;
  readonly topic?: Topic;
  readonly seed?: number;
  readonly level?: Level;
  readonly course?: { readonly id: CourseId; readonly line: number };
}

/** @throws DomainError `NO_EXERCISE`, `NOT_FOUND` of a course */
export async function give(pool: pg.Pool, asked: Asked): Promise<ExerciseId> {
  const line = asked.course && (await courseRow(pool, asked.course.id)).lines[asked.course.line];
  if (asked.course && !line) throw new DomainError('NOT_FOUND');
  const kind = line?.kind ?? asked.kind;
  const wanted: Wanted = {
    kind,
    seed: line?.seed ?? asked.seed ?? randomInt(2 ** 31),
    level: line?.level ?? asked.level ?? levelAfter(await scoresOf(pool, asked.learner, kind)),
    topic: asked.topic,
  };
  const from: readonly From[] = line
    ? [{ id: line.jobId, version: line.version }]
    : (await jobsFor(pool, wanted.seed)).map((id) => ({ id }));
  const { made, asked: print } = await makeOf(pool, wanted, from);
  const { exercise } = made;
  return inTransaction(pool, async (db) => {
    let jobId: JobId | null = null;
    if (WORKED.includes(kind) && 'plan' in exercise) {
      const source = await jobById(db, exercise.job!);
      const plan = {
        ...exercise.plan,
        name: t('practice.sandboxName', { name: exercise.plan.name }).slice(0, 200),
      };
      const { artworkId, fileName } = source;
      jobId = (
        await insertJob(
          db,
          { plan, artworkId, savedBy: asked.learner, ...(fileName !== null && { fileName }) },
          true,
        )
      ).id;
    }
    return keepExercise(db, {
      learner: asked.learner,
      made,
      sourceId: exercise.job,
      jobId,
      course: line ? asked.course : undefined,
      asked: print,
    });
  });
}

/** What is due may be had of no job of the shop: then something else of its kind is practised. */
async function makeOf(db: Db, wanted: Wanted, from: readonly From[]) {
  try {
    return await madeOf(db, wanted, from);
  } catch (error) {
    if (!(error instanceof DomainError && error.code === 'NO_EXERCISE') || !wanted.topic)
      throw error;
    return madeOf(db, { ...wanted, topic: undefined }, from);
  }
}

async function madeOf(db: Db, wanted: Wanted, from: readonly From[]) {
  for (let lot = 0; lot < MOST_LOTS && lot * JOBS_AT_ONCE < Math.max(1, from.length); lot++) {
    const jobs: PracticeInput[] = [];
    for (const { id, version } of from.slice(lot * JOBS_AT_ONCE, (lot + 1) * JOBS_AT_ONCE))
      try {
        jobs.push(await inputOf(db, id, version));
      } catch (error) {
        // Another job serves as well.
        if (!(error instanceof DomainError)) throw error;
      }
    try {
      return await aside('exercise', { wanted, jobs });
    } catch (error) {
      if (!(error instanceof DomainError && error.code === 'NO_EXERCISE')) throw error;
    }
  }
  throw new DomainError('NO_EXERCISE');
}

/** What was handed in: what its job holds now, or what was said. @throws DomainError `REQUEST_INVALID` */
async function answerOf(db: Db, { made, jobId }: KeptExercise, body: unknown) {
  const { kind } = made.exercise;
  if (kind === 'stack' || kind === 'repair') {
    if (jobId === null) throw new DomainError('EXERCISE_UNKNOWN');
    return { plan: (await jobById(db, jobId)).plan };
  }
  const read = ANSWERS[kind].safeParse(body);
  if (!read.success) throw new DomainError('REQUEST_INVALID', t('practice.answerOfKind', { kind }));
  return read.data as Answers[ExerciseKind];
}

/** @throws DomainError `EXERCISE_UNKNOWN`, `HANDED_IN`, `REQUEST_INVALID`, and where its job is gone */
export async function handIn(
  pool: pg.Pool,
  id: ExerciseId,
  body: unknown,
): Promise<ReturnType<typeof onWire>> {
  const kept = await exerciseById(pool, id);
  // A lost answer may have been heard: the mark stands as it was given.
  if (kept.mark) return onWire(kept);
  const answer = await answerOf(pool, kept, body);
  const { job } = kept.made.exercise;
  const input = job === null ? undefined : await sourceOf(pool, kept);
  const { mark, prints } = await aside('mark', { made: kept.made, answer, job: input });
  await inTransaction(pool, (db) => keepMark(db, kept, mark, prints));
  return onWire(await exerciseById(pool, id));
}

/** The artwork that the exercise was made of, whatever was put into its job since. */
async function sourceOf(db: Db, { sourceId, jobId, made }: KeptExercise): Promise<PracticeInput> {
  const from = jobId ?? sourceId;
  if (from === null) throw new DomainError('JOB_UNKNOWN');
  const input = await inputOf(db, from, jobId === null ? undefined : 1);
  return { ...input, id: made.exercise.job ?? input.id };
}

/** The seed of a line of a course: the same for everybody whom it is set to. */
export const seedOf = (...parts: readonly (string | number)[]): number =>
  createHash('sha256').update(parts.join('/')).digest().readUInt32BE(0) >>> 1;
