export const whitecare = {
  keepMoving: 'Keep it moving',
  whiteStaysWhatJobs:
    'White stays in; what the jobs don’t draw is printed away, so that it does not settle.',
  parkHeads: 'Park the heads',
  headsRestCirculatingHolder:
    'Heads rest in a circulating holder and are fitted for the weeks that want white.',
  flushOut: 'Flush it out',
  whitePutWeeksWant: 'White is put in for the weeks that want it and flushed out again.',
  gatherIntoOneDay: 'Gather it into one day',
  workWhiteWaitsUp:
    'Work with white waits up to {gatherWeeks} weeks and is printed together; white is flushed out in between.',
  sendOut: 'Send it out',
  anotherShopPrintsWhat: 'Another shop prints what wants white.',
  cleaningFluid: 'cleaning fluid',
  boughtFromAnotherShop: 'bought from another shop',
  containersOpenedLessWhat:
    'containers opened, less what will still be used of the last + labour + fluid + goods',
  printedAwayLost: 'printed away or lost',
  thrownAwayAge: 'thrown away for age',
  mlLastOneMl: 'of {ml} mL; of the last one {goodMl} mL will still be used',
  ink: 'ink',
  labour: 'labour',
  weeks: 'weeks',
  wanted: 'wanted',
  containers: 'containers',
  operator: 'operator',
} as const;
