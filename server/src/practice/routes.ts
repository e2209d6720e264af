import { PRACTICE_API, reaches, type Learner } from '@kyanos/contract';
import {
  DomainError,
  PASSED,
  sessionOf,
  standingOf,
  TOPICS,
  topicName,
  USUAL_MINUTES,
} from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { jobById } from '../jobs/queries.ts';
import { on, onOnce, type Actor } from '../route.ts';
import { t } from '../texts/texts.ts';
import { give, handIn, seedOf } from './give.ts';
import {
  coursesOf,
  endCourse,
  exerciseById,
  exercisesOf,
  keepCourse,
  onWire,
  printOf,
  skillsOf,
  type DoneExercise,
} from './queries.ts';

const MOST_RECENT = 30;

const summary = ({ at, score, ...one }: DoneExercise) => ({
  ...one,
  score,
  passed: score === null ? null : score >= PASSED,
  at: at.toISOString(),
});

async function learner(pool: pg.Pool, name: string): Promise<Learner> {
  const now = new Date();
  const skills = await skillsOf(pool, name);
  const known = new Set(skills.map(({ topic }) => topic));
  return {
    name,
    skills: skills.map((skill) => ({
      topic: skill.topic,
      name: topicName(skill.topic),
      standing: standingOf(skill, now),
      due: skill.due,
      times: skill.times,
      last: skill.marks.at(-1) ?? 0,
    })),
    unseen: TOPICS.filter((topic) => !known.has(topic)).length,
    session: sessionOf(skills, now).map(({ kind, topic }) => ({
      kind,
      topic: topic ?? null,
      minutes: USUAL_MINUTES[kind],
    })),
    open: (await exercisesOf(pool, name, false, MOST_RECENT)).map(summary),
    recent: (await exercisesOf(pool, name, true, MOST_RECENT)).map(summary),
    courses: await coursesOf(pool, name),
  };
}

/** Whose skills are asked for: somebody else’s only by who sets exercises. */
const learnerFor = (actor: Actor, name: string | undefined): string =>
  name !== undefined && reaches(actor.role, 'planner') ? name : actor.name;

/** Practice: exercises, their answers, and courses. */
export function practiceRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, PRACTICE_API.getLearner, ({ query: { name } }, { actor }) =>
    learner(pool, learnerFor(actor, name)),
  );

  // What is made outside of the transaction of the request is made anew if it is sent again before it was answered: one is left unused.
  onOnce(router, pool, PRACTICE_API.giveExercise, async (_db, { body }, { actor }) =>
    onWire(await exerciseById(pool, await give(pool, { ...body, learner: actor.name }))),
  );

  on(router, PRACTICE_API.getExercise, async ({ params: { id } }) =>
    onWire(await exerciseById(pool, id)),
  );

  on(router, PRACTICE_API.handInExercise, async ({ params: { id }, body }, { actor }) => {
    const { learner: whose } = await exerciseById(pool, id);
    if (actor.signedIn && whose !== actor.name)
      throw new DomainError('NOT_ALLOWED', t('people.learnersOnly', { learner: whose }));
    return handIn(pool, id, body);
  });

  on(router, PRACTICE_API.getPracticePrint, async ({ params: { id, print } }, { res }) => {
    const bytes = await printOf(pool, id, print);
    res.set({ 'Content-Type': 'image/png', 'Cache-Control': 'private, max-age=3600' }).end(bytes);
  });

  on(router, PRACTICE_API.listCourses, () => coursesOf(pool));

  onOnce(router, pool, PRACTICE_API.setCourse, async (db, { body }, { actor }) => {
    const lines = [];
    for (const [i, { kind, level, jobId }] of body.lines.entries()) {
      const { plan, version } = await jobById(db, jobId);
      const seed = seedOf(body.name, jobId, kind, i);
      lines.push({ kind, level, jobId, version, job: plan.name, seed });
    }
    const id = await keepCourse(db, { ...body, by: actor.name, lines });
    return (await coursesOf(db)).find((course) => course.id === id)!;
  });

  on(router, PRACTICE_API.endCourse, ({ params: { id } }) => endCourse(pool, id));

  return router;
}
