export const shared = {
  thereNothingAddress: 'There is nothing at this address.',
  toldMachine: 'told at the machine',
  requestCantRead: 'The request can’t be read: {message}.',
  tooDeep: 'The request can’t be read: its lists lie more than {most} deep in each other.',
  begunTimesEachTime:
    'This was begun {attempts} times, and each time the program that did it ended in the middle. The file may need more than this machine has: lower its resolution, then take it in again.',
  numberOf: 'If it happens again, tell whoever looks after Kyanos this number: {id}.',
  headerIdempotencyKeyMust: 'The header Idempotency-Key must have 1 to {most} characters.',
} as const;
