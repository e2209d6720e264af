export const press = {
  noSeparation: 'No file has a separation “{name}”, so nothing was laid of it.',
  nozzlesMissing: 'White had stood: {n} nozzles were missing and were cleaned before the job.',
  powerLost: 'The power went: {n} copies under the heads are spoilt.',
  cancelledUnder: 'Cancelled with {n} copies under the heads, which are spoilt.',
  inkOut: '{channel} ran out on the way.',
  rollOut: 'The roll ran out on the way.',
  wasteFull: 'The waste container was full on the way.',
  oneFile:
    'This printer takes one file a job, and this job has {n}. Print it trip by trip from the files under Plates.',
  noPdf: 'This printer does not take PDF. It takes {formats}.',
  cancelledThere: 'It was cancelled at the printer.',
  abortedThere: 'The printer gave the job up.',
} as const;
