import { describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();

/** Ids that are told, as they come. */
async function* told(signal: AbortSignal): AsyncGenerator<string> {
  const response = await fetch(`${served.base}/events`, { signal });
  expect(response.headers.get('content-type')).toContain('text/event-stream');
  let text = '';
  for await (const part of response.body!.pipeThrough(new TextDecoderStream())) {
    text += part;
    const events = text.split('\n\n');
    text = events.pop()!;
    for (const event of events) {
      const id = /^event: work\ndata: (.*)$/.exec(event)?.[1];
      if (id) yield id;
    }
  }
}

describe('the events of work', () => {
  it('tell whoever listens that a file is further, also after the database was away', async () => {
    const stop = new AbortController();
    const heard: string[] = [];
    const listening = (async () => {
      for await (const id of told(stop.signal)) heard.push(id);
    })().catch((error: unknown) => {
      if (!stop.signal.aborted) throw error;
    });
    const file = await served.upload(await demo('kraft-tag').draw());
    const first = await served.rip(file.body.id, 72);
    expect(heard).toContain(first.id);

    const { pool } = served.database;
    await pool.query(
      `select pg_terminate_backend(pid) from pg_stat_activity
       where datname = current_database() and query = 'listen work'`,
    );
    await expect
      .poll(
        async () =>
          (
            await pool.query(
              `select from pg_stat_activity where datname = current_database() and query = 'listen work'`,
            )
          ).rowCount,
      )
      .toBe(1);
    const second = await served.rip(file.body.id, 80);
    expect(heard).toContain(second.id);
    stop.abort();
    await listening;
  });
});
