export {
  isOpen,
  isOrdered,
  JOB_STATES,
  PRIORITIES,
  PRIORITY_WEIGHTS,
  type Priority,
  lateness,
  OPEN_STATES,
  type JobState,
  type Lateness,
} from './order.ts';
export { PRINTER_REPORTS, type PrinterReport } from './printers.ts';
