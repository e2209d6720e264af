/** What care says: each machine as it stands, runs of procedures, keep or flush. */
import { randomUUID } from 'node:crypto';
import type { DueOnWire, MachineCare, RunId, RunState, LogbookEntry } from '@kyanos/contract';
import {
  DomainError,
  effectOf,
  inkProductOf,
  money,
  procedureMl,
  PROCEDURES,
  proceduresFor,
  productKey,
  runFrom,
  settling,
  term,
  times,
  total,
  USUAL_CARE,
  USUAL_SETTLING,
  WHITE_USE,
  type CareAct,
  type CareDue,
  type CareEvent,
  type Machine,
  type MissingNozzle,
  type Procedure,
  type Product,
  type Working,
} from '@kyanos/core';
import type pg from 'pg';
import { aside } from '../aside/aside.ts';
import type { Db } from '../db.ts';
import { dueOn, products, today } from '../floor.ts';
import { itemById, itemsOf } from '../shop/items.ts';
import { shopOf } from '../shop/queries.ts';
import { comingJobs } from '../stock/needs.ts';
import { act as actOnStock, fittedIn, type Recording } from '../stock/queries.ts';
import { quoteChance } from '../stock/service.ts';
import { careOf, daysOf, runEvents, record, whiteSince, whitesOf } from './queries.ts';
import { settingOf } from '../settings/queries.ts';
import { t } from '../texts/texts.ts';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

export const activeMachines = async (db: Db): Promise<Machine[]> =>
  (await itemsOf(db, 'machine'))
    .filter(({ standing }) => standing === 'active')
    .map(({ data }) => data);

export interface KnownProcedure {
  readonly id: string;
  readonly own: boolean;
  readonly builtIn: boolean;
  readonly procedure: Procedure;
}

/** The built-in ones, the shop's own in their place where there is one, and those that only the shop has. */
export async function procedures(db: Db): Promise<readonly KnownProcedure[]> {
  const own = (await itemsOf(db, 'procedure')).filter(({ standing }) => standing === 'active');
  return [
    ...Object.entries(PROCEDURES).map(([id, procedure]) => {
      const changed = own.find((item) => item.id === id);
      return {
        id,
        own: changed !== undefined,
        builtIn: true,
        procedure: changed?.data ?? procedure,
      };
    }),
    ...own
      .filter(({ id }) => !Object.hasOwn(PROCEDURES, id))
      .map(({ id, data }) => ({ id, own: true, builtIn: false, procedure: data })),
  ];
}

const byId = (known: readonly KnownProcedure[]): Readonly<Record<string, Procedure>> =>
  Object.fromEntries(known.map(({ id, procedure }) => [id, procedure]));

export const workingOnWire = (working: Working) => ({ ...working, terms: [...working.terms] });
export const dueOnWire = ({ working, ...due }: CareDue): DueOnWire => ({
  ...due,
  ...(working && { working: workingOnWire(working) }),
});

async function machineCare(
  db: Db,
  machine: Machine,
  known: readonly Product[],
  kept: Readonly<Record<string, Procedure>>,
): Promise<MachineCare> {
  const { state } = await careOf(db, machine.id);
  const fitted = await fittedIn(db, machine.id);
  const figures = machine.care ?? USUAL_CARE;
  const white = machine.inks.find(({ role }) => role === 'white');
  const rest =
    state.whiteMovedAt === undefined
      ? undefined
      : (Date.now() - Date.parse(state.whiteMovedAt)) / HOUR_MS;
  return {
    id: machine.id,
    name: machine.name,
    kind: machine.kind,
    white: white !== undefined,
    state: {
      ...state,
      filled: { ...state.filled },
      running: [...state.running],
    } as MachineCare['state'],
    wasteHolds: figures.wasteMl,
    nozzles: figures.nozzles,
    school: figures.school,
    inks: machine.inks.map(({ channel, name, role, rows = 1, container }) => {
      const inside = fitted.find((item) => item.fitted?.channel === channel) ?? null;
      return {
        channel,
        name,
        role,
        rows,
        holdsMl: inside?.size ?? container?.ml ?? null,
        leftMl: inside?.left ?? null,
        container: inside,
      };
    }),
    movesSlot: machine.whiteSlot !== undefined,
    due: (await dueOn(db, machine, known)).map(dueOnWire),
    procedures: [...proceduresFor(machine, kept)],
    settling:
      white && rest !== undefined
        ? workingOnWire(
            settling(white.settling ?? USUAL_SETTLING, rest, white.settling === undefined),
          )
        : null,
    whiteTwoWeeksMl: await whiteSince(
      db,
      machine,
      new Date(Date.now() - 14 * DAY_MS).toISOString(),
    ),
  };
}

