export { readCgats, writeCgats, type CgatsSample, type CgatsTarget } from './cgats.ts';
export {
  fitForm,
  mediaRelative,
  readingsOf,
  type FormFit,
  type FormReading,
  type Reading,
} from './fit.ts';
export {
  CHECK_MIXTURES,
  FORM_KINDS,
  FORMS,
  formsFor,
  overprintName,
  RAMP_PERCENT,
  testForm,
  type FormKind,
  type FormMark,
  type FormPage,
  type FormPatch,
  type FormStep,
  type Inks,
  type TestForm,
} from './forms.ts';
