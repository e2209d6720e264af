export const reader = {
  thereNoRoomDisk:
    'There is no room on the disk for the plates. Free some space, then take the file in again.',
  readingFileCameNo:
    'Reading the file came to no end: nothing was heard for {seconds} s. Flatten or simplify it, or export it again.',
  platesFileTakeMore:
    'The plates of this file take more than {most} on the disk. Choose a lower resolution, or take the pages in one by one.',
  allFilesBeingRead:
    'All files that are being read take more than {most} on the disk together. Wait until some are done, then take this one in again.',
  kyanosCouldNotRead: 'Kyanos could not read a file, which is a fault of its own. {details}',
  kyanosCantMakeSense:
    'Kyanos can’t make sense of this file, and it should have said why. Export it again another way, and send us the file.',
  readingFileTakesMore:
    'Reading the file takes more memory than the {memory} GB it may have. Flatten or simplify it, or lower its resolution.',
  readingFileTakesMoreTimeDisk:
    'Reading the file takes more time or disk than a file may have. Flatten or simplify it, or lower its resolution.',
  endedFromOutside:
    'The program that reads this file was ended from outside, most often because this machine ran out of memory. Try again; if it happens again, lower the resolution.',
  readerEnded: 'The reader ended with {signal}. {text}',
} as const;
