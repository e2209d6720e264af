/** Whatever is killed, and in the middle of whatever: what was acknowledged is there, and nothing stands still. */
import { randomUUID } from 'node:crypto';
import {
  encodePlan,
  type Job,
  type PlateBuild,
  type PlateExport,
  type ReportsTaken,
  type Stocked,
  type StoredReport,
  type StockHistoryEntry,
} from '@kyanos/contract';
import { seededRandom } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { amount, PACE_S, SEED, seconds } from './amounts.ts';
import { film } from './film.ts';
import { Installation, VICTIMS, type Victim } from './installation.ts';

const KILLS = amount(4, 100);
const { plan, draw } = DEMO_JOBS.find(({ id }) => id === 'orchard-label')!;

let shop: Installation;
beforeAll(async () => {
  shop = await Installation.start();
});
afterAll(() => shop.remove());

/** Somebody at work until they are told to stop; `acknowledged` is what the server said yes to. */
abstract class Person<T> {
  readonly acknowledged: T[] = [];
  /** Before anything is killed. */
  begin(): Promise<unknown> {
    return Promise.resolve();
  }
  abstract once(turn: number): Promise<void>;
  abstract lost(): Promise<readonly T[]>;

  async work(stopped: AbortSignal): Promise<void> {
    for (let turn = 0; !stopped.aborted; turn++) {
      await this.once(turn);
      await seconds(PACE_S);
    }
  }
}

