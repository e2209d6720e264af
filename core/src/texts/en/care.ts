export const care = {
  procedureBegunNotEnded: 'A procedure was begun and not ended. Go on with it, or stop it.',
  whiteHasNotMoved:
    'White has not moved for {rest} days. Follow “When it has stood” before you print with it. About {working} % of its pigment may have settled in the container.',
  whiteHasNotMovedAgitateAbout:
    'White has not moved for {rest}. Agitate it, about 25 strokes from side to side.',
  noNozzlePatternSeen:
    'No nozzle pattern was seen since white stood for {hours} hours or more, or was moved. Print one on clear or coloured stock and look at every white row.',
  mlWhiteWerePrinted:
    '{whiteTwoWeeksMl} mL of white were printed in two weeks, and {movingMl} mL keep it moving. Print {movingMl2} mL, or take white out.',
  whitePrintedKeepMoving: 'White to be printed to keep it moving',
  whatSchoolWantsTwo: 'what the school wants in two weeks − printed in the last two weeks',
  wantedTwoWeeks: 'wanted in two weeks',
  commonPractice: 'common practice',
  fromLogbook: 'from the logbook',
  beforeNextJob: ' before the next job',
  wasteContainerHasAbout:
    'The waste container has about {wasteMl} of {holds} mL in it. Empty it{rest}; it is regulated waste.',
  machinePastDayChange:
    '{name} in the machine is past its day, {until} ({from}). Change the container.',
  machineGoodUntilUse: '{name} in the machine is good until {until} ({from}): use it first.',
  sure: 'Sure',
  fairlySure: 'Fairly sure',
  close: 'Close',
  comesNear: ', and {next} comes near',
  whiteWorkCostsLess: ' White work costs less at another shop than keeping white alive for it.',
  cheapest10PossibleFutures:
    '{best}. {how}: it is the cheapest in {sure} of 10 possible futures{rest}.{rest2}',
  headsParkedAlreadyFit:
    'The heads are parked already. Fit them first, or undo the entry that parked them.',
  headsCarriageAlready: 'The heads are in the carriage already.',
  whiteHeadsParkedNothing:
    'The white heads are parked: nothing can have been printed in white. Fit them first.',
  allNozzlesPrint: 'All nozzles print.',
  nozzleMissing: '{n} nozzle missing | {n} nozzles missing',
  oneRowCleanOnce:
    '{count}, {worst} % of one row. Clean once, let it rest an hour, look again; then ask the service. Cleaning again and again draws air in.',
  themSideSide: ', {gap} of them side by side',
  cleanOncePrintPattern:
    '{count}{rest}. Clean once and print the pattern again before the next job.',
  noneBesideAnotherOther:
    '{count}, none beside another: other passes cover them. Look again tomorrow.',
  wasteInkCleaningFluid:
    'Waste ink and cleaning fluid are regulated waste. Catch them, label the container, and follow the maker’s safety data sheet and local codes.',
  wearGlovesEyeProtection:
    'Wear gloves and eye protection: ink and cleaning fluid irritate, and uncured UV ink sensitises skin. See the safety data sheet.',
  vapourKeepVentilationRunning:
    'Vapour: keep the ventilation running and sources of ignition away. See the safety data sheet.',
  carriageMovesWithoutWarning:
    'The carriage moves without warning and pinches. Wait until it has stopped; keep hands out.',
  headsPlatenHotLet: 'Heads and platen are hot. Let them cool before you touch them.',
  needleUnderHeadSharp:
    'The needle under the head is sharp and wet with ink. Hold the cloth under it.',
  uvLampsHarmEyes: 'UV lamps harm eyes and skin. Never look into them; keep shields closed.',
  drawnCleaning: 'Drawn by the cleaning',
  whatSeen: 'What was seen',
  printNozzlePatternClear:
    'Print the nozzle pattern on clear or coloured stock. Tilt it to the light and look at every row, both of white. Tap the missing ones.',
  whiteWhiteCantSeen:
    'White on white can’t be seen, and a missing row shows only on the finished print.',
  moveWhiteContainerGently: 'Move the white container gently from side to side, about 25 strokes.',
  titaniumDioxideHeavySettles:
    'Titanium dioxide is heavy and settles. Shaking makes bubbles, and bubbles stop nozzles.',
  emptyWasteContainerPut: 'Empty the waste container, and put it back.',
  swapCleaningFillsRuns: 'A swap or a cleaning fills it, and it runs over unseen.',
  dailyCare: 'Daily care',
  everyWorkingDayBefore: 'Every working day before the first print.',
  stripClearColouredStock: 'A strip of clear or coloured stock',
  lookWasteContainer: 'Look at the waste container.',
  moreGoesIntoThan: 'More goes into it than one thinks: spit, cleanings, swaps.',
  whenHasStood: 'When it has stood',
  whiteHasNotMovedWeekMore: 'White has not moved for a week or more, or nozzles are missing.',
  gloves: 'Gloves',
  lintFreeCloth: 'Lint-free cloth',
  pigmentLiesBottomContainer:
    'Pigment lies on the bottom of the container; draw nothing before it is in the ink again.',
  nozzlesMissingRunOne:
    'Are nozzles missing? Run one ordinary cleaning. If none is missing, go on.',
  oneCleaningDrawsSettled:
    'One cleaning draws settled ink out of the lines. A second at once draws air in.',
  printPatternAgainIf:
    'Print the pattern again. If rows are still missing, let it rest for an hour, then look once more; replace the container or ask the service after that.',
  putWhite: 'Put white in',
  cleaningFluidStandsPlace: 'Cleaning fluid stands in its place and white is wanted.',
  fullAlmostFullContainer: 'A full or almost full container of white',
  emptyCleaningContainer: 'An empty cleaning container',
  chooseInkSetWhite:
    'Choose the ink set with white at the machine’s panel. It checks that every container has enough for the exchange.',
  stopsHalfWayIf: 'It stops half-way if one runs dry, with both inks in the lines.',
  agitateNewContainerBefore:
    'Agitate the new container before it is fitted: 60 tilts of a box, or 100 shakes of a bottle, by its kind.',
  hasStoodShelfWeeks: 'It has stood on the shelf for weeks.',
  takeCleaningContainerOut:
    'Take the cleaning container out and put the empty one in, when the panel says so.',
  letLinesDrain: 'Let the lines drain.',
  allFluidLinesGoes: 'All fluid in the lines goes into the waste.',
  putWhiteDontStrain: 'Put the white in. Don’t strain the joint between bag and port.',
  letWhiteCharge: 'Let the white charge.',
  takeWhiteOut: 'Take white out',
  noWhitePlannedWeeks: 'No white is planned for weeks.',
  fullCleaningContainer: 'A full cleaning container',
  emptyContainer: 'An empty container',
  chooseInkSetWithout: 'Choose the ink set without white at the machine’s panel.',
  whatLinesLostEach: 'What is in the lines is lost each time: be sure that no white job is near.',
  takeWhiteOutPut:
    'Take the white out and put the empty container in. Seal the white and write the day on it.',
  putCleaningContainer: 'Put the cleaning container in.',
  letFluidCharge: 'Let the fluid charge.',
  parkHeads: 'Park the heads',
  noWhiteDaysMachine: 'No white for days, on a machine with a holder that turns the ink.',
  distilledWater: 'Distilled water',
  standIns: 'The stand-ins',
  seeNoJobPrints: 'See that no job prints or waits. Choose “park” at the panel.',
  letMachineFinishOwn: 'Let the machine finish its own routine and the heads cool down.',
  hotHeadsDripBurn: 'Hot heads drip and burn.',
  waitUntilCarriageHas:
    'Wait until the carriage has stopped. Unlatch, and lift the head out by its handle, a cloth below.',
  wipeUndersideHeadTower:
    'Wipe the underside of the head and the tower it sat in, with a lint-free cloth and distilled water.',
  driedWhiteUndersideTurns: 'Dried white on the underside turns the drops aside.',
  setEachHeadInto: 'Set each head into its own numbered place in the holder.',
  anotherPlaceMustAligned: 'In another place it must be aligned again.',
  putStandInsInto: 'Put the stand-ins into the carriage.',
  neverPrintEmptyPlace: 'Never print with an empty place.',
  fitHeads: 'Fit the heads',
  beforeWhiteWorkWhen: 'Before white work, when the heads are parked.',
  waitUntilCarriageHasStoppedTake: 'Wait until the carriage has stopped. Take the stand-ins out.',
  liftEachHeadOut:
    'Lift each head out of the holder and set it into the place with its number. Latch it.',
  anotherPlaceMeansAligning: 'Another place means aligning again.',
  letMachineCheckElectronics: 'Let the machine check its electronics and its drops.',
  longerHeadsStoodLonger: 'The longer the heads stood, the longer it takes.',
  moveWhiteSlot: 'Move the white slot',
  nextJobWantsWhite: 'The next job wants white in the other slot: under colour, or for all else.',
  holdQueueNothingPrints: 'Hold the queue: nothing prints while the slot is moved.',
  moveWhiteOtherSlot:
    'Move the white to its other slot as the machine’s maker says, and tell the panel.',
  letMachineChargeMoved: 'Let the machine charge the moved line.',
  releaseQueue: 'Release the queue.',
  changeContainer: 'Change a container',
  containerEmptyPastDay: 'A container is empty, or past its day.',
  newContainerOldestGood: 'The new container: the oldest good one',
  readLotDayNew: 'Read the lot and the day of the new container.',
  oldestGoodOneGoes: 'The oldest good one goes first.',
  lotNewContainer: 'Lot of the new container',
  agitateWhiteMetallicBefore:
    'Agitate white and metallic before they are fitted: 60 tilts of a box, or 100 shakes of a bottle, by its kind.',
  takeOldOneOut:
    'Take the old one out and put the new one in. Don’t swap the container with the mixing vessel: they look alike.',
  tellStockWhichContainer:
    'Tell the stock which container is fitted, and what becomes of the old one.',
  emptyWaste: 'Empty the waste',
  wasteContainerNearlyFull: 'The waste container is nearly full, and before every swap.',
  eyeProtection: 'Eye protection',
  labelledDrumWasteInk: 'The labelled drum for waste ink',
  seeNoJobPrintsNoCleaning: 'See that no job prints and no cleaning runs.',
  writeDownHowMuch: 'Write down how much it was.',
  showsWhetherMachineSpits: 'It shows whether the machine spits more than it says.',
  pouredOff: 'Poured off',
  assumedUsualTitaniumDioxide: 'assumed, usual of titanium dioxide',
  figureInk: 'figure of the ink',
  pigmentSettledSinceWhite: 'Pigment settled since white last moved',
  shareHeightParticlesHave:
    'share of the height that particles have sunk, v = (ρp − ρf) g d² ÷ 18 μ',
  rest: 'at rest',
  sinceLastAgitationPrint: 'since the last agitation, print or cleaning',
  diameterMedianMass: 'diameter, median by mass',
  densityPigment: 'density of the pigment',
  densityFluid: 'density of the fluid',
  viscosityRest: 'viscosity at rest',
  heightInk: 'height of the ink',
  medianSinks: 'the median sinks',
  mmDay: 'mm a day',
  gGStokesEffect: 'G. G. Stokes, On the effect of the internal friction of fluids, 1851',
  hours: '{rest} hours',
  days: '{rest} days',
  printed: 'printed',
  spread: 'spread',
} as const;
