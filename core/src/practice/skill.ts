/**
 * What a learner knows, and when it wants practising again: spaced repetition after FSRS (ts-fsrs), a card a topic; and which exercises
 * make a session.
 */
import { createEmptyCard, fsrs, generatorParameters, Rating, type Card, type Grade } from 'ts-fsrs';
import { PROCEDURES, type ProcedureId } from '../care/index.ts';
import { t } from '../texts/index.ts';
import { briefOf } from './briefs.ts';
import { BRIEF_IDS, FAULT_IDS, type BriefId, type FaultId } from './ids.ts';
import { PASSED, type ExerciseKind, type Level, type Topic } from './exercise.ts';
import { faultOf } from './faults.ts';

/** Nothing by chance: the same marks on the same days come again on the same day. */
const scheduler = fsrs(generatorParameters({ enable_fuzz: false, enable_short_term: false }));

/** A topic as a learner has practised it. Times are ISO 8601. */
export interface Skill {
  readonly topic: Topic;
  /** Days after which nine of ten still know it. */
  readonly stability: number;
  readonly difficulty: number;
  readonly due: string;
  readonly practisedAt: string;
  readonly times: number;
  readonly lapses: number;
  /** 0 to 1, the last one last; as many as are looked at. */
  readonly marks: readonly number[];
}

const KEPT_MARKS = 5;
/** What a mark says of how well it was known: our own choice. */
const ratingOf = (score: number): Grade =>
  score < PASSED - 0.2
    ? Rating.Again
    : score < PASSED
      ? Rating.Hard
      : score < 0.95
        ? Rating.Good
        : Rating.Easy;

const cardOf = ({ stability, difficulty, due, practisedAt, times, lapses }: Skill): Card => ({
  ...createEmptyCard(practisedAt),
  stability,
  difficulty,
  due: new Date(due),
  last_review: new Date(practisedAt),
  reps: times,
  lapses,
  state: 2,
});

/**
 * Returns a topic after one more exercise.
 * @param before undefined when it is practised for the first time
 * @param score 0 to 1
 */
export function practised(
  before: Skill | undefined,
  topic: Topic,
  score: number,
  now: Date,
): Skill {
  const card = before ? cardOf(before) : createEmptyCard(now);
  const { card: next } = scheduler.next(card, now, ratingOf(score));
  return {
    topic,
    stability: next.stability,
    difficulty: next.difficulty,
    due: next.due.toISOString(),
    practisedAt: now.toISOString(),
    times: next.reps,
    lapses: next.lapses,
    marks: [...(before?.marks ?? []), score].slice(-KEPT_MARKS),
  };
}

/** How likely a learner still knows it, 0 to 1. */
export const recall = (skill: Skill, now: Date): number =>
  scheduler.get_retrievability(cardOf(skill), now, false);

export type Standing = 'sure' | 'shaky' | 'due';
/** Days that a topic has to last to be called sure; our own choice. */
const SURE_DAYS = 7;
export const standingOf = (skill: Skill, now: Date): Standing =>
  new Date(skill.due) <= now
    ? 'due'
    : skill.stability >= SURE_DAYS && (skill.marks.at(-1) ?? 0) >= PASSED
      ? 'sure'
      : 'shaky';

/** Every topic there is. */
export const TOPICS: readonly Topic[] = [
  ...FAULT_IDS.map((id) => `fault/${id}` as const),
  ...BRIEF_IDS.map((id) => `brief/${id}` as const),
  'estimate/ink',
  'estimate/time',
  'estimate/price',
  'nozzles/pattern',
];

/** Three good ones lead a level up, two bad ones down. Our own choice. */
const UP = { times: 3, score: 0.85 };
const DOWN = { times: 2, score: 0.5 };

/** @param scores of one kind, the last one last */
export function levelAfter(scores: readonly number[]): Level {
  let level: Level = 1;
  let [good, bad] = [0, 0];
  for (const score of scores) {
    good = score >= UP.score ? good + 1 : 0;
    bad = score < DOWN.score ? bad + 1 : 0;
    if (good === UP.times && level < 3) [level, good] = [(level + 1) as Level, 0];
    if (bad === DOWN.times && level > 1) [level, bad] = [(level - 1) as Level, 0];
  }
  return level;
}

/** Minutes that an exercise of a kind takes, as a rule; our own judgement. */
export const USUAL_MINUTES: Readonly<Record<ExerciseKind, number>> = {
  stack: 3,
  repair: 3,
  find: 1.5,
  mistake: 1,
  estimate: 2,
  nozzles: 1.5,
  procedure: 1.5,
};
const SESSION_MINUTES = 10;

/** Kinds that practise a topic, in turn. */
const kindsFor = (topic: Topic): readonly ExerciseKind[] =>
  topic.startsWith('fault/')
    ? ['find', 'mistake', 'repair']
    : topic.startsWith('brief/')
      ? ['stack']
      : topic.startsWith('estimate/')
        ? ['estimate']
        : topic.startsWith('nozzles/')
          ? ['nozzles']
          : ['procedure'];

export interface Planned {
  readonly kind: ExerciseKind;
  readonly topic: Topic | undefined;
}

/** In the order in which a newcomer meets them. */
const FIRST: readonly ExerciseKind[] = [
  'find',
  'mistake',
  'procedure',
  'stack',
  'nozzles',
  'repair',
  'estimate',
];

/**
 * Ten minutes of practice: what is due first, the least sure first, then what was never practised, kind by kind.
 * @param skills of one learner
 */
export function sessionOf(skills: readonly Skill[], now: Date): readonly Planned[] {
  const due = skills
    .filter((skill) => standingOf(skill, now) === 'due')
    .toSorted((a, b) => recall(a, now) - recall(b, now))
    .map(({ topic, times }): Planned => {
      const kinds = kindsFor(topic);
      return { kind: kinds[times % kinds.length], topic };
    });
  const practisedKinds = new Map<ExerciseKind, number>();
  for (const { topic, times } of skills)
    for (const kind of kindsFor(topic))
      practisedKinds.set(kind, (practisedKinds.get(kind) ?? 0) + times);
  const fresh = FIRST.toSorted(
    (a, b) => (practisedKinds.get(a) ?? 0) - (practisedKinds.get(b) ?? 0),
  ).map((kind): Planned => ({ kind, topic: undefined }));
  const session: Planned[] = [];
  let minutes = 0;
  for (const one of [...due, ...fresh]) {
    if (session.some(({ kind, topic }) => kind === one.kind && topic === one.topic)) continue;
    // An estimate practises ink, time and price at once.
    if (one.kind === 'estimate' && session.some(({ kind }) => kind === 'estimate')) continue;
    if (minutes + USUAL_MINUTES[one.kind] > SESSION_MINUTES + 0.5) break;
    session.push(one);
    minutes += USUAL_MINUTES[one.kind];
  }
  return session;
}

/** A topic as the bench calls it. */
export function topicName(topic: Topic): string {
  const [group, id] = topic.split('/');
  switch (group) {
    case 'fault':
      return faultOf(id as FaultId).name;
    case 'brief':
      return briefOf(id as BriefId).says;
    case 'procedure':
      return PROCEDURES[id as ProcedureId].title;
    case 'nozzles':
      return t('practice.topicNozzles');
    default:
      return id === 'ink'
        ? t('practice.topicInk')
        : id === 'time'
          ? t('practice.topicTime')
          : t('practice.topicPrice');
  }
}
