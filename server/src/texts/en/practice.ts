export const practice = {
  sandboxName: 'Practice: {name}',
  answerOfKind: 'This is no answer to an exercise of the kind “{kind}”. Open the exercise again.',
} as const;
