export const layout = {
  sticksOutMmBeyond:
    '{material} sticks out {width} mm beyond the bed of {machine}, which carries {allowed} mm. Cut it down, or choose another machine.',
  mmThickMmPass:
    '{material} is {thickness} mm thick, and {clearance} mm pass under the head of {machine}: the head would strike it. Choose thinner material or another machine.',
  layThemOutAnew: 'Lay them out anew',
  piecesPlacedHandLies:
    '{n} of the pieces placed by hand lies outside what can be printed. Move it inside the dashed line. | {n} of the pieces placed by hand lie outside what can be printed. Move them inside the dashed line.',
  piecesPlacedHandLie:
    'Pieces placed by hand lie on one another in {n} place. Move them apart. | Pieces placed by hand lie on one another in {n} places. Move them apart.',
  piecesPlacedHandLieCloserThan:
    'Pieces placed by hand lie closer than the gap of {gap} mm in {n} place: a blade may not pass between them. | Pieces placed by hand lie closer than the gap of {gap} mm in {n} places: a blade may not pass between them.',
  turned: 'turned',
  upright: 'upright',
  grainRunsFeedWanted:
    'The grain of {material} runs {grain} the feed and is wanted {grain2} in the piece, so pieces lie {rest} and all one way.',
  jobsLoadPiecesTogether:
    'The jobs on this load are {pieces} pieces together; at most {most} can be laid out with others. Plan the long run by itself.',
  oneJobsShareLoads: ', or one of the jobs that share its loads is larger',
  printMm: 'The print is {width} × {height} mm{rest}',
  printsMmInsideMargins:
    '{own}, and {machine} with {material} prints {value} × {value2} mm inside the margins. Turn it, make it smaller, or choose another machine or material.',
  along: 'along',
  across: 'across',
} as const;
