import { API } from '@kyanos/contract';
import { Router } from 'express';
import { on } from '../route.ts';
import type { WorkEvents } from './workEvents.ts';

/** A line now and then, so that nothing on the way takes the silence for the end, and a session that ended is noticed. */
const BEAT_MS = 10_000;

/** Server-sent events (HTML Living Standard, section 9.2). */
export function eventRoutes(events: WorkEvents): Router {
  const router = Router();

  on(router, API.getEvents, (_given, { res }, req) => {
    // Not to be packed: a line has to go out at once.
    res.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    res.flushHeaders();
    res.write('retry: 1000\n\n');
    const leave = events.subscribe((id) => void res.write(`event: work\ndata: ${id}\n\n`));
    const goOn = async () => {
      if (await req.asker!.stillHere()) res.write(': still here\n\n');
      // Whoever has signed out hears nothing more.
      else res.end();
    };
    // A database that is away for a moment ends nothing.
    const beat = setInterval(() => void goOn().catch(() => undefined), BEAT_MS);
    res.on('close', () => {
      leave();
      clearInterval(beat);
    });
  });

  return router;
}