export async function allCare(db: Db): Promise<MachineCare[]> {
  const known = await products(db);
  const kept = byId(await procedures(db));
  const list: MachineCare[] = [];
  for (const machine of await activeMachines(db))
    list.push(await machineCare(db, machine, known, kept));
  return list;
}

export async function allDue(db: Db) {
  const known = await products(db);
  const list: (DueOnWire & { machine: string; name: string })[] = [];
  for (const machine of await activeMachines(db))
    for (const due of await dueOn(db, machine, known))
      list.push({ ...dueOnWire(due), machine: machine.id, name: machine.name });
  return list;
}

/** Ink that care has drawn from the white container, where one is fitted. */
async function drawForCare(
  db: Db,
  machine: Machine,
  ml: number,
  recording: Recording,
): Promise<void> {
  if (ml <= 0) return;
  const whites = whitesOf(machine);
  const container = (await fittedIn(db, machine.id)).find(({ fitted }) =>
    whites.includes(fitted!.channel),
  );
  if (container)
    await actOnStock(db, container.id, { act: 'drawn', amount: ml, source: 'care' }, recording);
}

/** Writes down what was done, in the transaction it is called in; what it drew is drawn. */
export async function writeLogbook(
  db: Db,
  machineId: string,
  what: CareAct,
  recording: Recording,
): Promise<LogbookEntry> {
  const { data: machine } = await itemById(db, 'machine', machineId);
  const entry = await record(db, machine, what, recording);
  if (what.act === 'cleaned' || what.act === 'filled')
    await drawForCare(db, machine, what.ml, recording);
  return entry;
}

interface Running {
  readonly machine: Machine;
  readonly procedureId: string;
  readonly procedure: Procedure;
  readonly events: readonly CareEvent[];
}

async function running(db: Db, run: string): Promise<Running> {
  const events = await runEvents(db, run);
  const started = events.find(({ what }) => what.act === 'run-started');
  if (started?.what.act !== 'run-started') throw new DomainError('RUN_UNKNOWN');
  const { procedure: procedureId } = started.what;
  const kept = byId(await procedures(db));
  const procedure = kept[procedureId];
  if (!procedure)
    throw new DomainError(
      'PROCEDURE_UNKNOWN',
      t('care.shopHasProcedureNo', { what: started.what.title }),
    );
  const { data: machine } = await itemById(db, 'machine', started.machineId);
  return { machine, procedureId, procedure, events };
}

function runOnWire({ machine, procedureId, procedure, events }: Running, id: string): RunState {
  const run = runFrom(events, id, procedure.steps.length);
  return {
    id: id as RunId,
    machine: { id: machine.id, name: machine.name },
    procedureId,
    procedure: procedure as RunState['procedure'],
    startedAt: run.startedAt,
    startedBy: run.startedBy,
    steps: run.steps.map((step) => ({ ...step, wrote: { ...step.wrote } })),
    at: run.at,
    ...(run.ended && { ended: run.ended }),
    now: new Date().toISOString(),
  };
}

export const runState = async (db: Db, run: string): Promise<RunState> =>
  runOnWire(await running(db, run), run);

