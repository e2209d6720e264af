export const plan = {
  timeAll: 'Time in all',
  sumPhases: 'sum of the phases',
  operator: 'Operator',
  sumPhasesMachine: 'sum of the phases at the machine',
  noMaterialHasColour:
    'No material has the colour Lab {lab}: nothing reflects so strong a colour so light. The nearest that can be is shown; measure {material} again.',
  modeNotMaterialChoose: 'The mode {mode} is not for {class} material. Choose one that is.',
  modeLaysColourOnly:
    'The mode {mode} lays colour only, and this stack has special ink. Choose another mode.',
  cantGoBackOrigin:
    "{machine} can't go back to the origin for a second trip. Choose one trip, or another machine.",
  printMLongKeeps:
    'The print is {longest} m long, and {machine} keeps two trips in register up to {maxTwoTripLength} m. Print it in one trip, or in shorter loads.',
  loadsMostM: 'Loads of at most {maxTwoTripLength} m',
  firstLayerDriesMin:
    'The first layer dries {waitMinutes} min before the second trip. Wet white smears; common practice is 3 to 15 min.',
  mmWideRollersHold:
    '{material} is {width} mm wide, and the rollers of {machine} hold {minWidth} mm or more.',
  whiteUnder: ', with white under {cover} % of it',
  noWhiteUnder: ', with no white under it',
  wontScan: ', it won’t scan',
  notEveryScannerReads: ', not every scanner reads it',
  layWhiteUnderQuiet: 'Lay white under it and its quiet zones.',
  whiteUnderAllNot: 'White under all of it is not enough: lay more hits, or print it elsewhere.',
  chooseStackWhiteUnder: 'Choose a stack with white under colour, or print it on a white label.',
  hasSymbolContrastBest:
    'The {type} {content} has a symbol contrast of {contrast} % at best on {material}{rest}: grade {grade}{rest2}. {rest3}',
  whiteUnderBarcodes: 'White under barcodes',
  tripLaysUpInk:
    'Trip {i} lays up to {most} % of ink at one place, {special} % of it special, and {machine} takes {limit} %: it stays wet or cracks on {shareAbove} % of the print. Lower a density, lay fewer hits, or print it in two trips.',
  artLargeFinishedLabel:
    'The art is as large as the finished label. Without bleed it is drawn {excess} mm (0.03 in) larger both ways, common practice, so that a cut beside the line shows no material.',
  hasNoBladeJob:
    '{machine} has no blade, and this job is to be cut or creased on it. Take the paths out, or choose another machine.',
  openContainerHoldsMl:
    'The open container of {name} holds {leftMl} mL, and this job takes more: have {opened} of {ml} mL at hand. {leftAfterMl} mL will be left.',
  plateAnotherJobCant:
    'The plate "{inkKey}" of another job can’t be had here. Open the job in the app, where the others are, or take that source out of the rule.',
  jobHasNoPlate: 'The job “{plan}” has no {inkKey} plate. Choose another job, or another ink.',
  newJob: 'New job',
  noMachineShopCan:
    'No machine of the shop can print this stack on any of its materials. Begin with another preset.',
  planAsksPageArtwork:
    'The plan asks for page {number}, and the artwork has {n}. Choose a page from 1 to {n}.',
  hasNoModeHas: '{machine} has no mode "{modeId}". It has {modes}.',
  plateEmptyNoSeparation:
    'The {name} plate is empty: no separation of the artwork is used for it. Map a spot to {name}, or lay it under the image.',
  plateEmptyNothingLeft:
    'The {name} plate is empty: nothing is left after {rule}. Lower the haze or the choke, or begin with another source.',
  colourOverlapCmOne:
    '{spec} and colour overlap on {overlapMm2} cm² in one layer and would mix on the sheet. Lay them in two layers, or keep them apart in the artwork.',
  keepOutColour: 'Keep {name} out of the colour',
  chokeTakesFromUnder:
    'The choke takes the {name} from under {thinMm2} cm² of fine strokes and small type: {material} shows through there. Choke less, or leave them whole.',
  leaveFineStrokesWhole: 'Leave fine strokes whole',
  artworkAlreadyLiesInside:
    'The {name} in the artwork already lies inside the colour by about the choke, along {chokedBefore} % of its edge: it would be choked twice, and colour would show a rim without {name}. Is the choke meant?',
  layDrawnWithoutChoke: 'Lay it as drawn, without choke',
  replaces: ', as it replaces it',
  ruleTakesAwayCm: 'The rule takes away {lostMm2} cm² of the {name} that the artist drew{rest}.',
  addWhatArtistDrew: 'Add what the artist drew',
  placeInsideImageCm:
    '{n} place inside the image, {mm2} cm² in all, has no ink and so no white: {material} shows there. Look whether eyes, highlights or letters are among them, and say which get white; a rule that begins with the image, cleaned, lets you say it place by place. | {n} places inside the image, {mm2} cm² in all, have no ink and so no white: {material} shows there. Look whether eyes, highlights or letters are among them, and say which get white; a rule that begins with the image, cleaned, lets you say it place by place.',
  whiteAllThem: 'White in all of them',
  pinholesCmAllGet:
    '{dotCount} pinholes, {dotMm2} cm² in all, get no white inside the image: {material} glints through the lightest parts.',
  closeThem: 'Close them',
  takeLot: 'Take lot {lot}',
  lotGoodLongEnough: ' Lot {lot}, {place}, is good and long enough.',
  noGoodLotHas: 'no good lot has more than {most} free',
  noGoodLotShelf: 'no good lot is on the shelf',
  jobTakesOrderPrint:
    'This job takes {amount} of {material}, and {rest}. Order it, or print it in parts from two lots.',
  chooseOne: ' Choose one that is.',
  lotNotShelf: 'Lot {lot} of {material} is not on the shelf.{way}',
  plasticiserMigratesClearFilm: 'Plasticiser migrates in clear film, and white on it crazes',
  adhesionColourMayLess: 'Adhesion and colour may be less',
  makeTestPrintFirst: ' Make a test print on it first, and order fresh material.',
  lotGoodUntil: 'Lot {lot} of {material} was good until {until}. {rest}.{way}',
  lotGoodUntilUse: 'Lot {lot} of {material} is good until {until}: use it first.',
  orderMorePrintRest: ' Order more, or print the rest from another lot.',
  jobTakesLotHas: 'This job takes {amount}, and lot {lot} has {free} free.{way}',
  whiteHeadsParkedFit:
    'The white heads of {machine} are parked. Fit them and look at the nozzle pattern before the job; the time for it is counted.',
  fromPictureReadsBackwards:
    'From the {side} the picture reads backwards: it is printed mirrored on the side it is looked at from. Print it as it reads.',
  fromPictureReadsBackwardsReadThrough:
    'From the {side} the picture reads backwards: it is read through the material and not mirrored. Print it mirrored.',
  printReads: 'Print as it reads',
  printMirrored: 'Print mirrored',
  silverUnderColourStays:
    'Silver at {density} % under colour stays wet and muddies it. {machine} dries up to {limit} %.',
  laySilver: 'Lay silver at {limit} %',
  clearUnderLaminateNot:
    'Clear under a laminate is not seen. Leave it out, or leave the print unlaminated.',
  leaveClearOut: 'Leave the clear out',
  leaveUnlaminated: 'Leave it unlaminated',
  hitsWhiteGoDown:
    '{hits} hits of white go down wet on wet, and colour on top of them: white is thick and dries slowly. Common practice is a wait of {short} to {long} min, colour in a trip of its own.',
  twoTripsMinBetween: 'Two trips, {long} min between',
  stackHasTwoPictures:
    'This stack has two pictures and the plan gives one, so both sides show the same. Choose a page for the rear, or a stack with one picture.',
  pageRear: 'Page {number} for the rear',
  whiteUnderColour: 'white under colour',
  allButWhiteUnder: 'all but white under colour',
  wantsWhiteSlotStands:
    '{name} wants its white in the slot for {rest}, and it stands in the other one. Moving it by hand takes about {minutes} min; queue such jobs together.',
  moved: 'It is moved',
  laysLayerSOne:
    '{mode} lays {layersPerTrip} layer(s) in one trip, and the {over} has {layers}: {second} waits for another trip, registered to the first.',
  use: 'Use {better}',
  pageMmPrintedPage:
    'Page {number} is {widthMm} × {heightMm} mm as printed, and page {number2} is {widthMm2} × {heightMm2} mm. Versions of one job have one size: take page {number} out and make it a job of its own.',
  versionPage: 'Version on page {pages}',
  versionsPages: 'Versions on pages {pages}',
  times: '{n} times',
  and: '{words} and {words2}',
} as const;
