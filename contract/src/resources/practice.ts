import { EXERCISE_KINDS, LEVELS } from '@kyanos/core';
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { CourseId, ExerciseId, JobId } from '../ids.ts';
import { ANSWERS, ExerciseSchema, MarkSchema, TopicSchema } from '../practice.ts';

const Kind = z.enum(EXERCISE_KINDS);
const Name = z.string().trim().min(1).max(80);
const Level = z.literal(LEVELS);

/** Prints that an exercise shows: the one that is asked about, the one that was handed in, and the right one. */
export const PRACTICE_PRINTS = ['asked', 'own', 'right'] as const;
export type PracticePrint = (typeof PRACTICE_PRINTS)[number];

/** An exercise as its learner has it. The right answer comes with the mark. */
export const GivenExercise = z.object({
  id: ExerciseId,
  learner: z.string(),
  exercise: ExerciseSchema,
  /** A job of its own, which stands on no board: it is worked on at the real screens. Null where there is none. */
  jobId: JobId.nullable(),
  /** Prints that can be looked at. */
  prints: z.array(z.enum(PRACTICE_PRINTS)),
  mark: MarkSchema.nullable(),
});
export type GivenExercise = z.output<typeof GivenExercise>;

const Summary = z.object({
  id: ExerciseId,
  kind: Kind,
  job: z.string(),
  score: z.number().nullable(),
  passed: z.boolean().nullable(),
  at: z.iso.datetime(),
});

const CourseLine = z.object({ kind: Kind, level: Level, job: z.string(), seed: z.int() });
/** What one person has done of a course. */
const Progress = z.object({
  learner: z.string(),
  /** By line of the course: the best mark, and the exercise that has it. */
  lines: z.array(
    z.object({
      id: ExerciseId.nullable(),
      score: z.number().nullable(),
      passed: z.boolean(),
      at: z.iso.datetime().nullable(),
    }),
  ),
  /** When the last of them was passed; null while one is open. */
  certifiedAt: z.iso.datetime().nullable(),
});
export const Course = z.object({
  id: CourseId,
  /** What its certificate says that one can do. */
  name: z.string(),
  by: z.string(),
  at: z.iso.datetime(),
  lines: z.array(CourseLine),
  people: z.array(Progress),
});
export type Course = z.output<typeof Course>;

/** What a learner knows, and what is next. */
export const Learner = z.object({
  name: z.string(),
  skills: z.array(
    z.object({
      topic: TopicSchema,
      /** As the bench calls it. */
      name: z.string(),
      standing: z.enum(['sure', 'shaky', 'due']),
      due: z.iso.datetime(),
      times: z.int(),
      last: z.number(),
    }),
  ),
  /** Topics that were never practised. */
  unseen: z.int(),
  session: z.array(z.object({ kind: Kind, topic: TopicSchema.nullable(), minutes: z.number() })),
  /** Begun and not handed in, the newest first. */
  open: z.array(Summary),
  /** Handed in, the newest first. */
  recent: z.array(Summary),
  courses: z.array(Course),
});
export type Learner = z.output<typeof Learner>;

const getLearner = endpoint({
  method: 'GET',
  path: '/practice/learner',
  summary: 'What somebody knows, and what is to be practised next',
  /** Of somebody else, for who sets exercises; one’s own if absent. */
  query: z.object({ name: Name.optional() }),
  answer: Learner,
});
const giveExercise = endpoint({
  method: 'POST',
  path: '/practice/exercises',
  summary: 'An exercise out of the jobs of the shop',
  body: z.strictObject({
    kind: Kind,
    topic: TopicSchema.exactOptional(),
    /** The same gives the same; by chance if absent. */
    seed: z
      .int()
      .min(0)
      .max(2 ** 31)
      .exactOptional(),
    /** As the learner has come to if absent. */
    level: Level.exactOptional(),
    /** A line of a course. */
    course: z.strictObject({ id: CourseId, line: z.int().min(0) }).exactOptional(),
  }),
  answer: GivenExercise,
  status: 201,
  once: true,
});
const getExercise = endpoint({
  method: 'GET',
  path: '/practice/exercises/{id}',
  summary: 'An exercise, with its mark once it was handed in',
  params: z.object({ id: ExerciseId }),
  answer: GivenExercise,
});
const handInExercise = endpoint({
  method: 'POST',
  path: '/practice/exercises/{id}/answer',
  summary: 'Hand an exercise in: what its job holds, or what is said here',
  params: z.object({ id: ExerciseId }),
  body: z.union([
    ANSWERS.find,
    ANSWERS.estimate,
    ANSWERS.nozzles,
    ANSWERS.procedure,
    z.strictObject({}),
  ]),
  answer: GivenExercise,
});
const getPracticePrint = endpoint({
  method: 'GET',
  path: '/practice/exercises/{id}/{print}.png',
  summary: 'A print of an exercise as it looks',
  params: z.object({ id: ExerciseId, print: z.enum(PRACTICE_PRINTS) }),
  answer: { type: 'image/png', what: 'The print from the side it is made for' },
});
const listCourses = endpoint({
  method: 'GET',
  path: '/practice/courses',
  summary: 'What was set to whom, and how far they are',
  answer: z.array(Course),
});
const setCourse = endpoint({
  method: 'POST',
  path: '/practice/courses',
  summary: 'Set exercises out of jobs of the shop to people',
  body: z.strictObject({
    name: Name,
    people: z.array(Name).min(1).max(100),
    lines: z
      .array(z.strictObject({ kind: Kind, level: Level, jobId: JobId }))
      .min(1)
      .max(30),
  }),
  answer: Course,
  status: 201,
  once: true,
});
const endCourse = endpoint({
  method: 'DELETE',
  path: '/practice/courses/{id}',
  summary: 'Take a course back; what was done in it stays with its people',
  params: z.object({ id: CourseId }),
  answer: null,
});

/** Apart from the others: the first screen of the browser comes without them. */
export const PRACTICE_API = {
  getLearner,
  giveExercise,
  getExercise,
  handInExercise,
  getPracticePrint,
  listCourses,
  setCourse,
  endCourse,
} as const;
