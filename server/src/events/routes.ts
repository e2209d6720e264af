import { API } from '@kyanos/contract';
import { Router } from 'express';
import { on } from '../route.ts';
import type { WorkEvents } from './workEvents.ts';

/** A line now and then, so that nothing on the way takes the silence for the end. */
const BEAT_MS = 20_000;

/** Server-sent events (HTML Living Standard, section 9.2). */
export function eventRoutes(events: WorkEvents): Router {
  const router = Router();

  on(router, API.getEvents, (_given, { res }) => {
    // Not to be packed: a line has to go out at once.
    res.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    res.flushHeaders();
    res.write('retry: 1000\n\n');
    const leave = events.subscribe((id) => void res.write(`event: work\ndata: ${id}\n\n`));
    const beat = setInterval(() => res.write(': still here\n\n'), BEAT_MS);
    res.on('close', () => {
      leave();
      clearInterval(beat);
    });
  });

  return router;
}
