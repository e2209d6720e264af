export const forms = {
  lineMeasurement: 'Line {line} of the measurement: {what}',
  noFieldNamesPatches: 'no field names the patches. One of them must be SAMPLE_ID or SAMPLE_NAME.',
  noFieldHoldsColour:
    'no field holds a colour. There must be LAB_L, LAB_A, LAB_B, or XYZ_X, XYZ_Y, XYZ_Z, or a spectrum (SPECTRAL_380 …).',
  fieldMustNumber: 'the field {field} is “{text}”, and must be a number.',
  noSurfaceHasColour: 'no surface has the colour Lab {lab}. Is the decimal point right?',
  noSurfaceHasColourXyzThey: 'no surface has the colour XYZ {xyz}. They go from 0 to about 100.',
  reflectanceBelow0Above: 'a reflectance is below 0 or above 150 %. Is the decimal point right?',
  fileHasMbMeasurement:
    'The file has {n} MB, and a measurement has less than {most}. Choose the file that the instrument wrote.',
  statesFieldsNamedUp: 'it states {count} fields, and {n} are named up to line {line}.',
  dataBeginNoBegin: 'the data begin, and no BEGIN_DATA_FORMAT before says what they are.',
  statesPatchesThereUp:
    'it states {count} patches, and there are {n} up to line {line}. Is the file whole?',
  tableDataEmpty: 'the table of data is empty.',
  hasValuesFieldsNamed: 'it has {n} values, and {n2} fields are named.',
  thereMoreThanPatches: 'there are more than {most} patches.',
  patchHasNoName: 'the patch has no name.',
  patchStandsLineAlready: 'the patch “{id}” stands in line {before} already.',
  dataBeginHereEnd: 'the data begin here and end nowhere: END_DATA is missing. Is the file whole?',
  namesFieldsBeginHere:
    'the names of the fields begin here and end nowhere: END_DATA_FORMAT is missing.',
  fileHasNoTable:
    'The file has no table of measurements (BEGIN_DATA … END_DATA). Choose the text file that the instrument’s program exports as CGATS or ISO 28178.',
  noCount: '“{value}” is no count.',
  n100MmMeasureBar: '100 mm: measure this bar before you read the form',
  oneHit: 'with one hit',
  hitsAnotherPlaceSame: 'with {hits} hits, on another place of the same material',
  whiteLadderHit: 'White ladder, {n} hit | White ladder, {n} hits',
  measureEachPatchD50:
    'Measure each patch (D50, 2°, M1 or M0) with a black card under it, then with white paper under it.',
  nameThemW50x1Black: 'Name them W50x1-black, W50x1-white and so on; or type their L* below.',
  primaries: 'Primaries',
  darkClearMaterialPrint: 'On dark or clear material print a solid white under it first.',
  letDryLayWhite:
    'Let it dry, lay white paper under it, and measure each patch (D50, 2°, M1 or M0).',
  pxMm: '{px} px, {px2} mm',
  chokeLadderPixels360: 'Choke ladder, pixels of 360 dpi',
  printWhiteColourYou: 'Print white and colour as you print jobs, on dark or clear material.',
  firstTrip: 'as the first trip',
  twoTripVernierFirst: 'Two-trip vernier: first trip',
  secondTripSamePrint: 'as the second trip, on the same print',
  printSecondPageSecond:
    'Print the second page as a second trip over the first: the machine goes back to its beginning.',
  eachLengthSeeWhich:
    'At each length see which magenta line meets a black one. Each line further from the middle is 0.1 mm.',
  twoTripsMeetWhere: 'Two trips meet where the middle line, or the one beside it, does.',
  oneHitWhiteOver: 'with one hit, on white or over a solid white',
  barLadderModules0: 'Bar ladder: modules of 0.33, 0.25 and 0.20 mm',
  scanEachSymbolTen: 'Scan each symbol ten times, or grade it with a verifier.',
  dryingLadder: 'Drying ladder',
  startWatchWhenPrint:
    'Start a watch when the print is done. Rub each field with a gloved finger once, at its time.',
  silverLadder: 'Silver ladder',
  printSilverUnderColour:
    'Print silver under colour, in one trip. After ten minutes touch each field.',
  totalInkWedge: 'Total ink wedge',
  lookEdgesEachField:
    'Look at the edges of each field through a loupe: where they bleed there is too much ink.',
  grainLadder: 'Grain ladder',
  printWoodKraftJob:
    'Print it on the wood or kraft of the job, and look at it where the job will hang.',
  chooseFieldFormAsks: 'Choose the field that the form asks for: {steps}.',
  whiteUnderColourChoked:
    'White under colour is choked by {step} mm on {machine}, in every new job.',
  mostSilverUnderColour: 'At most {step} % of silver under colour; it was {silverUnderLimit} %.',
  mostInkDriesOne: 'At most {step} % of ink dries at one place; it was {inkLimit} %.',
  twoTripsMeetUp: 'Two trips meet up to {step} mm; it was {maxTwoTripLength} mm.',
  whiteLetsHintGrain: 'White of {step} % lets a hint of the grain through.',
  whiteWaitsMinBefore: 'White waits {step} min before another trip, in every new job.',
  inkMakesBarsMm: 'Ink makes bars {step} mm wider: they are plated so much narrower.',
  patchMissingHasNo:
    'The patch “{id}” is missing, or has no a* and b*. Measure the whole form and read it in again.',
  colourShownPrintsNo:
    'Colour on {material} is shown as {machine} prints it, and no longer as the artwork’s profile states it.',
  mixturesWereNotUsed:
    '{n} mixtures that were not used come out within ΔE2000 {median} in the middle.',
  hasNoWhiteInk: '{machine} has no white ink.',
  solidBlackMissingPatch:
    'The solid on black is missing: the patch W100x1, measured with a black card under it. It decides how much white hides.',
  leastTwoTintsBlack:
    'At least two tints on black are needed, such as W30x1 and W60x1: they decide how the drops lie.',
  tooLightFormWhite:
    '{material} is too light for this form: white on it can’t be told from it. Print it on clear or dark material.',
  solidHides: 'A solid of {white} hides {contrastRatio}; it was {contrastRatio2}.',
  assumed: '{drops}, assumed',
  dropsLieOneAnother: '{drops} drops lie on one another in it; it was {drops2}.',
  whiteLadder: 'White ladder',
  whatDoesEachPatch: 'What does each patch measure, on black and on white?',
  howMuchSolidWhite: 'how much a solid of white hides, and how its drops lie',
  whatDoesEachPatchMeasure: 'What does each patch measure?',
  coloursMachineMaterialSolids:
    'the colours of this machine on this material: solids, overprints and tints',
  chokeLadder: 'Choke ladder',
  whichFirstFieldWhich: 'Which is the first field in which no shape shows a rim of white?',
  chokeWhiteUnderColour: 'the choke of white under colour, as a rule of the house',
  whichLastFieldDry: 'Which is the last field that is dry and does not smear?',
  theMostSilverUnderColour: 'the most silver under colour',
  whichLastFieldClean: 'Which is the last field with clean edges, dry after the usual wait?',
  mostInkDriesOnePlace: 'the most ink that dries at one place',
  twoTripVernier: 'Two-trip vernier',
  whichLengthDoesSecond:
    'At which length does the second trip still meet the first, within a line?',
  longestPrintTwoTrips: 'the longest print that two trips meet on',
  whichFieldShowsMuch: 'Which field shows as much of the grain as you like?',
  whiteHintGrainRule: 'the white for a hint of grain, as a rule of the house',
  afterHowLongDoes: 'After how long does rubbed white no longer smear?',
  waitAfterWhiteRule: 'the wait after white, as a rule of the house',
  barLadder: 'Bar ladder',
  whichBarReductionReads: 'Which bar reduction reads best at the smallest module?',
  howMuchWiderInk: 'how much wider ink makes a bar',
  loadModeYouPrint: 'Load {material} on {machine}, in the mode that you print with.',
  print100WithoutScaling:
    'Print at 100 %, without scaling, colour management or the machine’s own choke or boost.',
  wearGlovesInkNot:
    'Wear gloves: ink that is not dry or cured harms the skin. See its safety data sheet.',
  keepHandsAwayWhile: 'Keep hands away while the carriage moves.',
  dontLookIntoLamp: 'Don’t look into the lamp: its light harms eyes and skin.',
  readingFitsBadlyAverage:
    'The reading fits badly: {mean} {unit} on the average, worst at {worst}. Look at the cards under the patches and at their names, and measure again before you take it over.',
  min: '{value} min',
} as const;
