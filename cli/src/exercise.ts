import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { encodePlan, ExerciseReport, TopicSchema } from '@kyanos/contract';
import {
  EXERCISE_KINDS,
  LEVELS,
  makeExercise,
  PRACTICE_PX,
  printed,
  screened,
  shrunkArtwork,
  viewsOf,
  type Exercise,
  type ExerciseKind,
  type JobSource,
  type Made,
} from '@kyanos/core';
import { DEMO_JOBS, type DemoJob } from '@kyanos/demo';
import { atExit, openArtwork } from '@kyanos/intake';
import { writePicture } from '@kyanos/output';
import { z } from 'zod';
import { UsageError, wholeNumber, writing } from './usage.ts';

const USAGE =
  'kyanos exercise --kind KIND --seed N [--level 1 … 3] [--topic TOPIC] [--answer] [--json] [--out DIR]';
/** Enough for the size at which it is practised. */
const DPI = 60;

/** An exercise out of the demo's jobs: the same for everybody who asks for the same. */
export async function exerciseCommand(args: string[]): Promise<void> {
  const { values } = parseArgs({
    args,
    options: {
      kind: { type: 'string' },
      seed: { type: 'string' },
      level: { type: 'string' },
      topic: { type: 'string' },
      answer: { type: 'boolean', default: false },
      json: { type: 'boolean', default: false },
      out: { type: 'string' },
    },
  });
  const kind = EXERCISE_KINDS.find((one) => one === values.kind);
  if (!kind)
    throw new UsageError(
      `--kind must be one of ${EXERCISE_KINDS.join(', ')}${values.kind === undefined ? '' : `; got "${values.kind}"`}: ${USAGE}`,
    );
  const seed = wholeNumber(values.seed, 'seed', 0, 2 ** 31) ?? 1;
  const level = LEVELS[(wholeNumber(values.level, 'level', 1, LEVELS.length) ?? 1) - 1];
  const topic = TopicSchema.optional().safeParse(values.topic);
  if (!topic.success)
    throw new UsageError(`There is no topic "${values.topic}"; one is fault/haze or brief/pearl.`);

  const folder = mkdtempSync(join(tmpdir(), 'kyanos-exercise-'));
  const forget = atExit(() => rmSync(folder, { recursive: true, force: true }));
  try {
    const sources = demoSources(folder);
    const made = await makeExercise({ kind, seed, level, topic: topic.data }, sources);
    const { exercise, solution } = made;
    const demo = DEMO_JOBS.find(({ id }) => id === exercise.job);
    const written = values.out === undefined ? [] : await write(values.out, made, demo, sources);
    if (!values.json) {
      for (const line of [...lines(exercise), ...written]) console.log(line);
      if (values.answer) for (const { says } of solution.reasons) console.log(says);
      return;
    }
    const report = {
      exercise,
      artwork: demo?.fileName ?? null,
      written,
      solution: values.answer ? solution : null,
    };
    console.log(JSON.stringify(z.encode(ExerciseReport, report as never), null, 2));
  } finally {
    forget();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The demo's jobs, each drawn and read when it is picked, and once. */
export function demoSources(folder: string): readonly JobSource[] {
  return DEMO_JOBS.map(({ id, title, fileName, draw, plan }): JobSource => {
    let opened: ReturnType<JobSource['open']> | undefined;
    const open = async () => {
      const file = join(folder, fileName);
      writeFileSync(file, await draw());
      const artwork = await openArtwork(file, { dpi: DPI });
      try {
        return { id, name: title, plan, artwork: await shrunkArtwork(plan, artwork, PRACTICE_PX) };
      } finally {
        await artwork.close();
      }
    };
    return { id, plan, open: () => (opened ??= open()) };
  });
}

/** Writes what is worked on: the artwork, the plan as it is asked about, and for a mistake the print that came of it. */
async function write(
  out: string,
  { exercise, solution }: Made<ExerciseKind>,
  demo: DemoJob | undefined,
  sources: readonly JobSource[],
): Promise<string[]> {
  const written: string[] = [];
  const name = `exercise-${exercise.kind}-${exercise.seed}`;
  await writing(out, async () => {
    mkdirSync(out, { recursive: true });
    if (!demo || !('plan' in exercise)) return;
    const artwork = join(out, demo.fileName);
    writeFileSync(artwork, await demo.draw());
    const plan = join(out, `${name}.plan.json`);
    writeFileSync(plan, `${JSON.stringify(encodePlan(exercise.plan), null, 2)}\n`);
    written.push(artwork, plan);
    if (!('wrong' in solution)) return;
    const job = await sources.find(({ id }) => id === demo.id)!.open();
    const print = await printed({ plan: solution.wrong, state: exercise.state }, job);
    const picture = join(out, `${name}.png`);
    await writePicture(picture, screened(print.look, viewsOf(solution.wrong.viewing).day));
    written.push(picture);
  });
  return written;
}

/** An exercise as it is read on a screen of letters. */
function lines(exercise: Exercise): string[] {
  switch (exercise.kind) {
    case 'find':
    case 'mistake':
      return [...exercise.brief, ...exercise.options.map(({ id, name }) => `  ${id}: ${name}`)];
    case 'procedure':
      return [...exercise.brief, ...exercise.steps.map((step, i) => `  ${i}: ${step}`)];
    case 'nozzles':
      return [
        ...exercise.brief,
        ...exercise.rows.map(
          ({ name, row, off }) => `  ${name} ${row + 1}: ${off.map(mark).join('')}`,
        ),
      ];
    default:
      return [...exercise.brief];
  }
}
/** Half a line's width off its place and more is seen. */
const SEEN = 0.5;
const mark = (off: number | null) => (off === null ? ' ' : Math.abs(off) > SEEN ? '/' : '|');
