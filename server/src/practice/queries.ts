/** Exercises, what learners know, and courses: as they are kept. */
import {
  ExerciseSchema,
  GivenExercise,
  SOLUTIONS,
  type Course,
  type CourseId,
  type ExerciseId,
  type JobId,
  type PracticePrint,
} from '@kyanos/contract';
import {
  DomainError,
  PASSED,
  practised,
  type Exercise,
  type ExerciseKind,
  type Level,
  type Made,
  type Mark,
  type Skill,
  type Solutions,
  type Topic,
} from '@kyanos/core';
import { z } from 'zod';
import type { Db } from '../db.ts';

interface Row {
  readonly id: ExerciseId;
  readonly learner: string;
  readonly exercise: unknown;
  readonly solution: unknown;
  readonly sourceId: JobId | null;
  readonly jobId: JobId | null;
  readonly mark: Mark | null;
  readonly prints: readonly PracticePrint[];
}

export interface KeptExercise {
  readonly id: ExerciseId;
  readonly learner: string;
  readonly made: Made<ExerciseKind>;
  readonly sourceId: JobId | null;
  readonly jobId: JobId | null;
  readonly mark: Mark | null;
  readonly prints: readonly PracticePrint[];
}

const EXERCISE = /* sql */ `
  select e.id, e.learner, e.exercise, e.solution, e.source_id as "sourceId", e.job_id as "jobId", e.mark,
         coalesce((select array_agg(p.which order by p.which) from exercise_print p where p.exercise_id = e.id), '{}') as prints
  from exercise e`;

/** @throws DomainError `EXERCISE_UNKNOWN` */
export async function exerciseById(db: Db, id: ExerciseId): Promise<KeptExercise> {
  const { rows } = await db.query<Row>(`${EXERCISE} where e.id = $1::uuid`, [id]);
  const [row] = rows;
  if (!row) throw new DomainError('EXERCISE_UNKNOWN');
  const { exercise, solution, ...rest } = row;
  const asked = ExerciseSchema.parse(exercise) as Exercise;
  const known = SOLUTIONS[asked.kind].parse(solution) as Solutions[ExerciseKind];
  return { ...rest, made: { exercise: asked, solution: known } as Made<ExerciseKind> };
}

/** As its learner may see it. */
export const onWire = ({ id, learner, made, jobId, mark, prints }: KeptExercise) =>
  z.encode(GivenExercise, {
    id,
    learner,
    exercise: made.exercise as GivenExercise['exercise'],
    jobId,
    prints: prints.filter((print) => mark !== null || print === 'asked'),
    mark: mark as GivenExercise['mark'],
  });

export interface NewExercise {
  readonly learner: string;
  readonly made: Made<ExerciseKind>;
  readonly sourceId: string | null;
  readonly jobId: JobId | null;
  readonly course: { readonly id: CourseId; readonly line: number } | undefined;
  readonly asked: Uint8Array | undefined;
}

export async function keepExercise(db: Db, one: NewExercise): Promise<ExerciseId> {
  const { exercise, solution } = one.made;
  const { rows } = await db.query<{ id: ExerciseId }>(
    `insert into exercise (learner, kind, exercise, solution, source_id, job_id, course_id, line)
     values ($1::text, $2::text, $3::jsonb, $4::jsonb, $5::uuid, $6::uuid, $7::uuid, $8::int) returning id`,
    [
      one.learner,
      exercise.kind,
      JSON.stringify(z.encode(ExerciseSchema, exercise as never)),
      JSON.stringify(z.encode(SOLUTIONS[exercise.kind], solution as never)),
      one.sourceId,
      one.jobId,
      one.course?.id ?? null,
      one.course?.line ?? null,
    ],
  );
  const [{ id }] = rows;
  if (one.asked) await keepPrint(db, id, 'asked', one.asked);
  return id;
}

const keepPrint = (db: Db, id: ExerciseId, which: PracticePrint, bytes: Uint8Array) =>
  db.query(
    `insert into exercise_print (exercise_id, which, bytes) values ($1::uuid, $2::text, $3::bytea)
     on conflict (exercise_id, which) do update set bytes = excluded.bytes`,
    [id, which, Buffer.from(bytes)],
  );

/** @throws DomainError `EXERCISE_UNKNOWN`; of the right print also before an answer is in */
export async function printOf(db: Db, id: ExerciseId, which: PracticePrint): Promise<Buffer> {
  const { rows } = await db.query<{ bytes: Buffer }>(
    `select p.bytes from exercise_print p join exercise e on e.id = p.exercise_id
     where e.id = $1::uuid and p.which = $2::text and (p.which = 'asked' or e.handed_in_at is not null)`,
    [id, which],
  );
  if (!rows[0]) throw new DomainError('EXERCISE_UNKNOWN');
  return rows[0].bytes;
}

/**
 * Keeps what an answer was worth, and what its learner knows after it, in the transaction it is called in.
 * @throws DomainError `HANDED_IN`
 */
export async function keepMark(
  db: Db,
  { id, learner }: KeptExercise,
  mark: Mark,
  prints: Readonly<Partial<Record<PracticePrint, Uint8Array>>>,
): Promise<void> {
  const { rowCount } = await db.query(
    'update exercise set mark = $2::jsonb, handed_in_at = now() where id = $1::uuid and handed_in_at is null',
    [id, JSON.stringify(mark)],
  );
  if (rowCount === 0) throw new DomainError('HANDED_IN');
  for (const [which, bytes] of Object.entries(prints))
    await keepPrint(db, id, which as PracticePrint, bytes);
  const now = new Date();
  // Two tablets of one learner take turns.
  await db.query('select pg_advisory_xact_lock(hashtext($1::text))', [`skill ${learner}`]);
  const known = new Map((await skillsOf(db, learner)).map((skill) => [skill.topic, skill]));
  for (const [topic, score] of Object.entries(mark.topics) as [Topic, number][]) {
    const next = practised(known.get(topic), topic, score, now);
    await db.query(
      `insert into skill (learner, topic, data) values ($1::text, $2::text, $3::jsonb)
       on conflict (learner, topic) do update set data = excluded.data`,
      [learner, topic, JSON.stringify(next)],
    );
  }
}

