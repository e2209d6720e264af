export { changeover, changeWords, type Changeover, type ChangeStep } from './changeover.ts';
export { lowerBound } from './bound.ts';
export { bestOnMachine, MOST_EXACT } from './exact.ts';
export { movedTo, spanWords, whyHere } from './explain.ts';
export {
  shiftsFrom,
  USUAL_HOURS,
  type Shift,
  type ShiftHours,
  type WorkingHours,
} from './hours.ts';
export {
  NO_QUEUE,
  shortages,
  wholeOrder,
  type KeptQueue,
  type Queued,
  type Shortage,
} from './order.ts';
export { agedBars, type ReservedLot } from './lots.ts';
export { begun, type Progress } from './begun.ts';
export { OBJECTIVES, valueOf, type Objective } from './objective.ts';
export { promise, type Promised } from './promise.ts';
export {
  schedule,
  tasksById,
  type Bar,
  type QueueProblem,
  type Schedule,
  type Score,
  type Segment,
} from './schedule.ts';
export { bestOrder, type BestOrder, type SearchSettings } from './search.ts';
export {
  workMinutes,
  workOn,
  type QueueMachine,
  type QueueOrder,
  type QueueTask,
  type Setup,
  type TaskPart,
  type TaskWants,
  type TaskWork,
} from './task.ts';
