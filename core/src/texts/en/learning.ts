export const learning = {
  lossStartTrip: 'loss at the start of a trip',
  time: 'Time',
  speedSpecialInk: 'speed with special ink, {name}',
  turningRound: 'turning round',
  fileReportsEmptyChoose: 'The file of reports is empty. Choose another.',
  fileHasHeadingsNo: 'The file has headings and no report. Choose another.',
  fileHasReportsRead: 'The file has {n} reports; {most} are read at a time. Split it.',
  fileNotJsonCan: 'The file is not JSON that can be read: {message}.',
  reportNotObjectFields: 'Report {i} is not an object with fields such as "job" and "W".',
  firstLineFileHas:
    'The first line of the file has {n} characters, and headings need at most {most}. It should begin with {columns}.',
  lineFileCantRead:
    'Line {row} of the file can’t be read: {message}. Put values with commas in quotes.',
  thereNoFieldReport:
    'There is no field "{name}" in a report ({where}). Fields are {columns}; ink in mL.',
  fieldJobEmptyGive: 'The field job of {where} is empty. Give the name of the job.',
  thereNeitherInkNor:
    'There is neither ink nor time in {where}. Fill in one of them, or take it out.',
  fieldMustNumberFrom:
    'The field {name} of {where} must be a number from 0 to {most}; it is "{value}".',
  report: 'report {i}',
  line: 'line {i}',
} as const;
