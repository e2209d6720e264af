export {
  credibleInterval,
  estimate,
  predictionInterval,
  INK_PRIOR,
  LEVEL,
  outliersOf,
  TIME_PRIOR,
  type Interval,
  type Observation,
} from './estimate.ts';
export {
  inkInterval,
  learn,
  printInterval,
  timeInterval,
  withLearnt,
  type Learning,
  type LearntFigure,
  type Lesson,
  type Outlier,
} from './learn.ts';
export { readReports, type JobReport, type ReportRow } from './reports.ts';
