export const request = {
  lowerCaseLettersDigits: 'is lower-case letters, digits and hyphens',
  risesFromPointPoint: 'rises from point to point',
  capitalUpThreeLetters: 'is a capital and up to three letters or figures, such as C, Lc or W',
  goesFromPointPoint: 'goes from point to point in rising coverage',
  oneProcessInkTwo: 'is one process ink, or two of C, M and Y',
  wouldTakeAwayMore: 'would take away more of C, M or Y than is there; lower it or the curve',
  keyInkOneTwo:
    'is {channel}; the key of a {role} ink is {letter}, or {letter} with one or two small letters, without x',
  processInkWithoutSplit: 'is {channel}; a process ink without a split is C, M, Y or K',
  neededWhatInkLays: 'is needed: what this ink lays where the artwork has C, M, Y or K',
  processLightExtraInks: 'is for process, light and extra inks',
  neededWhiteInk: 'is needed for white ink',
  dropsOneAnotherLeave:
    'is {contrastRatio}, and {drops} drops on one another leave so much bare that a solid has at most {most}; measure the wedge again',
  hasTwoInksOne: 'has two inks with one key',
  givesBackMoreLight:
    'gives back more light than it gets: {all} scattered, {mirror} mirrored and {transmittance} passed are {all2} together. Measure again, or lower one of them',
  hasPageTwiceAdd: 'has a page twice; add its copies up in one line',
  whichNoneVersions: 'is {page}, which is none of the versions',
  printOnePageFront: 'is for a print of one page in front; with versions it is null',
  versionsAddUp: 'is {copies}, and the versions add up to {copies2}',
  field: 'the field {path}',
  thereNoFieldRemove:
    'There is no field {keys} in {where}. Remove it, or see docs/plan-files.md for the fields there are.',
  somethingWrong: 'Something is wrong with {where}: {message}.',
  most1000Names: 'at most 1000 names',
  most2000Products: 'at most 2000 products',
  daySuch202611: 'is a day such as 2026-11-27',
  noFileShopHas:
    'This is no file of a shop: it has no "kyanosShop" with the number of its format. Choose a file that was written by “Export”.',
  shopWrittenNewerVersion:
    'This shop was written by a newer version of Kyanos (format {kyanosShop}; this one reads up to {newest}). Update this one first.',
  file: 'the file',
  plan: 'the plan',
  savedNewerVersionKyanos:
    'This was saved by a newer version of Kyanos (plan format {format}; this one reads up to {newest}). Open it with that version, or update this one.',
  clock: 'A time of day, such as 08:30.',
  shiftEndsLater: 'A shift ends later than it begins.',
  openSomeDay: 'Somebody is there on at least one day of the week.',
  printerAddress: 'An address such as ipp://192.168.1.20/ipp/print is needed.',
} as const;