/** In the transaction it is called in. @throws DomainError `PROCEDURE_UNKNOWN` */
export async function startRun(
  db: Db,
  machineId: string,
  procedureId: string,
  recording: Recording,
): Promise<RunState> {
  const { data: machine } = await itemById(db, 'machine', machineId);
  const procedure = byId(await procedures(db))[procedureId];
  if (!procedure) throw new DomainError('PROCEDURE_UNKNOWN');
  const run = randomUUID();
  await record(
    db,
    machine,
    { act: 'run-started', run, procedure: procedureId, title: procedure.title },
    recording,
  );
  return runState(db, run);
}

/** Whoever changes a run takes turns; one that has ended stays as it is. */
async function open(db: Db, run: string): Promise<Running & { readonly ended: boolean }> {
  await db.query('select pg_advisory_xact_lock(hashtextextended($1::text, 2))', [run]);
  const found = await running(db, run);
  return { ...found, ended: found.events.some(({ what }) => what.act === 'run-ended') };
}

function stepOf({ procedure }: Running, step: number) {
  const found = procedure.steps[step];
  if (!found)
    throw new DomainError(
      'RUN_UNKNOWN',
      t('care.procedureHasSteps', { n: procedure.steps.length }),
    );
  return found;
}

/** In the transaction it is called in. A timer that runs is not started again. */
export async function startTimer(
  db: Db,
  run: string,
  step: number,
  recording: Recording,
): Promise<RunState> {
  const found = await open(db, run);
  stepOf(found, step);
  const { steps } = runFrom(found.events, run, found.procedure.steps.length);
  if (!found.ended && steps[step].timerAt === undefined && steps[step].doneAt === undefined)
    await record(db, found.machine, { act: 'run-timer', run, step }, recording);
  return runState(db, run);
}

/** In the transaction it is called in. A step that is ticked stays as it is, so that a tick may be sent twice. */
export async function tickStep(
  db: Db,
  run: string,
  step: number,
  {
    wrote,
    missing,
  }: { wrote: Record<string, string | number>; missing?: readonly MissingNozzle[] | undefined },
  recording: Recording,
): Promise<RunState> {
  const found = await open(db, run);
  const { machine, procedure } = found;
  const wanted = stepOf(found, step);
  const state = runFrom(found.events, run, procedure.steps.length);
  if (found.ended || state.steps[step].doneAt !== undefined) return runState(db, run);
  const minutes = (Date.now() - Date.parse(state.startedAt)) / 60_000;
  const effect = effectOf(wanted, {
    machine,
    care: (await careOf(db, machine.id)).state,
    missing: missing ?? [],
    wrote,
    procedure,
    minutes,
  });
  await record(db, machine, { act: 'run-step', run, step, wrote }, recording);
  if (effect) await record(db, machine, effect, { ...recording, run });
  return runState(db, run);
}

/** In the transaction it is called in: finished if every step is ticked, else stopped. What it drew is drawn. */
export async function endRun(db: Db, run: string, recording: Recording): Promise<RunState> {
  const found = await open(db, run);
  if (found.ended) return runState(db, run);
  const { machine, procedure } = found;
  const state = runFrom(found.events, run, procedure.steps.length);
  const finished = state.at === procedure.steps.length;
  const cleaned = procedure.steps.reduce(
    (sum, { effect }, i) =>
      sum + (effect === 'cleaned' ? Number(state.steps[i].wrote.ml ?? 0) || 0 : 0),
    0,
  );
  const ml = finished ? procedureMl(procedure, machine) + cleaned : cleaned;
  const minutes = Math.min(100_000, (Date.now() - Date.parse(state.startedAt)) / 60_000);
  await record(
    db,
    machine,
    { act: 'run-ended', run, finished, minutes: Math.round(minutes * 10) / 10, ml },
    recording,
  );
  const flushes = procedure.steps.some(({ effect }) => effect === 'flushed');
  if (!flushes) await drawForCare(db, machine, ml, recording);
  return runState(db, run);
}

/** Weeks that are looked back on, and ahead. */
const PAST_WEEKS = 12;
const COMING_WEEKS = 12;

