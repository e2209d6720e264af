import { app } from './app.ts';
import { board } from './board.ts';
import { job } from './job.ts';
import { shared } from './shared.ts';

/** What the board says: it is there with the first view. */
export const first = { app, board, job, shared } as const;
