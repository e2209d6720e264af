/** Hears from the server when work in the background is further. */
import { API } from '@kyanos/contract';

/** Asked again after so long in any case: an event may be lost on the way. */
const PATIENCE_MS = 3000;
/** And so often where the server can't be heard. */
const POLL_MS = 400;
/** A browser has few connections for all its tabs: one that nobody waits at is given back. */
const IDLE_MS = 5000;

let source: EventSource | undefined;
let idle: ReturnType<typeof setTimeout> | undefined;
const waiting = new Map<string, Set<() => void>>();
/** When each piece of work was heard of last. */
const heard = new Map<string, number>();

function listen(): void {
  clearTimeout(idle);
  if (source || typeof EventSource === 'undefined') return;
  source = new EventSource(`/api${API.getEvents.path}`);
  source.addEventListener('work', ({ data }: MessageEvent<string>) => {
    heard.set(data, performance.now());
    for (const go of waiting.get(data) ?? []) go();
  });
}

function leave(): void {
  source?.close();
  source = undefined;
  heard.clear();
}

/** Resolves once the work is further than it was at `since` (of `performance.now`), or may be. */
export function further(id: string, since: number): Promise<void> {
  listen();
  return new Promise((done) => {
    const all = waiting.get(id) ?? new Set();
    const go = () => {
      clearTimeout(timer);
      all.delete(go);
      if (all.size === 0) waiting.delete(id);
      if (waiting.size === 0) {
        clearTimeout(idle);
        idle = setTimeout(leave, IDLE_MS);
      }
      done();
    };
    const open = source !== undefined && source.readyState === source.OPEN;
    const timer = setTimeout(go, open ? PATIENCE_MS : POLL_MS);
    waiting.set(id, all.add(go));
    if ((heard.get(id) ?? -Infinity) > since) go();
  });
}
