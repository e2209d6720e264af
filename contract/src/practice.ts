/** Exercises on the wire: what is asked, what is answered, what it was worth. */
import {
  BRIEF_IDS,
  CURRENCIES,
  FAULT_IDS,
  HANDBOOK_PAGES,
  LEVELS,
  PROCEDURE_IDS,
  type Answers,
  type Exercise,
  type ExerciseKind,
  type Mark,
  type Solutions,
  type Topic,
} from '@kyanos/core';
import { z } from 'zod';
import { ChannelKey } from './machine.ts';
import { Plan } from './plan.ts';
import { MachineStateSchema } from './shop.ts';
import { prove, type Same } from './proof.ts';

export const Fault = z.enum(FAULT_IDS);
export const LevelSchema = z.literal(LEVELS);
const topic = (...ids: readonly string[]) => new Set(ids);
const TOPICS = topic(
  ...FAULT_IDS.map((id) => `fault/${id}`),
  ...BRIEF_IDS.map((id) => `brief/${id}`),
  ...(['ink', 'time', 'price'] as const).map((id) => `estimate/${id}`),
  'nozzles/pattern',
  ...PROCEDURE_IDS.map((id) => `procedure/${id}`),
);
export const TopicSchema = z.custom<Topic>(
  (value) => typeof value === 'string' && TOPICS.has(value),
);

const asked = <K extends ExerciseKind>(kind: K) => ({
  kind: z.literal(kind),
  seed: z
    .int()
    .min(0)
    .max(2 ** 31),
  level: LevelSchema,
  job: z.string().nullable(),
  brief: z.array(z.string()),
});
const worked = { plan: Plan, state: MachineStateSchema };
const options = z.array(z.object({ id: Fault, name: z.string() }));

export const ExerciseSchema = z.discriminatedUnion('kind', [
  z.object({ ...asked('stack'), ...worked, wish: z.enum(BRIEF_IDS) }),
  z.object({ ...asked('repair'), ...worked, count: z.int() }),
  z.object({ ...asked('find'), ...worked, options }),
  z.object({ ...asked('mistake'), ...worked, options }),
  z.object({
    ...asked('estimate'),
    ...worked,
    inks: z.array(z.object({ channel: ChannelKey, name: z.string() })),
    currency: z.enum(CURRENCIES),
  }),
  z.object({
    ...asked('nozzles'),
    rows: z.array(
      z.object({
        channel: ChannelKey,
        name: z.string(),
        row: z.int(),
        white: z.boolean(),
        off: z.array(z.number().nullable()),
      }),
    ),
  }),
  z.object({
    ...asked('procedure'),
    procedure: z.enum(PROCEDURE_IDS),
    title: z.string(),
    steps: z.array(z.string()),
  }),
]);
prove<Same<z.output<typeof ExerciseSchema>, Exercise>>();

const ReasonSchema = z.object({
  says: z.string(),
  page: z.enum(HANDBOOK_PAGES).exactOptional(),
});
const known = { topics: z.array(TopicSchema), reasons: z.array(ReasonSchema) };
const faults = z.array(Fault);
const amounts = {
  minutes: z.number(),
  price: z.number(),
  ml: z.record(ChannelKey, z.number()),
};
const marks = z.array(z.object({ row: z.int(), nozzle: z.int() }));

export const SOLUTIONS = {
  stack: z.strictObject({ ...known, right: Plan }),
  repair: z.strictObject({ ...known, right: Plan, faults }),
  find: z.strictObject({ ...known, right: Plan, faults }),
  mistake: z.strictObject({ ...known, wrong: Plan, faults }),
  estimate: z.strictObject({ ...known, ...amounts }),
  nozzles: z.strictObject({ ...known, marks }),
  procedure: z.strictObject({ ...known, order: z.array(z.int()) }),
} as const satisfies Readonly<Record<ExerciseKind, z.ZodType>>;
prove<Same<{ [K in ExerciseKind]: z.output<(typeof SOLUTIONS)[K]> }, Solutions>>();

const typed = z.number().min(0).max(1e9);
export const ANSWERS = {
  stack: z.strictObject({ plan: Plan }),
  repair: z.strictObject({ plan: Plan }),
  find: z.strictObject({ faults: faults.max(50) }),
  mistake: z.strictObject({ faults: faults.max(50) }),
  estimate: z.strictObject({
    minutes: typed,
    price: typed,
    ml: z.record(ChannelKey, typed),
  }),
  nozzles: z.strictObject({ marks: marks.max(100_000) }),
  procedure: z.strictObject({ order: z.array(z.int()).max(100) }),
} as const satisfies Readonly<Record<ExerciseKind, z.ZodType>>;
prove<Same<{ [K in ExerciseKind]: z.output<(typeof ANSWERS)[K]> }, Answers>>();

export const MarkSchema = z.object({
  score: z.number(),
  passed: z.boolean(),
  points: z.array(ReasonSchema),
  cost: z
    .object({
      copies: z.number(),
      minutes: z.number(),
      money: z.object({ minor: z.number(), currency: z.enum(CURRENCIES) }),
    })
    .exactOptional(),
  topics: z.partialRecord(TopicSchema, z.number()),
});
prove<Same<z.output<typeof MarkSchema>, Mark>>();

/** What `kyanos exercise --json` prints: the solution where it was asked for. */
export const ExerciseReport = z.object({
  exercise: ExerciseSchema,
  /** Drawn by `kyanos demo`; null where an exercise is about no job. */
  artwork: z.string().nullable(),
  /** Where its files were written; null where nobody asked for them. */
  written: z.array(z.string()),
  solution: z.union(Object.values(SOLUTIONS)).nullable(),
});
