export const units = {
  amountTooLargeKept: 'The amount {minor} is too large to be kept exactly.',
} as const;
