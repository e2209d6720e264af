/** What a job takes off the shelf: reserved when it is accepted, drawn when it is printed, given back when it is not. */
import type { JobId, JobStock, Stocked } from '@kyanos/contract';
import {
  amountText,
  chooseLot,
  decimal,
  DomainError,
  isOpen,
  type JobNeed,
  type JobState,
  type LotChoice,
  type Machine,
} from '@kyanos/core';
import type pg from 'pg';
import * as care from '../care/queries.ts';
import { inTransaction, type Db } from '../db.ts';
import { materialKeeping, today } from '../floor.ts';
import { noteChanges } from '../jobs/events.ts';
import { jobById } from '../jobs/queries.ts';
import { itemById } from '../shop/items.ts';
import { foresee, needFor } from './needs.ts';
import { act, fittedIn, jobEvents, lockAll, stockThere, undo, type Recording } from './queries.ts';
import { t } from '../texts/texts.ts';

interface Wanted {
  readonly need: JobNeed;
  /** As it stands in the plan. */
  readonly lot: string;
  readonly machineId: string;
  readonly name: string;
}

/** Undefined where nothing is known of it, be it that its plan can't be read: its state may be changed all the same. */
async function wantedBy(db: Db, jobId: string): Promise<Wanted | undefined> {
  try {
    const job = await jobById(db, jobId);
    const need = await needFor(db, job);
    const { lot, machine, name } = job.plan;
    return need && { need, lot, machineId: machine.id, name };
  } catch (error) {
    if (error instanceof DomainError) return undefined;
    throw error;
  }
}

/** The machine that a job is planned on; undefined if the shop has it no more. */
async function machineOf(db: Db, id: string): Promise<Machine | undefined> {
  try {
    return (await itemById(db, 'machine', id)).data;
  } catch (error) {
    if (error instanceof DomainError) return undefined;
    throw error;
  }
}

async function choiceFor(
  db: Db,
  jobId: string,
  { material }: JobNeed,
): Promise<LotChoice<Stocked>> {
  const { product, amount, width } = material;
  const keeping = await materialKeeping(db, product);
  const lots = await stockThere(db, 'material', product);
  return chooseLot(lots, { amount, jobId, width }, keeping, today());
}

/** Lots that a job has reserved, each with how much. */
const reservedBy = (items: readonly Stocked[], jobId: string) =>
  items.flatMap((item) => {
    const amount = item.reserved[jobId] ?? 0;
    return amount > 0 ? [{ item, amount }] : [];
  });

async function itemsOfJob(db: Db, jobId: string): Promise<Stocked[]> {
  const found = new Map((await jobEvents(db, jobId)).map(({ item }) => [item.id, item]));
  return [...found.values()];
}

async function release(db: Db, jobId: string, recording: Recording): Promise<string[]> {
  const notices: string[] = [];
  await lockAll(
    db,
    (await itemsOfJob(db, jobId)).map(({ id }) => id),
  );
  for (const { item, amount } of reservedBy(await itemsOfJob(db, jobId), jobId)) {
    await act(db, item.id, { act: 'reserved', jobId, amount: 0 }, recording);
    notices.push(
      t('stock.lotFreeAgain', {
        amount: amountText(amount, item.unit),
        item: item.name,
        lot: item.lot || item.code,
      }),
    );
  }
  return notices;
}

/**
 * Reserves what a job takes of its material, in the transaction it is called in: from that lot, from the one in its plan, or from
 * the one that is chosen for it. What it had reserved before is given back.
 */
export async function reserve(
  db: Db,
  jobId: string,
  itemId: string | null,
  recording: Recording,
): Promise<string[]> {
  const wanted = await wantedBy(db, jobId);
  if (!wanted) return [t('stock.nothingReservedYetPlates')];
  const { material } = wanted.need;
  const choice = await choiceFor(db, jobId, wanted.need);
  const inPlan = choice.offers.find(
    ({ item, free }) => wanted.lot !== '' && item.lot === wanted.lot && free >= material.amount,
  );
  const taken =
    itemId === null
      ? (inPlan ?? choice.chosen)
      : choice.offers.find(({ item }) => item.id === itemId);
  if (itemId !== null && !taken) throw new DomainError('STOCK_UNKNOWN');
  const before = (await itemsOfJob(db, jobId)).map(({ id }) => id);
  await lockAll(db, [...before, ...(taken ? [taken.item.id] : [])]);
  await release(db, jobId, recording);
  if (!taken) return [t('stock.noReserved', { material: material.name, reason: choice.reason })];
  await act(db, taken.item.id, { act: 'reserved', jobId, amount: material.amount }, recording);
  return [
    t('stock.reservedFromLotLeft', {
      amount: amountText(material.amount, material.unit),
      material: material.name,
      lot: taken.item.lot || taken.item.code,
      leftAfter: amountText(taken.leftAfter, material.unit),
    }),
  ];
}