export async function skillsOf(db: Db, learner: string): Promise<Skill[]> {
  const { rows } = await db.query<{ data: Skill }>(
    'select data from skill where learner = $1::text order by topic',
    [learner],
  );
  return rows.map(({ data }) => data);
}

export interface DoneExercise {
  readonly id: ExerciseId;
  readonly kind: ExerciseKind;
  readonly job: string;
  readonly score: number | null;
  readonly at: Date;
}

/** What somebody has begun or handed in, the newest first. */
export async function exercisesOf(
  db: Db,
  learner: string,
  handedIn: boolean,
  limit: number,
): Promise<DoneExercise[]> {
  const { rows } = await db.query<DoneExercise>(
    `select id, kind, coalesce(exercise #>> '{plan,name}', exercise ->> 'title', '') as job,
            (mark ->> 'score')::float8 as score, coalesce(handed_in_at, given_at) as at
     from exercise where learner = $1::text and (handed_in_at is not null) = $2::boolean
     order by coalesce(handed_in_at, given_at) desc limit $3::int`,
    [learner, handedIn, limit],
  );
  return rows;
}

/** Marks of a kind, the last one last. */
export async function scoresOf(db: Db, learner: string, kind: ExerciseKind): Promise<number[]> {
  const { rows } = await db.query<{ score: number }>(
    `select score from (select (mark ->> 'score')::float8 as score, handed_in_at from exercise
       where learner = $1::text and kind = $2::text and handed_in_at is not null order by handed_in_at desc limit 60) newest
     order by handed_in_at`,
    [learner, kind],
  );
  return rows.map(({ score }) => score);
}

// ---- courses ----

export interface CourseLine {
  readonly kind: ExerciseKind;
  readonly level: Level;
  readonly jobId: JobId;
  /** Of its plan, as it was when the course was set: the same for everybody, whatever is changed afterwards. */
  readonly version: number;
  readonly job: string;
  readonly seed: number;
}

interface CourseRow {
  readonly id: CourseId;
  readonly name: string;
  readonly by: string;
  readonly at: Date;
  readonly people: readonly string[];
  readonly lines: readonly CourseLine[];
}

const COURSE = /* sql */ `select id, name, set_by as by, set_at as at, people, lines from course`;

/** @throws DomainError `NOT_FOUND` */
export async function courseRow(db: Db, id: CourseId): Promise<CourseRow> {
  const { rows } = await db.query<CourseRow>(`${COURSE} where id = $1::uuid and not ended`, [id]);
  if (!rows[0]) throw new DomainError('NOT_FOUND');
  return rows[0];
}

/** Courses with how far each of their people is, the newest first. @param learner of one person's alone */
export async function coursesOf(db: Db, learner?: string): Promise<Course[]> {
  const { rows } = await db.query<CourseRow>(
    `${COURSE} where not ended and ($1::text is null or $1::text = any (people)) order by set_at desc limit 200`,
    [learner ?? null],
  );
  const { rows: done } = await db.query<{
    course: CourseId;
    learner: string;
    line: number;
    id: ExerciseId;
    score: number | null;
    at: Date | null;
  }>(
    `select distinct on (course_id, learner, line) course_id as course, learner, line, id, (mark ->> 'score')::float8 as score,
            handed_in_at as at
     from exercise where course_id = any ($1::uuid[]) and ($2::text is null or learner = $2::text)
     order by course_id, learner, line, (mark ->> 'score')::float8 desc nulls last, given_at desc`,
    [rows.map(({ id }) => id), learner ?? null],
  );
  const best = new Map(done.map((one) => [`${one.course}/${one.learner}/${one.line}`, one]));
  return rows.map(({ at, people, lines, ...course }) => ({
    ...course,
    at: at.toISOString(),
    lines: lines.map(({ kind, level, job, seed }) => ({ kind, level, job, seed })),
    people: people
      .filter((name) => learner === undefined || name === learner)
      .map((name) => {
        const own = lines.map((_, line) => best.get(`${course.id}/${name}/${line}`));
        const passed = own.map((one) => (one?.score ?? 0) >= PASSED);
        const times = own.flatMap((one) => (one?.at ? [one.at.getTime()] : []));
        return {
          learner: name,
          lines: own.map((one, i) => ({
            id: one?.id ?? null,
            score: one?.score ?? null,
            passed: passed[i],
            at: one?.at?.toISOString() ?? null,
          })),
          certifiedAt: passed.every(Boolean) ? new Date(Math.max(...times)).toISOString() : null,
        };
      }),
  }));
}

export async function keepCourse(
  db: Db,
  course: Pick<CourseRow, 'name' | 'by' | 'people' | 'lines'>,
): Promise<CourseId> {
  const { rows } = await db.query<{ id: CourseId }>(
    `insert into course (name, set_by, people, lines) values ($1::text, $2::text, $3::text[], $4::jsonb) returning id`,
    [course.name, course.by, [...new Set(course.people)], JSON.stringify(course.lines)],
  );
  return rows[0].id;
}

export async function endCourse(db: Db, id: CourseId): Promise<void> {
  const { rowCount } = await db.query(
    'update course set ended = true where id = $1::uuid and not ended',
    [id],
  );
  if (rowCount === 0) throw new DomainError('NOT_FOUND');
}
