export const reports = {
  noJobBoardHas: 'No job on the board has this name.',
  jobPlannedSendReport: 'This job is planned on {machine}. Send its report to that machine.',
  jobHasNoArtwork: 'This job has no artwork.',
  jobCantPrintedPlanned: 'This job can’t be printed as it is planned.',
} as const;
