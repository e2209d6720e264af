-- Up Migration

-- What lies on the shelf. Each thing is as its events have made it; data and the columns beside it are the summary of them.
create table stock_item (
  id      uuid primary key default gen_random_uuid(),
  number  bigint generated always as identity unique,
  kind    text not null check (kind in ('material', 'ink')),
  product text not null,
  -- Not used up, thrown away or never received.
  there   boolean not null,
  -- Null once its receipt was undone.
  data    jsonb
);
create index stock_item_there on stock_item (kind, product) where there;
create index stock_item_fitted on stock_item ((data #>> '{fitted,machineId}')) where data #>> '{fitted,machineId}' is not null;

create table stock_event (
  id      bigint generated always as identity primary key,
  item_id uuid not null references stock_item,
  at      timestamptz not null default now(),
  by      text not null,
  act     text not null,
  job_id  uuid references job on delete set null,
  data    jsonb not null,
  undoes  bigint references stock_event,
  -- Summary: no event that holds undoes it.
  holds   boolean not null default true
);
create index stock_event_item on stock_event (item_id, id);
create index stock_event_job on stock_event (job_id) where job_id is not null;
create index stock_event_drawn on stock_event (at) where act = 'drawn' and holds;

-- What was done to a machine.
create table care_event (
  id         bigint generated always as identity primary key,
  machine_id text not null,
  at         timestamptz not null default now(),
  by         text not null,
  act        text not null,
  run        uuid,
  job_id     uuid references job on delete set null,
  data       jsonb not null,
  undoes     bigint references care_event,
  holds      boolean not null default true
);
create index care_event_machine on care_event (machine_id, id);
create index care_event_time on care_event (machine_id, at);
create index care_event_run on care_event (run) where run is not null;
create index care_event_job on care_event (job_id) where job_id is not null;

-- What its events have made of a machine; the revision rises with every event of it and of its containers.
create table care_state (
  machine_id text primary key,
  data       jsonb not null,
  revision   int not null default 0
);

-- What a day of a machine held: a summary of its events, written anew with every event of that day.
create table care_day (
  machine_id text not null,
  day        date not null,
  data       jsonb not null,
  primary key (machine_id, day)
);

-- What a version of a job takes off the shelf, and what was found against it, once its plates are measured.
create table job_need (
  job_id   uuid not null references job on delete cascade,
  version  int not null,
  -- Null where it can't be printed.
  data     jsonb,
  errors   int not null,
  warnings int not null,
  primary key (job_id, version)
);

alter table shop_item drop constraint shop_item_kind_check,
  add constraint shop_item_kind_check check (kind in ('machine', 'material', 'ink', 'prices', 'rules', 'preset', 'procedure'));

-- Slots and containers that were told are the first entries.
insert into care_event (machine_id, by, act, data)
select machine_id, 'Kyanos', 'slot', jsonb_build_object('act', 'slot', 'to', data -> 'whiteSlot')
from machine_state where data ? 'whiteSlot';
insert into care_state (machine_id, data, revision)
select machine_id,
       '{"filled": {}, "wasteMl": 0, "running": []}'::jsonb
         || case when data ? 'whiteSlot'
              then jsonb_build_object('whiteSlot', data -> 'whiteSlot',
                'stoodUntil', (select to_char(at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') from care_event where machine_id = m.machine_id))
              else '{}' end,
       coalesce((select max(number) from revision where kind = 'state' and name = machine_id), 0)
from machine_state m;

do $$
declare
  one record;
  item uuid;
  received jsonb;
  day text := to_char(now() at time zone 'utc', 'YYYY-MM-DD');
begin
  for one in
    select state.machine_id, ink, channel, left_ml::numeric,
           greatest(coalesce((ink #>> '{container,ml}')::numeric, 440), left_ml::numeric) as size
    from machine_state state
    cross join lateral jsonb_each_text(state.data -> 'leftMl') told (channel, left_ml)
    join shop_item machine on machine.kind = 'machine' and machine.id = state.machine_id
    cross join lateral jsonb_array_elements(machine.data -> 'inks') ink
    where ink ->> 'channel' = channel
    order by state.machine_id, channel
  loop
    received := jsonb_build_object('kind', 'ink',
      'product', coalesce(one.ink ->> 'product', one.machine_id || '.' || one.channel),
      'name', one.ink ->> 'name', 'lot', '', 'unit', 'mL', 'width', 0, 'size', one.size,
      'receivedOn', day, 'madeOn', null, 'expiresOn', null, 'place', '', 'paid', 0);
    insert into stock_item (kind, product, there, data)
    values ('ink', received ->> 'product', one.left_ml > 0, received || jsonb_build_object(
      'left', round(one.left_ml, 2), 'overdrawn', 0, 'reserved', '{}'::jsonb, 'sealed', false, 'openedOn', day,
      'countedOn', day, 'discarded', null,
      'fitted', jsonb_build_object('machineId', one.machine_id, 'channel', one.channel)))
    returning id into item;
    update stock_item set data = data || jsonb_build_object('id', item) where id = item;
    insert into stock_event (item_id, by, act, data) values
      (item, 'Kyanos', 'received', jsonb_build_object('act', 'received') || received),
      (item, 'Kyanos', 'fitted', jsonb_build_object('act', 'fitted', 'machineId', one.machine_id, 'channel', one.channel)),
      (item, 'Kyanos', 'counted', jsonb_build_object('act', 'counted', 'left', round(one.left_ml, 2), 'reason', 'as it was told before'));
  end loop;
end $$;
drop table machine_state;
delete from revision where kind = 'state';
