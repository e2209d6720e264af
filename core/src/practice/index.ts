export { BRIEF_IDS, BRIEFS, briefOf, type Brief, type BriefId } from './briefs.ts';
export {
  EXERCISE_KINDS,
  LEVELS,
  PASSED,
  type Answers,
  type Exercise,
  type ExerciseKind,
  type ExerciseOf,
  type Amounts,
  type EstimateInk,
  type Level,
  type Made,
  type Mark,
  type NozzleMark,
  type NozzleRow,
  type Option,
  type Reason,
  type Solutions,
  type Topic,
} from './exercise.ts';
export { FAULT_IDS, faultOf, type Fault, type FaultId } from './faults.ts';
export {
  cleaned,
  isVisible,
  printed,
  seenDifference,
  PRACTICE_PX,
  type JobSource,
  type PracticeJob,
  type Printed,
  type SeenDifference,
  type Situation,
} from './job.ts';
export { judged } from './judge.ts';
export { figuresOf, makeExercise, type Wanted } from './make.ts';
export { alone, newFindings, tellsItself, together } from './planted.ts';
export {
  levelAfter,
  practised,
  recall,
  sessionOf,
  standingOf,
  TOPICS,
  topicName,
  USUAL_MINUTES,
  type Planned,
  type Skill,
  type Standing,
} from './skill.ts';
