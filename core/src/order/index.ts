export {
  isOpen,
  JOB_STATES,
  lateness,
  OPEN_STATES,
  type JobState,
  type Lateness,
} from './order.ts';
