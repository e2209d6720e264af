/** Stock and logbook of a large shop: 5,000 lots, 100,000 events of them, and as many of a machine. Needs DATABASE_URL. */
import { SHOP } from '@kyanos/demo';
import type pg from 'pg';
import type { Benchmark } from './index.ts';

/** The server is no part of the shell's other commands: it is fetched when a bench wants it. */
const server = async () => ({
  ...(await import('../../server/src/stock/queries.ts')),
  ...(await import('../../server/src/stock/service.ts')),
  care: await import('../../server/src/care/queries.ts'),
  ...(await import('../../server/src/shop/demo.ts')),
  ...(await import('../../server/test/database.ts')),
});
type Server = Awaited<ReturnType<typeof server>>;

const LOTS = 5000;
const EVENTS = 100_000;
const ROUNDS = 9;

/** A database of its own, filled; `close` drops it. */
async function filled({
  testDatabase,
  prepareShop,
  care,
}: Server): Promise<{ pool: pg.Pool; close: () => Promise<void> }> {
  const { pool, drop: close } = await testDatabase();
  await prepareShop(pool, {});
  await pool.query(
    `insert into stock_item (kind, product, there, data)
     select 'material', product, true, jsonb_build_object(
       'id', gen_random_uuid(), 'kind', 'material', 'product', product, 'name', 'Lot ' || n, 'lot', 'B-' || n, 'unit', 'm',
       'width', 1370, 'size', 50, 'receivedOn', '2026-01-01', 'madeOn', to_char(date '2025-06-01' + (n % 500), 'YYYY-MM-DD'),
       'expiresOn', null, 'place', 'Rack ' || n % 40, 'paid', 53000, 'left', n % 50 + 1, 'overdrawn', 0, 'reserved', '{}'::jsonb,
       'sealed', false, 'openedOn', '2026-02-01', 'countedOn', null, 'fitted', null, 'discarded', null)
     from (select n, (array['clear-film', 'white-vinyl', 'clear-label', 'kraft-label'])[n % 4 + 1] as product
           from generate_series(1, ${LOTS}) n) lots`,
  );
  await pool.query(
    `insert into stock_event (item_id, at, by, act, data)
     select i.id, timestamptz '2026-01-01' + k * interval '7 days', 'bench',
            case k when 0 then 'received' else 'drawn' end,
            case k when 0 then i.data || '{"act": "received"}' else '{"act": "drawn", "amount": 1, "source": "hand"}' end
     from stock_item i cross join generate_series(0, ${EVENTS / LOTS - 1}) k`,
  );
  await pool.query(
    `insert into care_event (machine_id, at, by, act, data)
     select 'roll-1', now() - (${EVENTS} - n) * interval '3 minutes', 'bench', act,
            case act when 'printed' then '{"act": "printed", "name": "Job", "ml": {"W": 2.5, "C": 1}, "wasteMl": 1, "minutes": 9, "source": "estimate"}'
                     when 'pattern' then '{"act": "pattern", "missing": []}' else '{"act": "agitated"}' end::jsonb
     from (select n, (array['printed', 'agitated', 'pattern'])[n % 3 + 1] as act from generate_series(1, ${EVENTS}) n) told`,
  );
  const [machine] = SHOP.machines;
  await care.sumDays(pool, machine.id, care.whitesOf(machine));
  await pool.query('vacuum analyze');
  return { pool, close };
}

const bench = (
  what: string,
  ours: (pool: pg.Pool, code: Server) => Promise<unknown>,
  reference: (pool: pg.Pool) => Promise<unknown>,
): Benchmark => ({
  what,
  rounds: ROUNDS,
  needsDatabase: true,
  async prepare() {
    const code = await server();
    const { pool, close } = await filled(code);
    return {
      ours: async () => void (await ours(pool, code)),
      reference: async () => void (await reference(pool)),
      close,
    };
  },
});

const [MACHINE] = SHOP.machines;
const WEEKS_26 = () => new Date(Date.now() - 26 * 7 * 24 * 3_600_000).toISOString();

export const stockBenchmarks: Readonly<Record<string, Benchmark>> = {
  'stock-shelf': bench(
    'a plain read of as many rows by their index',
    (pool, { shelf }) => shelf(pool),
    (pool) => pool.query('select id, number, data from stock_item where there order by number'),
  ),
  'stock-history': bench(
    'a plain read of as many rows by their index',
    (pool, { entriesOf }) => entriesOf(pool, { limit: 100 }),
    (pool) => pool.query('select * from stock_event order by id desc limit 100'),
  ),
  'care-logbook': bench(
    'a plain read of as many rows by their index',
    (pool, { care }) => care.entriesOf(pool, MACHINE.id, { limit: 100 }),
    (pool) =>
      pool.query(`select * from care_event where machine_id = 'roll-1' order by id desc limit 100`),
  ),
  'care-weeks': bench(
    'a plain read of as many rows by their index',
    (pool, { care }) => care.daysOf(pool, MACHINE.id, WEEKS_26()),
    (pool) => pool.query(`select day, data from care_day where machine_id = 'roll-1' order by day`),
  ),
};
