export { runSheet, type RunSheetInput, type RunStep, type Setting } from './runsheet.ts';
