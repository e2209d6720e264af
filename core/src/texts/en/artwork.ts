export const artwork = {
  lessThan001: 'less than 0.01',
  hasWrongCheckDigit:
    'The {type} {content} has a wrong check digit: it would be refused, or read as another article. Ask for the right number.',
  before: 'before',
  after: 'after',
  hasBlankModulesNeeds:
    'The {type} {content} has {quiet} blank modules {rest} it and needs {quietWanted}: it may not scan. Keep {quietWanted2} mm clear.',
  hasModulesMmLeast:
    'The {type} {content} has modules of {moduleMm} mm; the least for a till is {least} mm. Print it larger.',
  whitePeeksOut: ', and white peeks out',
  lineTypeFromPt:
    '{n} line of type from {smallest} pt is built of two inks or more: the least shift blurs it{rest}. Set it in black alone. | {n} lines of type from {smallest} pt are built of two inks or more: the least shift blurs them{rest}. Set them in black alone.',
  linePaperWhiteType:
    '{n} line of paper-white type from {smallest} pt stands in colour: ink runs into it, and where white is laid under colour it gets none. Ask for bolder type, or {least} pt at least. | {n} lines of paper-white type from {smallest} pt stand in colour: ink runs into them, and where white is laid under colour they get none. Ask for bolder type, or {least} pt at least.',
  objectWhiteSetOverprint:
    '{n} object is white and set to overprint: it leaves no trace, and what lies under it prints instead. Ask for overprint to be switched off there. | {n} objects are white and set to overprint: they leave no trace, and what lies under them prints instead. Ask for overprint to be switched off there.',
  lineTypeCrossesEdge:
    '{n} line of type crosses the edge of the finished size: part of it is cut off. Ask for type inside the edge. | {n} lines of type cross the edge of the finished size: part of them is cut off. Ask for type inside the edge.',
  lineMmThinPrint:
    '{n} line is {thinnest} mm thin: on print it may break up, and a choke takes the white from under it. | {n} lines are {thinnest} mm thin or little more: on print they may break up, and a choke takes the white from under them.',
  notEmbeddedAnotherTypeface:
    '{missing} is not embedded: another typeface was put in its place, and lines may break elsewhere. Ask for the fonts embedded, or turned into outlines. | {missing} are not embedded: another typeface was put in their place, and lines may break elsewhere. Ask for the fonts embedded, or turned into outlines.',
  printsNothingWantsLetter:
    '"{name}" prints nothing: {machine} wants "{wanted}", letter by letter, and {name2}.',
  use: 'Use "{name}" as {role}',
  printProcessInk: ', print it in process ink,',
  spotPrintsNothingCovers:
    'The spot "{name}" prints nothing on {machine}, and covers {area} cm². Say what it stands for{rest} or ignore it.',
  printInProcessInk: 'Print "{name}" in process ink',
  namedLike: '"{name}" is named like a {line}',
  drawnClosedLinesOnly: '"{name}" is drawn as closed lines only, as a {line} is',
  mmLong: ', and is {lengthMm} mm long',
  notPrintedSayWhat: '{what}: it is not printed{rest}. Say what it is; the shop remembers it.',
  isA: '"{name}" is a {line}',
  doesNotPrintErases:
    '"{separation}" does not print, and it erases {lost} cm² of colour under it, as it does not overprint: a bare line would show. Keep the colour in our plates, or set the line to overprint in the file.',
  keepColourUnder: 'Keep the colour under "{separation}"',
  separationDeclaredNothingDrawn:
    'The separation "{name}" is declared and nothing is drawn in it: it would print blank.',
  separationDrawnPlateEmpty:
    'The separation "{name}" is drawn and its plate is empty: what was drawn lies outside the page or was erased by colour over it. Check that it overprints.',
  nothingPagePrintsEvery: 'Nothing on this page prints: every separation is empty.',
  colourWouldEraseOne:
    '"{separation}" and colour would erase one another on {lost} cm² in the file as it is. Our plates keep both.',
  leaveFile: 'Leave it as the file is',
  stackLaysThemBeside:
    'This stack lays them beside one another in one layer, where they must not overlap: so it is in order.',
  ifBothShouldPrint: 'If both should print, keep both in our plates, or set overprint in the file.',
  keepBothColour: 'Keep both "{separation}" and colour',
  missingCmUnderWhat:
    '"{separation}" is missing on {specialLostMm2} cm² under what was drawn over it',
  colourMissingCmUnder: 'colour is missing on {colourLostMm2} cm² under "{separation}"',
  and: ', and ',
  withoutOverprintOneErases: 'Without overprint one erases the other: {parts}.',
  artReachesMmBeyond:
    'The art reaches {cut} mm beyond the finished size, and the file says of no bleed that it should be printed: it is cut off at the edge. Ask for the file with a bleed box of {bleed} mm.',
  inkReachesEdgeArtwork:
    'Ink reaches the edge, and the artwork has no bleed: a bare line may show where it is cut. Ask for {bleed} mm more all round, or cut into it.',
  bleedMmNarrowestCutting:
    'The bleed is {least} mm at its narrowest; cutting wants about {bleed} mm.',
  mmStayBare: '{least} mm of it stay bare',
  slightestShiftShowsBare: 'the slightest shift shows a bare edge',
  artworkMmLabelMm:
    'The artwork is {widthMm} × {heightMm} mm and the label {width} × {height} mm: {rest}. Draw it 0.76 mm (0.03 in) larger both ways; common practice.',
  makeMmLargerThan: 'Make it {excess} mm larger than the label',
  artworkMmTimesFills:
    'The artwork is {width} × {height} mm, and at {factor} times that it fills the sheet of {width2} × {length} mm: it seems to be drawn at 1:{factor}. Read it at its true size, so that plates, ink and price are those of the print.',
  readTimesLarge: 'Read it {factor} times as large',
  printersMarksLieArtwork:
    'Printers’ marks lie on the artwork, and the label is cut already: they would print on it. Ask for the page without marks.',
  markDrawnEveryInk:
    '{n} mark is drawn in every ink, white and clear included. Ask for the page without marks unless they are wanted. | {n} marks are drawn in every ink, white and clear included. Ask for the page without marks unless they are wanted.',
  thinLineLiesBleed:
    '{n} thin line lies in the bleed, as crop marks do: they print, and show where the cut is not exact. Ask for the page without marks. | {n} thin lines lie in the bleed, as crop marks do: they print, and show where the cut is not exact. Ask for the page without marks.',
  noteStampFormField:
    '{n} note, stamp or form field on the page will print. Ask for the file without it, unless it is wanted. | {n} notes, stamps or form fields on the page will print. Ask for the file without them, unless they are wanted.',
  artworkReadsBackwardsAlready:
    'The artwork reads backwards already, and this stack mirrors it: twice mirrored it reads wrong through the material. Ask for it unmirrored.',
  artworkReadsBackwardsKyanos:
    'The artwork reads backwards. Kyanos mirrors where a stack needs it, so ask for it unmirrored.',
  layerNamedLikeSpecial:
    'The layer "{layer}" is named like a special, and {n} object on it is drawn in process colour: it prints as colour, not as that ink. Ask for it in a spot colour of the machine’s name. | The layer "{layer}" is named like a special, and {n} objects on it are drawn in process colour: they print as colour, not as that ink. Ask for them in a spot colour of the machine’s name.',
  layerDoesNotPrint:
    'The layer "{layer}" does not print: {n} object of it is left out. Switch it on in the file if that is wrong. | The layer "{layer}" does not print: {n} objects of it are left out. Switch it on in the file if that is wrong.',
  pageTooLongRead:
    'The page is too long to be read object by object: its plates are complete, but type, pictures and overprint were looked at only in part.',
  up: 'up to',
  cmLookBlankHold:
    '{caught} cm² look blank and hold ink of {rest} {highestFaint} %: haze, or the lightest part of a picture. A rule that goes by any ink lays white there, with a halo round the art.',
  takeUpBlank: 'Take up to {highestFaint} % for blank',
  cmHoldInkUp:
    '{blank} cm² hold ink of up to {threshold} %, which counts as blank: it prints as colour with no white under it.',
  pictureHasDpiSize:
    '{n} picture has {lowest} dpi at the size printed; below {least} dpi steps begin to show at reading distance. Ask for a larger picture, or print it smaller. | {n} pictures have {lowest} dpi or little more at the size printed; below {least} dpi steps begin to show at reading distance. Ask for a larger picture, or print it smaller.',
  objectStillRgbConverted:
    '{n} object is still in RGB and was converted to process ink by profile: blacks become four inks and colours may shift. Ask for CMYK if it matters. | {n} objects are still in RGB and were converted to process ink by profile: blacks become four inks and colours may shift. Ask for CMYK if it matters.',
  cuttingLineCutThrough: 'cutting line, cut through',
  kissCutBackingStays: 'kiss cut, the backing stays whole',
  creaseLine: 'crease line',
  registrationJig: 'registration or jig',
  technicalDoesNotPrint: 'technical, does not print',
  hasBlankBeginningEnd: 'it has a blank at its beginning or end',
  capitalsDiffer: 'its capitals differ',
  blanksHyphensUnderscoresDiffer: 'its blanks, hyphens or underscores differ',
  anotherWord: 'it is another word',
  to: '{threshold} to',
} as const;
