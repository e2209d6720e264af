export const runsheet = {
  whatDoesPersonMachine: 'What does the person at the machine do?',
  stepsFromSettingUp: '{n} steps, {minutes} from setting up to dry.',
  thereNoRunSheet: 'There is no run sheet for a print that can’t be made as planned.',
  typeWhatUsed: 'Type what it used',
  print: 'Print',
  pdfWaitingFullSize: 'PDF: waiting for full-size plates',
  caution: 'Caution.',
} as const;
