import { describe, expect, it } from 'vitest';
import {
  levelAfter,
  practised,
  recall,
  sessionOf,
  standingOf,
  TOPICS,
  USUAL_MINUTES,
  type Skill,
} from './index.ts';

const DAY = 86_400_000;
const at = (days: number) => new Date(Date.UTC(2026, 10, 28) + days * DAY);

describe('what a learner knows', () => {
  /** Default weights of FSRS-6, from the algorithm's own page (open-spaced-repetition, The Algorithm): w0 to w3 and w20. */
  const FIRST = { again: 0.212, hard: 1.2931, good: 2.3065, easy: 8.2956 };
  const DECAY = -0.1542;

  it('lasts at first as long as FSRS-6 says of its rating', () => {
    const lasts = (score: number) => practised(undefined, 'fault/haze', score, at(0)).stability;
    expect(lasts(0)).toBeCloseTo(FIRST.again, 3);
    expect(lasts(0.6)).toBeCloseTo(FIRST.hard, 3);
    expect(lasts(0.8)).toBeCloseTo(FIRST.good, 3);
    expect(lasts(1)).toBeCloseTo(FIRST.easy, 3);
  });

  it('is forgotten along the power curve: nine of ten still know it after its stability', () => {
    const skill = practised(undefined, 'fault/haze', 1, at(0));
    const factor = 0.9 ** (1 / DECAY) - 1;
    for (const days of [1, 4, 20, 100])
      expect(recall(skill, at(days))).toBeCloseTo(
        (1 + (factor * days) / skill.stability) ** DECAY,
        3,
      );
    expect(recall({ ...skill, stability: 10 }, at(10))).toBeCloseTo(0.9, 6);
  });

  it('lasts longer each time that it is known when it is due, and is due at once when it is not', () => {
    let skill = practised(undefined, 'fault/haze', 0.8, at(0));
    const stabilities = [skill.stability];
    for (let i = 0; i < 4; i++) {
      skill = practised(skill, skill.topic, 0.8, new Date(skill.due));
      stabilities.push(skill.stability);
    }
    expect(stabilities).toEqual(stabilities.toSorted((a, b) => a - b));
    expect(skill.times).toBe(5);
    const forgotten = practised(skill, skill.topic, 0, new Date(skill.due));
    expect(forgotten.stability).toBeLessThan(skill.stability / 2);
    expect(forgotten.lapses).toBe(1);
  });

  it('is sure, shaky or due', () => {
    const skill = practised(undefined, 'fault/haze', 1, at(0));
    expect(standingOf(skill, at(1))).toBe('sure');
    expect(standingOf(skill, at(40))).toBe('due');
    expect(standingOf(practised(undefined, 'fault/haze', 0.6, at(0)), at(0.5))).toBe('shaky');
  });
});

describe('how hard it is', () => {
  it('follows the learner: up after three good ones, down after two bad ones', () => {
    expect(levelAfter([])).toBe(1);
    expect(levelAfter([1, 1])).toBe(1);
    expect(levelAfter([1, 1, 0.9])).toBe(2);
    expect(levelAfter([1, 1, 1, 1, 1, 1, 1, 1, 1])).toBe(3);
    expect(levelAfter([1, 1, 1, 0.4, 0.2])).toBe(1);
    expect(levelAfter([1, 1, 1, 0.4, 0.6, 0.4])).toBe(2);
  });
});

describe('a session', () => {
  const minutes = (planned: ReturnType<typeof sessionOf>) =>
    planned.reduce((sum, { kind }) => sum + USUAL_MINUTES[kind], 0);

  it('is about ten minutes, of every newcomer’s kind', () => {
    const first = sessionOf([], at(0));
    expect(minutes(first)).toBeGreaterThan(7);
    expect(minutes(first)).toBeLessThanOrEqual(10.5);
    expect(new Set(first.map(({ kind }) => kind)).size).toBe(first.length);
  });

  it('begins with what is due, the least sure first', () => {
    const skills: Skill[] = (['fault/haze', 'brief/pearl', 'nozzles/pattern'] as const).map(
      (topic, i) => practised(undefined, topic, 0.8, at(-i)),
    );
    const session = sessionOf(skills, at(30));
    expect(session.slice(0, 3).map(({ topic }) => topic)).toEqual([
      'nozzles/pattern',
      'brief/pearl',
      'fault/haze',
    ]);
    expect(
      minutes(
        sessionOf(
          TOPICS.map((topic) => practised(undefined, topic, 1, at(-99))),
          at(0),
        ),
      ),
    ).toBeLessThanOrEqual(10.5);
  });
});
