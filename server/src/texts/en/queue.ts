export const queue = {
  notWorkedOutYet: 'Its time is being worked out.',
  cantBePrinted: 'It can’t be printed as planned.',
  platesNotBuilt: 'Its plates are not built yet.',
  calendar: 'Print queue',
  secondTrips: 'second trip',
  jobNumber: 'Job {number}',
  lateBy: '{minutes} min late',
  tooMany: 'Only the {most} that are due first stand in the queue.',
  wholeDay: 'EEEE d MMMM',
  shortTime: 'EEE d MMM HH:mm',
} as const;
