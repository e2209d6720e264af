export { briefOf, type Brief } from './briefs.ts';
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
export { faultOf, type Fault } from './faults.ts';
export { BRIEF_IDS, FAULT_IDS, type BriefId, type FaultId } from './ids.ts';
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
export { judged, type Prints } from './judge.ts';
export { figuresOf } from './askEstimate.ts';
export { makeExercise } from './make.ts';
export { type Wanted } from './maker.ts';
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