/** Whether anything was drawn for it already. */
const drawsOf = async (db: Db, jobId: string) =>
  (await jobEvents(db, jobId)).filter(({ what }) => what.act === 'drawn');

/** What a machine said of a job, where it said something. */
async function reportedInk(db: Db, jobId: string): Promise<Record<string, number> | undefined> {
  const { rows } = await db.query<{ ml: Record<string, number> }>(
    `select data -> 'ml' as ml from job_report where job_id = $1::uuid order by reported_at desc, id desc limit 1`,
    [jobId],
  );
  return rows[0]?.ml;
}

/** Draws what a job took, in the transaction it is called in: ink as the machine reported it, else as it was estimated. */
async function draw(db: Db, jobId: string, recording: Recording): Promise<string[]> {
  const wanted = await wantedBy(db, jobId);
  if (!wanted) return [t('stock.nothingDrawnWhatJob')];
  const { need, machineId, name } = wanted;
  const notices: string[] = [];
  let [lot]: (Stocked | undefined)[] = reservedBy(await itemsOfJob(db, jobId), jobId).map(
    ({ item }) => item,
  );
  if (!lot) {
    const { chosen, offers } = await choiceFor(db, jobId, need);
    lot = (offers.find(({ item }) => wanted.lot !== '' && item.lot === wanted.lot) ?? chosen)?.item;
  }
  const fitted = await fittedIn(db, machineId);
  await lockAll(db, [...(lot ? [lot.id] : []), ...fitted.map(({ id }) => id)]);
  if (lot) {
    const { amount, unit } = need.material;
    const after = await act(
      db,
      lot.id,
      { act: 'drawn', amount, source: 'estimate', jobId },
      recording,
    );
    notices.push(
      t('stock.wereDrawnFromLot', {
        amount: amountText(amount, unit),
        material: need.material.name,
        lot: lot.lot || lot.code,
        left: amountText(after.left, unit),
      }),
    );
  } else notices.push(t('stock.noDrawnNoneShelf', { material: need.material.name }));

  const reported = await reportedInk(db, jobId);
  const source = reported ? ('report' as const) : ('estimate' as const);
  const used: Record<string, number> = {};
  for (const ink of need.inks) {
    const ml = reported?.[ink.channel] ?? ink.ml;
    used[ink.channel] = ml;
    const container = fitted.find((item) => item.fitted?.channel === ink.channel);
    if (container && ml > 0)
      await act(db, container.id, { act: 'drawn', amount: ml, source, jobId }, recording);
  }
  const machine = await machineOf(db, machineId);
  if (machine) {
    const spat = machine.inks.reduce((sum, ink) => sum + (ink.spitPerHour ?? 0), 0);
    const wasteMl = (spat * need.minutes) / 60;
    const { state } = await care.careOf(db, machine.id);
    const white = need.inks.some((ink) => ink.white && used[ink.channel] > 0);
    // Who prints white has fitted the heads, whether that was written down or not.
    if (white && state.heads === 'parked')
      await care.record(db, machine, { act: 'heads-fitted' }, recording);
    await care.record(
      db,
      machine,
      {
        act: 'printed',
        name: name.slice(0, 200),
        jobId,
        ml: used,
        wasteMl,
        minutes: need.minutes,
        source,
      },
      recording,
    );
  }
  if (need.inks.length > 0)
    notices.push(
      t('stock.inkDrawn', {
        rest: source === 'report' ? t('stock.machinesReport') : t('stock.estimate'),
        inks: need.inks
          .map(({ channel }) => `${channel} ${decimal(used[channel], 1)} mL`)
          .join(', '),
      }),
    );
  return notices;
}

/** Takes back what was drawn for a job, by events of their own; what can't be undone stays and is said. */
async function takeBack(db: Db, jobId: string, recording: Recording): Promise<string[]> {
  const notices: string[] = [];
  await lockAll(
    db,
    (await itemsOfJob(db, jobId)).map(({ id }) => id),
  );
  for (const { id, item } of (await drawsOf(db, jobId)).toReversed())
    try {
      await db.query('savepoint take_back');
      await undo(db, id, recording);
    } catch (error) {
      if (!(error instanceof DomainError)) throw error;
      await db.query('rollback to savepoint take_back');
      notices.push(
        t('stock.whatDrawnFromStays', { item: item.name, lot: item.lot, message: error.message }),
      );
    }
  for (const { id, machineId } of (await care.jobEvents(db, jobId)).toReversed())
    await care.undo(db, id, async () => (await itemById(db, 'machine', machineId)).data, recording);
  return notices.length > 0 ? notices : [t('stock.whatDrawnBackStock')];
}

