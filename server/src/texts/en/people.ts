export const people = {
  waitMinutes:
    'Too many wrong tries. Wait {n} minute, then try again. | Too many wrong tries. Wait {n} minutes, then try again.',
  sayName: 'You are the first owner: say your name too.',
  learnersOnly: 'This exercise is {learner}’s. Begin one of your own.',
} as const;