export async function whiteForecastOf(pool: pg.Pool, machineId: string) {
  const { data: machine } = await itemById(pool, 'machine', machineId);
  const { prices } = await shopOf(pool);
  const day = today();
  const since = new Date(Date.now() - PAST_WEEKS * 7 * DAY_MS);
  const days = await daysOf(pool, machine.id, since.toISOString());
  const past = Array.from({ length: PAST_WEEKS }, () => ({ ml: 0, jobs: 0 }));
  let [careMl, careMinutes] = [0, 0];
  for (const one of days) {
    const week = Math.floor((Date.parse(one.day) - since.getTime()) / (7 * DAY_MS));
    careMl += one.careMl;
    careMinutes += one.careMinutes;
    if (week < 0 || week >= PAST_WEEKS || one.whiteMl === 0) continue;
    past[week].ml += one.whiteMl;
    past[week].jobs += one.jobs;
  }
  const chance = await quoteChance(pool);
  const { jobs, notCounted } = await comingJobs(pool);
  const white = jobs.flatMap(({ name, state, due, need, machineId: on }) => {
    const ml = need.inks.filter((ink) => ink.white).reduce((sum, ink) => sum + ink.ml, 0);
    return on === machineId && ml > 0
      ? [
          {
            name,
            ml,
            due: due?.slice(0, 10) ?? null,
            chance: state === 'quoted' ? chance : 1,
          },
        ]
      : [];
  });
  const ink = machine.inks.find(({ role }) => role === 'white');
  const product = (await products(pool)).find(
    ({ key }) => ink && key === productKey('ink', inkProductOf(machine, ink)),
  );
  const {
    weeks: _weeks,
    containers: _containers,
    ...stated
  } = (await settingOf(pool, 'white-use')) ?? {};
  const use = {
    ...WHITE_USE,
    ...(machine.care && { movingMl: machine.care.movingMl / 2 }),
    ...(machine.fitting && {
      swapMinutes: machine.fitting.minutes,
      swapMl: machine.fitting.lossMl,
      swapFluid: machine.fitting.cleaning,
    }),
    ...stated,
    ...(product?.keeping.openWeeks !== undefined && { openWeeks: product.keeping.openWeeks }),
    containers: (product?.supply.sizes ?? []).map(({ amount, price }) => ({ ml: amount, price })),
    labourRate: prices.labourRate,
    currency: prices.currency,
  };
  const forecast = await aside('white', {
    jobs: white,
    past,
    today: day,
    weeks: COMING_WEEKS,
    use,
    parks: machine.care?.school === 'parking',
  });
  const perMl = (ink?.pricePerLitre ?? 0) / 1000;
  const inkCost = money(careMl * perMl, prices.currency);
  const labour = times(money(prices.labourRate, prices.currency), careMinutes / 60);
  const cost = total(prices.currency, [inkCost, labour]);
  return {
    says: forecast.says,
    weeks: forecast.weeks.map((week) => ({ ...week })),
    past,
    choices: forecast.choices.map(({ id, name, says, total: sum, working }) => ({
      id,
      name,
      says,
      total: sum,
      cheapestIn: forecast.cheapestIn[id] ?? 0,
      working: workingOnWire(working),
    })),
    spent: {
      weeks: PAST_WEEKS,
      minutes: careMinutes,
      ml: careMl,
      cost,
      working: {
        label: t('care.careWhiteWeeks', { weeks: PAST_WEEKS }),
        value: cost.minor / 100,
        unit: prices.currency,
        formula: t('care.inkDrawnCarePrice'),
        terms: [
          term(t('care.inkDrawnCare'), careMl, 'mL', t('care.fromLogbook')),
          term(t('care.priceWhite'), perMl / 100, `${prices.currency}/mL`, machine.name),
          term(t('care.minutes'), careMinutes, 'min', t('care.fromLogbook')),
          term(
            t('care.labour'),
            prices.labourRate / 100,
            `${prices.currency}/h`,
            t('care.priceList'),
          ),
        ],
      },
    },
    jobs: white,
    notCounted: [...notCounted],
  };
}
