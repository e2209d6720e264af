/** What the floor says beside a plan: the state of its machine, and what lies on the shelf of its material. */
import {
  careDue,
  inkProductOf,
  planningState,
  productKey,
  productsOf,
  chooseLot,
  UNKNOWN_STATE,
  dayText,
  type CareDue,
  type Keeping,
  type Machine,
  type PrintPlan,
  type MachineState,
  type Product,
} from '@kyanos/core';
import type { Stocked } from '@kyanos/contract';
import { careOf, record, whiteSince } from './care/queries.ts';
import type { Db } from './db.ts';
import { settingOf } from './settings/queries.ts';
import { itemsOf } from './shop/items.ts';
import { act, fittedIn, receive, stockThere, type Recording } from './stock/queries.ts';
import { t } from './texts/texts.ts';

export const today = (): string => dayText(new Date());

const inUse = async <K extends 'machine' | 'material'>(db: Db, kind: K) =>
  (await itemsOf(db, kind)).flatMap(({ standing, data }) => (standing === 'active' ? [data] : []));

/** What a shop keeps, as it says today. */
export async function products(db: Db): Promise<readonly Product[]> {
  return productsOf(
    await inUse(db, 'machine'),
    await inUse(db, 'material'),
    (await settingOf(db, 'supply')) ?? {},
  );
}

/** How long each thing keeps. */
export function keepingIn(known: readonly Product[]) {
  const by = new Map(known.map((product) => [product.key, product.keeping]));
  return ({ kind, product }: Pick<Stocked, 'kind' | 'product'>) =>
    by.get(productKey(kind, product)) ?? {};
}

/** How long a material keeps; nothing is known of one that the shop keeps no more. */
export async function materialKeeping(db: Db, id: string): Promise<Keeping> {
  const known = productsOf([], await inUse(db, 'material'), {});
  return keepingIn(known)({ kind: 'material', product: id });
}

/** What is left in the fitted containers, by channel. */
const leftIn = (fitted: readonly Stocked[]): Record<string, number> =>
  Object.fromEntries(fitted.map(({ fitted: place, left }) => [place!.channel, left]));

const TWO_WEEKS_MS = 14 * 24 * 3_600_000;

/** What is due on a machine now. */
export async function dueOn(
  db: Db,
  machine: Machine,
  known: readonly Product[],
): Promise<readonly CareDue[]> {
  const now = new Date();
  return careDue({
    machine,
    care: (await careOf(db, machine.id)).state,
    fitted: await fittedIn(db, machine.id),
    keeping: keepingIn(known),
    whiteTwoWeeksMl: await whiteSince(
      db,
      machine,
      new Date(now.getTime() - TWO_WEEKS_MS).toISOString(),
    ),
    now: now.toISOString(),
  });
}

/** Acts of care that only printing white asks for. */
const OF_WHITE: readonly CareDue['code'][] = ['agitate', 'stood', 'pattern', 'missing-nozzles'];

/** The state of a machine, as it is planned with. */
export async function stateOf(
  db: Db,
  machine: Machine,
): Promise<{ readonly state: MachineState; readonly revision: number }> {
  const { state, revision } = await careOf(db, machine.id);
  return { state: planningState(state, leftIn(await fittedIn(db, machine.id))), revision };
}

/**
 * The state of a machine with the shelf of a material and what is due, as a job is planned with them.
 * @param jobId what it has reserved is its own
 */
export async function floorFor(
  db: Db,
  machine: Machine,
  materialId: string,
  jobId?: string,
): Promise<{ readonly state: MachineState; readonly revision: number }> {
  const { state, revision } = await stateOf(db, machine);
  const known = await products(db);
  const due = (await dueOn(db, machine, known)).filter(
    ({ when, code }) => when === 'now' && code !== 'running',
  );
  const keeping = keepingIn(known);
  const { rows } = await db.query('select from stock_item where kind = $1 limit 1', ['material']);
  const lots = await stockThere(db, 'material', materialId);
  const day = today();
  const { offers } = chooseLot(
    lots,
    { amount: 0, ...(jobId !== undefined && { jobId }) },
    keeping({ kind: 'material', product: materialId }),
    day,
  );
  const sorted = [...offers].sort((a, b) =>
    (a.age.until ?? '9999') < (b.age.until ?? '9999') ? -1 : 1,
  );
  return {
    revision,
    state: {
      ...state,
      ...(due.length > 0 && {
        due: due.map(({ says, code }) => ({ says, white: OF_WHITE.includes(code) })),
      }),
      ...(rows.length > 0 && {
        shelf: {
          today: day,
          lots: sorted.map(({ item, age, free }) => ({
            lot: item.lot,
            place: item.place,
            free,
            width: item.width,
            age: age.age,
            until: age.until,
          })),
        },
      }),
    },
  };
}

/** The state of the machine of a job's plan, with the shelf; a machine that the shop has no more has none. */
export async function stateForPlan(db: Db, plan: PrintPlan, jobId: string): Promise<MachineState> {
  const machine = (await itemsOf(db, 'machine')).find(({ id }) => id === plan.machine.id);
  if (!machine) return UNKNOWN_STATE;
  return (await floorFor(db, machine.data, plan.material.id, jobId)).state;
}

/**
 * Writes down what is true of a machine as entries of stock and logbook, in the transaction it is called in: only what differs is written. A
 * container that nobody has received is received.
 */
export async function recordState(
  db: Db,
  machine: Machine,
  { whiteSlot, leftMl, headsParked }: MachineState,
  recording: Recording,
): Promise<void> {
  const { state } = await careOf(db, machine.id);
  if (whiteSlot && whiteSlot !== state.whiteSlot)
    await record(db, machine, { act: 'slot', to: whiteSlot }, recording);
  if ((state.heads === 'parked') !== (headsParked ?? false))
    await record(db, machine, { act: headsParked ? 'parked' : 'heads-fitted' }, recording);
  const fitted = await fittedIn(db, machine.id);
  for (const { channel, name, container, product } of machine.inks) {
    const left = leftMl[channel];
    if (left === undefined) continue;
    const there = fitted.find((item) => item.fitted?.channel === channel);
    if (there && Math.abs(there.left - left) < 0.005) continue;
    const item =
      there ??
      (await receive(
        db,
        {
          kind: 'ink',
          product: inkProductOf(machine, { channel, ...(product !== undefined && { product }) }),
          name,
          lot: '',
          unit: 'mL',
          width: 0,
          size: Math.max(container?.ml ?? 440, left),
          receivedOn: today(),
          madeOn: null,
          expiresOn: null,
          place: '',
          paid: 0,
        },
        recording,
      ));
    if (!there)
      await act(db, item.id, { act: 'fitted', machineId: machine.id, channel }, recording);
    if (Math.abs(item.left - left) >= 0.005)
      await act(db, item.id, { act: 'counted', left, reason: t('shared.toldMachine') }, recording);
  }
}
