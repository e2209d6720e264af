/** Hears from the server when work in the background is further. */
import { API } from '@kyanos/contract';

/** Asked again after so long in any case: an event may be lost on the way. */
const PATIENCE_MS = 3000;
/** And so often where the server can't be heard. */
const POLL_MS = 400;

let source: EventSource | undefined;
const waiting = new Map<string, Set<() => void>>();
/** When each piece of work was heard of last. */
const heard = new Map<string, number>();
const MOST_HEARD = 500;

function listen(): void {
  if (source || typeof EventSource === 'undefined') return;
  source = new EventSource(`/api${API.getEvents.path}`);
  source.addEventListener('work', ({ data }: MessageEvent<string>) => {
    heard.delete(data);
    heard.set(data, performance.now());
    if (heard.size > MOST_HEARD) heard.delete(heard.keys().next().value!);
    for (const go of waiting.get(data) ?? []) go();
  });
}

/** Resolves once the work is further than it was at `since` (of `performance.now`), or may be. */
export function further(id: string, since: number): Promise<void> {
  listen();
  if ((heard.get(id) ?? 0) > since) return Promise.resolve();
  const open = source !== undefined && source.readyState === source.OPEN;
  return new Promise((done) => {
    const all = waiting.get(id) ?? new Set();
    const go = () => {
      clearTimeout(timer);
      all.delete(go);
      if (all.size === 0) waiting.delete(id);
      done();
    };
    const timer = setTimeout(go, open ? PATIENCE_MS : POLL_MS);
    waiting.set(id, all.add(go));
  });
}
