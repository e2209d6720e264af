import { ERROR_CODES } from '@kyanos/core';
import { z } from 'zod';

/** How a refusal looks. */
export const Problem = z.object({ code: z.enum(ERROR_CODES), message: z.string() });
export type Problem = z.output<typeof Problem>;

/** How far work in the background is. */
export const WorkState = z.enum(['queued', 'running', 'done', 'failed', 'cancelled']);
export type WorkState = z.output<typeof WorkState>;

/** What all work in the background tells of itself. */
export const work = {
  state: WorkState,
  /** How often it was asked for: a cancel names the asking that it takes back. */
  attempt: z.int(),
  progress: z.number().min(0).max(1),
  /** Why it failed, for the operator. */
  problem: Problem.nullable(),
};

/** Which asking a cancel takes back, if it says so. */
export const Cancel = z.object({ attempt: z.int().exactOptional() });