const MADE: readonly JobState[] = ['done', 'delivered', 'closed'];
const TO_BE_MADE: readonly JobState[] = ['accepted', 'ready', 'printing'];

/** What a change of state does to the stock, in the transaction it is called in. Returns it in sentences. */
export async function onState(
  db: Db,
  jobId: JobId,
  was: JobState,
  now: JobState,
  recording: Recording,
): Promise<string[]> {
  if (was === now) return [];
  const drawn = (await drawsOf(db, jobId)).length > 0;
  if (MADE.includes(now)) return drawn ? [] : draw(db, jobId, recording);
  const notices = drawn ? await takeBack(db, jobId, recording) : [];
  if (now === 'cancelled' || (isOpen(now) && !TO_BE_MADE.includes(now)))
    return [...notices, ...(await release(db, jobId, recording))];
  const has = reservedBy(await itemsOfJob(db, jobId), jobId).length > 0;
  return has ? notices : [...notices, ...(await reserve(db, jobId, null, recording))];
}

/**
 * Moves a job on from one of some states, in the transaction it is called in, and the stock with it; in any other it stays where somebody
 * has put it. Returns what it did to the stock, in sentences.
 */
export async function moveJob(
  db: Db,
  jobId: JobId,
  from: readonly JobState[],
  now: JobState,
  recording: Recording,
): Promise<string[]> {
  const { rows } = await db.query<{ was: JobState }>(
    `update job set state = $2::text from (select id, state as was from job where id = $1::uuid for update) before
     where job.id = before.id and before.was = any ($3::text[]) returning was`,
    [jobId, now, from],
  );
  if (!rows[0]) return [];
  const { was } = rows[0];
  await noteChanges(db, jobId, recording.by, [{ what: 'state', was, now }]);
  return onState(db, jobId, was, now, recording);
}

/** A report came after a job was drawn by its estimate: what was drawn is put right. */
export async function redraw(db: Db, jobId: string, recording: Recording): Promise<void> {
  const draws = await drawsOf(db, jobId);
  if (
    draws.length === 0 ||
    draws.every(({ what }) => what.act === 'drawn' && what.source === 'report')
  )
    return;
  await takeBack(db, jobId, recording);
  await draw(db, jobId, recording);
}

export async function jobStock(db: Db, jobId: JobId): Promise<JobStock> {
  const wanted = await wantedBy(db, jobId);
  const events = await jobEvents(db, jobId);
  const items = [...new Map(events.map(({ item }) => [item.id, item])).values()];
  const reserved = reservedBy(items, jobId).map(({ item, amount }) => ({
    code: item.code,
    lot: item.lot,
    amount,
    unit: item.unit,
  }));
  const drawn = events.flatMap(({ what, item }) =>
    what.act === 'drawn'
      ? [
          {
            code: item.code,
            name: item.name,
            amount: what.amount,
            unit: item.unit,
            source: what.source,
          },
        ]
      : [],
  );
  if (!wanted)
    return {
      need: null,
      reason: t('stock.whatTakesKnownOnce'),
      lots: [],
      reserved,
      drawn,
    };
  const { need } = wanted;
  const choice = await choiceFor(db, jobId, need);
  const fitted = await fittedIn(db, wanted.machineId);
  return {
    need: {
      material: need.material,
      inks: need.inks.map(({ channel, name, ml }) => {
        const container = fitted.find((item) => item.fitted?.channel === channel);
        return {
          channel,
          name,
          ml,
          code: container?.code ?? null,
          left: container?.left ?? null,
          leftAfter: container ? container.left - ml : null,
        };
      }),
    },
    reason: choice.reason,
    lots: choice.offers.map((offer) => ({
      item: offer.item,
      age: offer.age,
      free: offer.free,
      leftAfter: offer.leftAfter,
      against: offer.against ?? null,
      chosen: offer === choice.chosen,
    })),
    reserved,
    drawn,
  };
}

/** Plates of an artwork are built: what its jobs take is worked out, and those that were accepted before reserve it now. */
export async function reserveWaiting(pool: pg.Pool, buildId: string): Promise<void> {
  const { rows } = await pool.query<{ id: JobId; waits: boolean }>(
    `select h.job_id as id, j.state = any ($2::text[])
            and not exists (select from stock_event e where e.job_id = j.id and e.holds) as waits
     from plate_build b join job_head h on h.artwork_id = b.artwork_id join job j on j.id = h.job_id
     where b.id = $1::uuid and b.state = 'done'`,
    [buildId, TO_BE_MADE],
  );
  for (const { id, waits } of rows) {
    await foresee(pool, id);
    if (!waits) continue;
    await inTransaction(pool, (db) => reserve(db, id, null, { by: 'Kyanos' })).catch(
      (error: unknown) => {
        if (!(error instanceof DomainError)) throw error;
      },
    );
  }
}
