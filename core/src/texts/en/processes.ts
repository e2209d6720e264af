export const processes = {
  orderingChecking: 'ordering and checking',
  platesFramesCylinders: 'plates, frames or cylinders',
  makingReady: 'making ready',
  filmMask: 'film and mask',
  screenPrinting: 'Screen printing',
  thickestMostOpaqueWhite:
    'The thickest and most opaque white, on any surface; a frame for each colour.',
  flexo: 'Flexo',
  fairlyOpaqueWhiteLong: 'A fairly opaque white for long runs on rolls; no fine gradients.',
  offset: 'Offset',
  fineDetailThinWhite:
    'Fine detail with a thin white: good on metallised stock, grey on clear film.',
  gravure: 'Gravure',
  opaqueFineCylindersCost:
    'Opaque and fine, with cylinders that cost thousands each: for millions of pieces.',
  buyingFromAnotherShop: 'Buying from another shop',
  sentOutSomebodyWho: 'Sent out to somebody who prints white every day.',
  printedFilmLaminatedApplied: 'Printed film, laminated and applied by hand',
  printedWhiteFilmLeft: 'Printed on white film, left to gas out, laminated or masked, and applied.',
  colouredFilmCutWeeded: 'Coloured film, cut and weeded by hand',
  cutFromColouredFilm:
    'Cut from coloured film, weeded, masked and applied: labour and waiting decide.',
  doesNotPrintMaterial: '{name} does not print {class} material.',
  doesNotPrint: '{name} does not print on a {form}.',
  whiteCoversWanted: 'Its white covers {opacity} %, and {opacity2} % are wanted.',
  filmHidesMaterialWhich: 'Its film hides the material, which is to be seen.',
  printsNoFineGradients: 'It prints no fine gradients, and this art has tints or pictures.',
  finestStrokeMmArt: 'Its finest stroke is {detailMm} mm, and this art has {detailMm2} mm.',
  takesSeparationsMoreThan:
    'It takes {separations} separations, and more than {mostSeparations} are not sensible.',
} as const;
