export const errors = {
  thereNothingAddressGo:
    'There is nothing at this address. Go back to the board and open it from there.',
  thereNoSuchJob: 'There is no such job. It may have been removed; go back to the board.',
  thereNoSuchArtwork: 'There is no such artwork. Take the file in again.',
  thereNoSuchFile: 'There is no such file. Upload it again.',
  artworkHasNoSuch: 'The artwork has no such page. Choose one that it has.',
  thereNoSuchPart: 'There is no such part of the page.',
  thereNoFirstPicture: 'There is no first picture of this artwork yet.',
  thesePlatesNotBeing: 'These plates are not being built. Change a rule to begin again.',
  theseFilesNotBeing:
    'These files are not being made. Ask for them again at the plates of the job.',
  shopHasNoSuch: 'This shop has no such machine. Choose one it has.',
  shopHasNoSuchThingMay:
    'The shop has no such thing. It may have been made under another name; look at the list.',
  thereNoSuchReport: 'There is no such report. It may have been removed.',
  thereNoSuchSetting: 'There is no such setting.',
  thereNoSuchLot: 'There is no such lot or container. Look for it in the stock.',
  thereNoSuchEntry: 'There is no such entry. Load the list again.',
  procedureNotBegunHere: 'This procedure was not begun here. Begin it at the machine again.',
  shopHasNoSuchProcedureChoose: 'The shop has no such procedure. Choose one from the list.',
  stockHasOtherwiseLook: 'The stock has it otherwise. Look at it again.',
  logbookHasOtherwiseLook: 'The logbook has it otherwise. Look at it again.',
  laterEntriesRestOne:
    'Later entries rest on this one. Undo those first, the newest before the others.',
  artworkStillBeingRead: 'The artwork is still being read. Wait until it is done.',
  platesPlanStillBeing:
    'The plates of this plan are still being built at full resolution. Wait until they are done.',
  filesStillBeingMade: 'The files are still being made. Wait until they are done.',
  jobHasNoArtwork: 'This job has no artwork yet. Take a file in first.',
  jobCantPrintedPlanned:
    'This job can’t be printed as it is planned. See what was found against it.',
  somebodySavedJobWhile: 'Somebody saved this job while you were changing it.',
  somebodyChangedStateDue:
    'Somebody changed the state or the due time of this job meanwhile. Look at it again.',
  shopHasOneName: 'The shop has one of this name already. Choose another name.',
  somebodyChangedWhileYou:
    'Somebody changed this while you did. Look at what it is now, then change it again.',
  somebodyChangedMachineWhile:
    'Somebody changed this machine while you did. Look at what it is now, then change it again.',
  somebodySaidSomethingElse:
    'Somebody said something else of this machine while you did. Look at what it is now, then say it again.',
  somebodyChangedTheseFigures:
    'Somebody changed these figures while you did. Look at what they are now, then change them again.',
  figuresContradictOneAnother:
    'Its figures contradict one another. Correct them, or keep it as a draft.',
  measurementCantRead: 'The measurement can’t be read.',
  nothingCanFittedReading: 'Nothing can be fitted to this reading of the form.',
  fileStockCantTaken: 'The file of stock can’t be taken in.',
  fileShopCantTaken: 'The file of the shop can’t be taken in.',
  requestNotWhatExpected: 'The request is not what is expected here.',
  requestCantRead: 'The request can’t be read.',
  requestTooLargePlan:
    'The request is too large. A plan of this size can’t be kept: take some of it out.',
  anotherRequestHadIdempotency:
    'Another request had this Idempotency-Key. Give each request a key of its own.',
  requestComesFromAnother: 'This request comes from another page. Open Kyanos at its own address.',
  fileTooLargeLower:
    'The file is too large. Lower its resolution or flatten it, and send it again.',
  planSavedNewerVersion: 'The plan was saved by a newer version of Kyanos.',
  planCantRead: 'The plan can’t be read.',
  notationStackCantRead: 'The notation of the stack can’t be read.',
  rulePlateCantRead: 'The rule of a plate can’t be read.',
  machineHasNoSuch: 'The machine has no such mode.',
  planHasNoSuch: 'The plan has no such plate.',
  plateAnotherJobCant: 'The plate of another job can’t be had here.',
  noMachineShopCan:
    'No machine of the shop can print this stack on any of its materials. Begin with another preset.',
  notOnePieceFits: 'Not one piece fits.',
  thereMorePiecesThan: 'There are more pieces than can be laid out together.',
  stackHasMoreSpecial: 'The stack has more special plates than a look can show.',
  thereNoSuchView: 'There is no such view.',
  noWhiteOpaque: 'No white is as opaque as that.',
  nothingReflectsColour: 'Nothing reflects that colour.',
  amountTooLargeKept: 'The amount is too large to be kept exactly.',
  reportsCantRead: 'The reports can’t be read.',
  jobPlannedAnotherMachine: 'This job is planned on another machine.',
  fileDamagedEndsToo: 'The file is damaged or ends too early. Export or copy it again.',
  fileEmptyExportCopy: 'The file is empty. Export or copy it again.',
  artworkTooLargeChoose:
    'The artwork is too large. Choose a lower resolution, or print it in tiles.',
  resolutionOutRange: 'The resolution is out of range.',
  scaleOutRange: 'The scale is out of range.',
  fileHasTooMany: 'The file has too many pages. Split it.',
  fileHasTooManySpotColours: 'The file has too many spot colours. Merge some.',
  pdfLockedPassword: 'The PDF is locked with a password.',
  pdfCantTurnedInto: 'The PDF can’t be turned into plates.',
  pdfTakesTooLong: 'The PDF takes too long. Flatten it, or lower its resolution.',
  svgHasNoSize: 'The SVG has no size.',
  svgTakesTooLong: 'The SVG takes too long to draw.',
  svgTakesWhatLies: 'The SVG takes in what lies outside it.',
  stripTileTiffToo: 'A strip or tile of the TIFF is too large.',
  colourSpaceTiffCant: 'The colour space of the TIFF can’t be read.',
  bitDepthTiffCant: 'The bit depth of the TIFF can’t be read.',
  compressionTiffCantRead: 'The compression of the TIFF can’t be read.',
  tiffHasSeveralPages: 'The TIFF has several pages.',
  fileCouldNotRead: 'The file could not be read: the reader ended in the middle of it.',
  readingFileTakesMore: 'Reading the file takes more room than there is.',
  readingFileTakesToo: 'Reading the file takes too long.',
  platesTakeMoreRoom:
    'The plates take more room on the disk than they may. Choose a lower resolution.',
  begunSeveralTimesNever: 'This was begun several times and never came to its end.',
  workingOutTakesToo:
    'Working this out takes too long. Plan fewer pieces or fewer jobs on a sheet, or try again when less is going on.',
  tooMuchBeingWorked: 'Too much is being worked out just now. Try again in a moment.',
  thereNoRoomLeft:
    'There is no room left on the disk. Free some space and try again; what was stored before is safe.',
  databaseDoesNotAnswer:
    'The database does not answer. What was saved before is safe; try again in a moment.',
  somethingWentWrongOur:
    'Something went wrong on our side. What was saved before is safe; try again.',
  serverDoesNotAnswer:
    'The server does not answer. What you typed is kept here and saved as soon as it is back.',
  serverGaveAnswerCant: 'The server gave an answer that can’t be read. Load the page again.',
  uploadCancelled: 'The upload was cancelled.',
} as const;
