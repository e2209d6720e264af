export { readCgats, writeCgats, type CgatsSample, type CgatsTarget } from './cgats.ts';
export {
  CHECK_MIXTURES,
  overprintName,
  RAMP_PERCENT,
  type FormMark,
  type FormPage,
  type FormPatch,
  type FormStep,
  type Inks,
} from './drawing.ts';
export { fitForm } from './fit.ts';
export { mediaRelative } from './fitPrimaries.ts';
export {
  FORM_KINDS,
  FORMS,
  formsFor,
  oneWhite,
  patchesOf,
  testForm,
  whitesOf,
  type FormKind,
  type TestForm,
} from './forms.ts';
export {
  patchNamed,
  readingsOf,
  withRules,
  type FormFit,
  type FormReading,
  type Reading,
} from './reading.ts';
