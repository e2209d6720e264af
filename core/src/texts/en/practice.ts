export const practice = {
  spotName: 'The spot is named otherwise than the machine wants it',
  spotNameWhy:
    'Names are matched letter by letter, capitals too. A spot that misses by one letter prints no special at all.',
  unmapped: 'Nobody has said what a spot stands for',
  unmappedWhy: 'A spot whose name says nothing to the machine prints nothing until it is mapped.',
  knocksOut: 'The file lets special and colour erase one another',
  knocksOutWhy:
    'Without overprint the upper object takes the lower one away. Both have to be set to overprint, or kept by the plan.',
  noWhite: 'White is missing',
  noWhiteWhy:
    'Process ink is a filter: on dark, clear or metallic material it needs white behind it.',
  whiteInFront: 'White lies in front of the art',
  whiteInFrontWhy:
    'The layer nearest to the eye hides the rest. White belongs behind the colour, seen from where one looks.',
  whiteKnockedOut: 'Colour knocks the white out',
  whiteKnockedOutWhy:
    'White that is erased under colour leaves the art on bare material, and a white rim round it.',
  notMirrored: 'It is read through the material, and not mirrored',
  notMirroredWhy: 'What is printed on the back and read through the front is laid reversed.',
  mirrored: 'It is mirrored, and read from the printed side',
  mirroredWhy: 'A print that is read from its printed side is not mirrored.',
  wrongSurface: 'It is printed on the wrong surface',
  wrongSurfaceWhy:
    'Look at where the eye is: the print goes on the front unless it is read through the material.',
  haze: 'White lies under haze that looks blank',
  hazeWhy:
    'Scans and JPEG leave 1 to 3 % in blank paper. “Any ink at all” lays white there, and fuzz shows round the art.',
  pinholes: 'Highlights inside the art get no white',
  pinholesWhy:
    'A highlight with no ink at all is a hole in the white, exactly where it is needed most.',
  noPlate: 'White goes by a separation that the file has not',
  noPlateWhy: 'A rule that takes what the artist drew lays nothing where nothing was drawn.',
  wideChoke: 'White is pulled in so far that thin parts lose it',
  wideChokeWhy:
    'Choke takes away twice its width from every stroke. Small type and hairlines go first.',
  chokedTwice: 'White is choked twice',
  chokedTwiceWhy:
    'Once in the art or the rule is enough. Choked again at the machine, colour stands on bare material along every edge.',
  wholeSheet: 'White covers the whole sheet',
  wholeSheetWhy:
    'Edge to edge white hides the shine, the grain or the clear window that the job lives on.',
  whiteWhereNone: 'White lies where the art is not',
  whiteWhereNoneWhy:
    'Under and outside are opposites: this white is everywhere but behind the colour.',
  overlap: 'White and colour lie in one layer and overlap',
  overlapWhy:
    'Inks of one layer are laid wet beside one another. Where they overlap they mix on the sheet.',
  thinWhite: 'White is laid too thin',
  thinWhiteWhy: 'A quarter of the ink lets dark material through: colours turn dull.',
  rearFull: 'The hidden colour is laid at full strength',
  rearFullWhy:
    'By night both colours add up. The hidden one is laid weaker on purpose, or the lit picture is over-saturated.',
  silverFull: 'Silver under colour is laid at 100 %',
  silverFullWhy:
    'Full silver stays wet, and colour turns muddy on it. Keep it at 30 to 40 % (common practice).',
  tooManyHits: 'More hits are asked for than the machine lays',
  tooManyHitsWhy: 'The machine refuses the job, or lays fewer without saying so.',
  hitsWet: 'The second hit of white falls on wet white',
  hitsWetWhy: 'Solvent and water-based white needs time between hits, or it runs and cracks.',
  noWait: 'Colour is laid on white that is still wet',
  noWaitWhy:
    'Between the two trips white has to dry. 3 minutes is one school, 15 another (common practice).',
  longLoad: 'Two trips over a load that is too long',
  longLoadWhy: 'Beyond about a metre the second trip drifts off the first (common practice).',
  modeWithoutWhite: 'The mode lays no white',
  modeWithoutWhiteWhy:
    'Not every mode of a machine lays specials. Then the job prints colour only.',
  modeOfAnother: 'The mode is for another material',
  modeOfAnotherWhy:
    'Passes, speed and heat belong to a material. The wrong mode floods it or leaves it pale.',
  laminated: 'Clear is laid, and the print is laminated',
  laminatedWhy: 'The laminate takes the gloss of the clear away: it is paid for and not seen.',
  onePicture: 'Both sides show one picture',
  onePictureWhy: 'A two-picture stack needs a page for its rear.',
  margin: 'The margin leaves no room for the piece',
  marginWhy: 'What is kept free at the edges is taken from the width twice.',
  headHeight: 'The material is too thick for the head',
  headHeightWhy: 'Whatever stands proud of the head height is struck by the carriage.',
  oldFilm: 'The film is past its day',
  oldFilmWhy: 'Plasticiser migrates in old clear film, and white on it cracks.',
  shortLot: 'The lot is too short for the job',
  shortLotWhy: 'The roll ends in the middle of the run, and the next lot may differ in white.',
  wrongSlot: 'The white slot stands in the other position',
  wrongSlotWhy:
    'White under colour and all other white need their own position. Moving it stops the queue for up to ten minutes (common practice).',
  containerLow: 'White runs out in the middle of the job',
  containerLowWhy:
    'A container that runs dry draws air. Change it before, or have the next at hand.',
  whiteStood: 'White has stood, and nobody has looked at the nozzles',
  whiteStoodWhy:
    'Titanium dioxide settles. Agitate, print the pattern on clear or coloured stock, then print.',
  whiteStoodDays: 'White has stood for {n} day. | White has stood for {n} days.',
  briefFront:
    'It is seen from the front, in ordinary light, and is to look as near to the art on white paper as the material lets it.',
  briefKeepBare: 'It is seen from the front. Wherever there is no art the material must stay bare.',
  briefThrough:
    'It goes behind clear material and is read through it, as on the inside of a window.',
  briefBothSides: 'One picture, seen from both sides.',
  briefTwoPictures:
    'It hangs free: one picture on the front, another on the rear, and neither shows through.',
  briefLightBox: 'It goes into a light box and is only ever seen lit from behind.',
  briefDayAndNight:
    'By day it is seen in ordinary light, by night lit from behind. Both should look much the same.',
  briefPearl: 'The colours are to have a pearly shimmer.',
  briefMetal: 'Parts of the art are drawn in silver and are to look like metal.',
  briefGloss: 'Parts of the art are to gleam.',
  briefRelief: 'Parts of the art are to be felt with a finger.',
  briefWhiteOnly: 'No colour: white alone, seen from the front.',
  briefWhiteThrough: 'No colour: white alone, read through clear material.',
  aboutJob:
    '{job}: {n} copy on {material}, on {machine}. | {job}: {n} copies on {material}, on {machine}.',
  chooseStack: 'Choose the stack, and hand it in when you would send it to the machine.',
  rightStack: '{stack} ({notation}): {use}',
  findWrong: 'Something is wrong with this job. Tick what you find.',
  repairIt:
    'One thing is wrong with this job. Put it right and hand it in. | {n} things are wrong with this job. Put them right and hand it in.',
  whichMistake: 'This is what came off the machine. Which mistake made it?',
  lotLies: 'Lot {lot} lies ready: {free} left, good until {until}. Today is {today}.',
  slotUnder: 'White stands in the slot under colour.',
  slotOther: 'White stands in the other slot, not under colour.',
  leftIn: '{channel}: {ml} mL left in the container.',
  estimateThis:
    'A piece is {width} × {height} mm, the stack is {stack}. How many minutes, how much ink, what price?',
  inkRests: 'It takes {inks}.',
  phaseTakes: '{label}: {minutes} min',
  readPattern:
    'The nozzle pattern of {machine}, tilted to the light. Tap every line that is missing or out of place.',
  patternHas:
    'The pattern is whole. | {n} nozzle is missing or out of place. | {n} nozzles are missing or out of place.',
  orderSteps: '{procedure}, at {machine}: put the steps in order.',
  noJobMakesOne:
    'No job on the board makes an exercise of the kind “{kind}”. Take in a job with white on it, or choose another kind.',
  looksWorse: 'It looks worse than it could: ΔE2000 {off} farther off.',
  dearer: 'It costs {percent} % more than it has to.',
  missed: 'Missed: {fault}.',
  notSo: 'Not so: {fault}.',
  reallyTakes: 'It takes {minutes} minutes and is sold for {price}.',
  overlooked: '{n} line was overlooked. | {n} lines were overlooked.',
  notMissing:
    '{n} line that was tapped prints as it should. | {n} lines that were tapped print as they should.',
  everyStepOnce: 'Every step stands in the order once.',
  pairsWrong:
    '{n} pair of steps stands the wrong way round. | {n} pairs of steps stand the wrong way round.',
  topicNozzles: 'Reading the nozzle pattern',
  topicInk: 'Estimating ink',
  topicTime: 'Estimating time',
  topicPrice: 'Estimating the price',
} as const;
