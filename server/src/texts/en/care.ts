export const care = {
  careMachines: 'Care of the machines',
  beforeNextPrint: 'before the next print',
  procedureStoppedBegunAgain: 'A procedure is stopped and begun again, not undone.',
  entryUndoneAlreadyUndo: 'This entry was undone already. Undo the undoing to bring it back.',
  noPictureCanShown: 'This is no picture that can be shown. Choose a JPEG, PNG or WebP.',
  liesFutureLogbookTakes: 'This lies in the future. The logbook takes what has happened.',
  shopHasProcedureNo:
    'The shop has the procedure “{what}” no more. Take it back into use to go on with it.',
  procedureHasSteps: 'This procedure has {n} steps.',
  careWhiteWeeks: 'Care of white in {weeks} weeks',
  inkDrawnCarePrice: 'ink drawn by care × its price + minutes × labour',
  inkDrawnCare: 'ink drawn by care',
  fromLogbook: 'from the logbook',
  priceWhite: 'price of white',
  minutes: 'minutes',
  labour: 'labour',
  priceList: 'price list',
} as const;