/** Saves a job again and again, and leaves it with a name that tells which time it was. */
class Saver extends Person<string> {
  #job!: Job;
  override async begin() {
    this.#job = await shop.client.post<Job>('/jobs', { plan: encodePlan(plan), artworkId: null });
  }
  async once(turn: number) {
    const name = `Saved for the ${turn}th time`;
    const body = { base: this.#job.version, artworkId: null, plan: encodePlan({ ...plan, name }) };
    const answer = await shop.client.insist<Job>('PUT', `/jobs/${this.#job.id}`, { body });
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    this.#job = answer.body;
    this.acknowledged.push(name);
  }
  async lost() {
    const rows = await shop.query<{ name: string }>(
      `select plan ->> 'name' as name from job_version where job_id = $1 order by version`,
      [this.#job.id],
    );
    const kept = rows.map(({ name }) => name).slice(1);
    expect(new Set(kept).size, 'a save that was carried out twice').toBe(kept.length);
    return this.acknowledged.filter((name) => !kept.includes(name));
  }
}

/** Takes from a lot again and again. */
class Storekeeper extends Person<number> {
  #lot!: Stocked;
  override async begin() {
    const received = film(plan.material.id, 10_000);
    [this.#lot] = await shop.client.post<Stocked[]>('/stock/items', { received });
  }
  async once(turn: number) {
    const taken = ((turn % 9) + 1) / 100;
    const body = { act: 'drawn', amount: taken, source: 'hand' };
    this.#lot = await shop.client.post<Stocked>(`/stock/items/${this.#lot.id}/events`, body);
    this.acknowledged.push(taken);
  }
  async lost() {
    const events: StockHistoryEntry[] = [];
    for (let before: string | undefined; ; before = String(events.at(-1)!.id)) {
      const page = await shop.client.get<StockHistoryEntry[]>(
        `/stock/events?item=${this.#lot.id}&limit=500${before ? `&before=${before}` : ''}`,
      );
      events.push(...page);
      if (page.length < 500) break;
    }
    const drawn = events.flatMap(({ what }) => (what.act === 'drawn' ? [what.amount] : []));
    expect(drawn.length, 'drawn twice, or never').toBe(this.acknowledged.length);
    const sum = (list: readonly number[]) =>
      list.reduce((all, one) => all + Math.round(one * 100), 0);
    const { left } = await shop.client.get<Stocked>(`/stock/codes/${this.#lot.code}`);
    expect(Math.round(left * 100)).toBe(1_000_000 - sum(drawn));
    return this.acknowledged.filter((one, at) => drawn.at(-1 - at) !== one);
  }
}

/** Brings files, has them read, their plates built and their files made; each is a little different. */
class Planner extends Person<string> {
  readonly #name = randomUUID();
  async once(turn: number) {
    const bytes = Buffer.concat([await draw(), Buffer.from(`\n% ${this.#name} ${turn}\n`)]);
    const file = await shop.client.upload(bytes);
    this.acknowledged.push(file.sha256);
    const artwork = await shop.client.rip(file.id, 60 + (turn % 40));
    const body = { plan: encodePlan(plan) };
    const at = `/artworks/${artwork.id}`;
    await shop.client.worked<PlateBuild>(`${at}/plates`, body, (id) => `/plates/${id}`);
    const made = await shop.client.worked<PlateExport>(
      `${at}/export`,
      body,
      (id) => `/exports/${id}`,
    );
    const packed = await shop.client.get<Uint8Array>(`/exports/${made.id}/plates.zip`);
    expect(packed.length).toBe(made.bytes);
    expect(Buffer.from(packed.subarray(0, 2)).toString()).toBe('PK');
  }
  async lost() {
    const rows = await shop.query<{ sha256: string }>(
      `select encode(sha256, 'hex') as sha256 from file`,
    );
    const kept = new Set(rows.map(({ sha256 }) => sha256));
    return this.acknowledged.filter((one) => !kept.has(one));
  }
}

/** Hands in what the machine told of a job. */
class Reporter extends Person<string> {
  override async begin() {
    const { id } = await shop.client.upload(await draw());
    const artwork = await shop.client.rip(id, 60);
    const body = { plan: encodePlan({ ...plan, name: 'Reported' }) };
    await shop.client.worked<PlateBuild>(
      `/artworks/${artwork.id}/plates`,
      body,
      (one) => `/plates/${one}`,
    );
    await shop.client.post('/jobs', { ...body, artworkId: artwork.id });
  }
  async once(turn: number) {
    const minutes = String(1000 + turn);
    const text = `job,finished,minutes,C,W\nReported,2026-11-20,${minutes},8,25\n`;
    const { taken } = await shop.client.post<ReportsTaken>(`/machines/${plan.machine.id}/reports`, {
      text,
    });
    expect(taken).toBe(1);
    this.acknowledged.push(minutes);
  }
  async lost() {
    const kept = await shop.client.get<StoredReport[]>(`/machines/${plan.machine.id}/reports`);
    const times = kept.map(({ report }) => String(report.minutes));
    expect(new Set(times).size, 'a report that was taken twice').toBe(times.length);
    return this.acknowledged.filter((one) => !times.includes(one));
  }
}

describe(`${KILLS} times something is killed`, () => {
  it('while people save, read files, build, export, move stock and report: nothing acknowledged is lost, no work stands still, no file is left', async () => {
    const random = seededRandom(SEED);
    const people = [
      new Saver(),
      new Saver(),
      new Storekeeper(),
      new Planner(),
      new Planner(),
      new Reporter(),
    ];
    await Promise.all(people.map((one) => one.begin()));
    const stop = new AbortController();
    const working = people.map((one) => one.work(stop.signal));
    const failed = Promise.race(
      working.map((one) => one.then(() => new Promise<never>(() => undefined))),
    );
    const count: Record<Victim, number> = { web: 0, worker: 0, interpreter: 0, postgres: 0 };

    const killing = async () => {
      for (let killed = 0; killed < KILLS && !stop.signal.aborted;) {
        const victim = VICTIMS[killed % VICTIMS.length];
        // Short enough that work is in the middle, and now and then long enough that it ends.
        await seconds(0.3 + 5 * random() ** 2);
        const end = Date.now() + 20_000;
        while (!shop.kill(victim, random)) {
          if (Date.now() > end) throw new Error(`There was no ${victim} for 20 s.`);
          await seconds(0.05);
        }
        count[victim]++;
        killed++;
        if (victim !== 'interpreter') await shop.recovered();
      }
    };
    await Promise.race([killing(), failed]).finally(() => stop.abort());
    await Promise.all(working);

    await expect.poll(() => shop.unfinished(), { interval: 500 }).toEqual([]);
    for (const one of people) {
      expect(one.acknowledged.length, one.constructor.name).toBeGreaterThan(0);
      expect(await one.lost(), one.constructor.name).toEqual([]);
    }
    const { surprises, numbers } = shop.client;
    expect(surprises, shop.told(numbers).join('\n')).toEqual([]);
    expect(await shop.end()).toBe(0);
    expect(shop.leftFiles()).toEqual([]);
    const all = people.reduce((sum, one) => sum + one.acknowledged.length, 0);
    console.log(`${all} acknowledged writes, killed: ${JSON.stringify(count)}`);
  });
});
