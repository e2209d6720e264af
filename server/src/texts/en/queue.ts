export const queue = {
  notWorkedOutYet: 'Its time is being worked out.',
  cantBePrinted: 'It can’t be printed as planned.',
  platesNotBuilt: 'Its plates are not built yet.',
  calendar: 'Print queue',
  secondTrips: 'second trip',
  jobNumber: 'Job {number}',
  lateBy: '{minutes} min late',
} as const;
