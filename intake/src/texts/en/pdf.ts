export const pdf = {
  pagePdfStatesNo: 'Page {i} of the PDF states no size. Export it again.',
  pdfDamagedEndsToo: 'The PDF is damaged or ends too early. Export or copy it again.',
  pdfLockedPasswordAsk:
    'The PDF is locked with a password. Ask for one without, or save it again unlocked.',
  checkingPdfTookMore: 'Checking the PDF took more than 60 s. Flatten it, or export it again.',
  pdfHasSoMany:
    'The PDF has so many objects that their list alone has more than {most} MB. Flatten it, or send it as TIFF.',
  pageCameOutPixels:
    'Page {number} came out as {width} × {height} pixels where {width2} × {height2} were expected. Export it again.',
  pageTookMoreThan:
    'Page {number} took more than {seconds} s to separate. Flatten its transparency, lower the resolution, or export it again.',
  thereNoRoomDisk:
    'There is no room on the disk for the plates. Free some space, then take the file in again.',
  pageCantTurnedInto:
    'Page {number} can’t be turned into plates: {ended}. Export it again, as PDF/X-4 if possible.',
  interpreterStopped: 'the interpreter stopped',
  pdfHasPagesMost: 'The PDF has {n} pages; the most is {most}. Send the pages to be printed only.',
  platesGhostscriptOverprintHonoured:
    'plates by Ghostscript with overprint honoured; other colour by ICC profile, {rendering}',
  pageCantTakenOut: 'Page {number} can’t be taken out of the PDF: {split}',
} as const;
