export const stock = {
  lotFreeAgain: '{amount} of {item}, lot {lot}, are free again.',
  nothingReservedYetPlates:
    'Nothing is reserved yet: the plates of this job are not built. Reserve it at Material once they are.',
  noReserved: 'No {material} is reserved. {reason}',
  reservedFromLotLeft:
    '{amount} of {material} are reserved from lot {lot}; {leftAfter} are left free.',
  nothingDrawnWhatJob:
    'Nothing was drawn: what this job takes is not known. Draw it by hand in the stock.',
  wereDrawnFromLot:
    '{amount} of {material} were drawn from lot {lot} by the estimate; {left} are left.',
  noDrawnNoneShelf: 'No {material} was drawn: none is on the shelf.',
  machinesReport: 'machine’s report',
  estimate: 'estimate',
  inkDrawn: 'Ink was drawn by the {rest}: {inks}.',
  whatDrawnFromStays: 'What was drawn from {item} {lot} stays: {message}',
  whatDrawnBackStock: 'What was drawn for it is back in the stock.',
  whatTakesKnownOnce: 'What it takes is known once its plates are built.',
  noLotContainerHas:
    'No lot or container has the code {code}. Codes are like L12 for material and C7 for ink.',
  entryUndoneAlreadyUndo: 'This entry was undone already. Undo the undoing to bring it back.',
  laterEntriesRestOne:
    'Later entries rest on this one: {message} Undo those first, the newest before the others.',
  notInkFitContainer:
    '{item} is not the ink of {rest} {machine}. Fit the container that belongs there.',
  tableSays: 'as the table says',
  mmWide: ', {width} mm wide',
  goodUntil: 'Good until {until}',
  booksMoved:
    '{item} {lot}: the books had {books} when it was counted, and have {left} by now. Count it again.',
  booksHaveWereCounted:
    '{item} {lot}: the books have {left}, and {left2} were counted. Say why, if only “unknown”.',
} as const;
