export {
  loadsName,
  piecesText,
  runSheet,
  type RunSheetInput,
  type RunStep,
  type Setting,
} from './runsheet.ts';
