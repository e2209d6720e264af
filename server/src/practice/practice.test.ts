import type { Course, GivenExercise, Job, JobList, Learner, QueueState } from '@kyanos/contract';
import { PROCEDURES, type ExerciseKind, type ProcedureId } from '@kyanos/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
const LEARNER = 'Ines';
/** Jobs whose artwork is read: a clear label, a board, a card with gloss. */
const JOBS = ['orchard-label', 'portrait-board', 'fruit-card'] as const;
const ids: string[] = [];

beforeAll(async () => {
  for (const id of JOBS) {
    const { plan, draw, fileName } = demo(id);
    const { body } = await served.upload(await draw());
    const artwork = await served.rip(body.id, 60, fileName);
    ids.push((await served.newJob(artwork.id, plan)).id);
  }
});

const give = async (
  kind: ExerciseKind,
  {
    learner: name = LEARNER,
    ...change
  }: { readonly learner?: string; readonly [key: string]: unknown } = {},
) => {
  const wanted = { kind, seed: 3, ...change };
  const as = { 'Kyanos-Operator': name };
  const { status, body } = await served.call<GivenExercise>(
    'POST',
    '/practice/exercises',
    wanted,
    as,
  );
  expect(status, JSON.stringify(body)).toBe(201);
  return body;
};
const handIn = async ({ id }: GivenExercise, answer: object = {}) =>
  served.call<GivenExercise>('POST', `/practice/exercises/${id}/answer`, answer);
const learner = async (name = LEARNER) =>
  (await served.call<Learner>('GET', `/practice/learner?name=${encodeURIComponent(name)}`)).body;
const print = (id: string, which: string) =>
  fetch(`${served.base}/practice/exercises/${id}/${which}.png`);

describe('an exercise', () => {
  it('is worked on in a job of its own, which stands on no board and in no queue and is never printed', async () => {
    const before = (await served.call<JobList>('GET', '/jobs')).body.total;
    const given = await give('repair');
    expect(given.jobId).not.toBeNull();
    expect(given.mark).toBeNull();
    const { body: job } = await served.call<Job>('GET', `/jobs/${given.jobId!}`);
    expect(job.exercise).toBe(given.id);
    expect(job.plan.name).toMatch(/^Practice: /);
    expect((await served.call<JobList>('GET', '/jobs?state=all')).body.total).toBe(before);
    const quoted = { state: 'quoted', due: null, priority: 'usual' };
    const refused = await served.call('PUT', `/jobs/${given.jobId!}/order`, {
      was: quoted,
      now: { ...quoted, state: 'accepted' },
    });
    expect(refused).toMatchObject({ status: 409, body: { code: 'PRACTICE_JOB' } });
    expect((await served.call<QueueState>('GET', '/queue')).body.tasks).toEqual([]);
    const shop = { status: 409, body: { code: 'PRACTICE_JOB' } };
    const of = `/jobs/${given.jobId!}`;
    expect(await served.call('POST', `${of}/press`, {})).toMatchObject(shop);
    expect(await served.call('POST', `${of}/bench/done`, { spoilt: 0, ml: {} })).toMatchObject(
      shop,
    );
  });

  it('is handed in as its job stands, and comes back with its mark, the reason, and the print beside the right one', async () => {
    const given = await give('stack', { seed: 5, level: 1 });
    expect((await print(given.id, 'right')).status).toBe(404);
    const { body: job } = await served.call<Job>('GET', `/jobs/${given.jobId!}`);
    const plan = { ...job.plan, stack: 'film | W@sheet / CMYK / V@sheet' };
    const saved = await served.call('PUT', `/jobs/${given.jobId!}`, {
      plan,
      artworkId: job.artworkId,
      base: job.version,
    });
    expect(saved.status).toBe(200);
    const { status, body } = await handIn(given);
    expect(status).toBe(200);
    expect(body.mark!.passed).toBe(false);
    expect(body.mark!.points.length).toBeGreaterThan(1);
    expect(body.prints).toEqual(['own', 'right']);
    for (const which of body.prints) {
      const png = Buffer.from(await (await print(given.id, which)).arrayBuffer());
      expect(png.subarray(1, 4).toString()).toBe('PNG');
    }
    // It stands as it was handed in, and its job is open again to look at.
    expect((await handIn(given)).body.mark).toEqual(body.mark);
    expect((await served.call<Job>('GET', `/jobs/${given.jobId!}`)).body.exercise).toBeNull();
  });

  it('is judged on the artwork that it was made of, whatever is put into its job', async () => {
    const given = await give('repair', { seed: 4 });
    const { body: job } = await served.call<Job>('GET', `/jobs/${given.jobId!}`);
    const other = (await Promise.all(ids.map((id) => served.call<Job>('GET', `/jobs/${id}`)))).find(
      ({ body }) => body.artworkId !== job.artworkId,
    )!.body;
    const saved = await served.call('PUT', `/jobs/${given.jobId!}`, {
      plan: job.plan,
      artworkId: other.artworkId,
      base: job.version,
    });
    expect(saved.status).toBe(200);
    const { status, body } = await handIn(given);
    expect(status).toBe(200);
    const untouched = await give('repair', { seed: 4, learner: 'Somebody else' });
    expect(body.mark).toEqual((await handIn(untouched)).body.mark);
  });

  it('is the same for everybody who asks with the same seed, and told by what is asked alone', async () => {
    const [one, two] = [await give('find', { learner: 'A' }), await give('find', { learner: 'B' })];
    expect(one.exercise).toEqual(two.exercise);
    expect(JSON.stringify(one)).not.toContain('"faults"');
    expect(one.id).not.toBe(two.id);
  });

  it('of a print shows the print alone, and the sound one once it is answered', async () => {
    const given = await give('mistake');
    expect(given.prints).toEqual(['asked']);
    expect((await print(given.id, 'asked')).headers.get('content-type')).toBe('image/png');
    const { exercise } = given;
    const [option] = exercise.kind === 'mistake' ? exercise.options : [];
    const { body } = await handIn(given, { faults: [option.id] });
    expect(body.prints).toEqual(['asked', 'right']);
  });

  it('is of something else where no job of the shop has what is due', async () => {
    const { exercise } = await give('find', { topic: 'fault/one-picture' });
    expect(exercise.kind).toBe('find');
    expect(JSON.stringify(exercise)).not.toContain('"one-picture"');
  });

  it('refuses what is no answer to it, and one that nobody gave', async () => {
    const given = await give('estimate');
    expect(await handIn(given, { faults: [] })).toMatchObject({
      status: 422,
      body: { code: 'REQUEST_INVALID' },
    });
    const none = '00000000-0000-4000-8000-000000000000';
    expect(await handIn({ ...given, id: none as never }, {})).toMatchObject({ status: 404 });
  });
});

describe('a learner', () => {
  it('is told what is sure, what is shaky, and what is next', async () => {
    const given = await give('procedure', { learner: 'Noor' });
    const { exercise } = given;
    if (exercise.kind !== 'procedure') throw new Error(exercise.kind);
    const { steps } = PROCEDURES[exercise.procedure as ProcedureId];
    const order = steps.map(({ do: what }) => exercise.steps.indexOf(what));
    const { body } = await handIn(given, { order });
    expect(body.mark).toMatchObject({ score: 1, passed: true });
    const own = await learner('Noor');
    expect(own.skills).toMatchObject([
      { topic: `procedure/${exercise.procedure}`, standing: 'sure', times: 1, last: 1 },
    ]);
    expect(own.recent).toMatchObject([{ id: given.id, score: 1, passed: true }]);
    expect(own.session.length).toBeGreaterThan(3);
    expect((await learner('../Nobody yet')).skills).toEqual([]);
  });

  it('gets harder ones after three good ones', async () => {
    const levels: number[] = [];
    for (let i = 0; i < 4; i++) {
      const given = await give('nozzles', { learner: 'Ali', seed: i });
      const { exercise } = given;
      if (exercise.kind !== 'nozzles') throw new Error(exercise.kind);
      levels.push(exercise.level);
      const marks = exercise.rows.flatMap(({ off }, row) =>
        off.flatMap((one, nozzle) =>
          one === null || Math.abs(one) > 0.5 ? [{ row, nozzle }] : [],
        ),
      );
      expect((await handIn(given, { marks })).body.mark!.score).toBe(1);
    }
    expect(levels).toEqual([1, 1, 1, 2]);
  });
});

describe('a course', () => {
  it('holds the plans that it was set with: whoever comes later gets the same', async () => {
    const { body: course } = await served.call<Course>('POST', '/practice/courses', {
      name: 'Can estimate',
      people: ['Ines', 'Noor'],
      lines: [{ kind: 'estimate', level: 1, jobId: ids[1] }],
    });
    const of = (name: string) =>
      give('estimate', { learner: name, course: { id: course.id, line: 0 } });
    const first = await of('Ines');
    const { body: job } = await served.call<Job>('GET', `/jobs/${ids[1]}`);
    const layout = { ...job.plan.layout, copies: 999 };
    const { artworkId, version: base } = job;
    const edited = { plan: { ...job.plan, layout }, artworkId, base };
    expect((await served.call('PUT', `/jobs/${ids[1]}`, edited)).status).toBe(200);
    expect((await of('Noor')).exercise).toEqual(first.exercise);
    await served.call('DELETE', `/practice/courses/${course.id}`);
  });

  it('is made of jobs of the shop, the same for all its people, and certified with a date once all of it is passed', async () => {
    const { status, body } = await served.call<Course>('POST', '/practice/courses', {
      name: 'Can look after white alone',
      people: ['Ines', 'Noor'],
      lines: [
        { kind: 'procedure', level: 1, jobId: ids[1] },
        { kind: 'nozzles', level: 1, jobId: ids[1] },
      ],
    });
    expect(status).toBe(201);
    expect(body.people.map(({ certifiedAt }) => certifiedAt)).toEqual([null, null]);
    const course = (line: number) => ({ learner: 'Noor', course: { id: body.id, line } });
    const one = await give('procedure', course(0));
    if (one.exercise.kind !== 'procedure') throw new Error(one.exercise.kind);
    const { procedure, steps } = one.exercise;
    const again = await give('procedure', { ...course(0), learner: 'Ines' });
    expect(again.exercise).toEqual(one.exercise);
    const order = PROCEDURES[procedure as ProcedureId].steps.map(({ do: what }) =>
      steps.indexOf(what),
    );
    await handIn(one, { order });
    const two = await give('nozzles', course(1));
    if (two.exercise.kind !== 'nozzles') throw new Error(two.exercise.kind);
    const marks = two.exercise.rows.flatMap(({ off }, row) =>
      off.flatMap((at, nozzle) => (at === null ? [{ row, nozzle }] : [])),
    );
    await handIn(two, { marks });
    const [{ people }] = (await served.call<Course[]>('GET', '/practice/courses')).body;
    expect(people).toMatchObject([
      { learner: 'Ines', certifiedAt: null },
      { learner: 'Noor', lines: [{ passed: true }, { passed: true }] },
    ]);
    expect(people[1].certifiedAt).not.toBeNull();
    expect((await learner('Ines')).courses).toHaveLength(1);
    expect((await served.call('DELETE', `/practice/courses/${body.id}`)).status).toBe(204);
    expect((await learner('Ines')).courses).toEqual([]);
  });
});
