-- Up Migration

-- What was answered to a request that names itself: sent again, it is answered the same and done once.
create table answered (
  key         text primary key,
  request     bytea not null,
  status      int not null default 0,
  body        jsonb,
  answered_at timestamptz not null default now()
);
create index answered_at on answered (answered_at);

-- Every state of a machine and of a setting that was saved, as jobs have versions.
create table revision (
  kind     text not null check (kind in ('machine', 'setting')),
  name     text not null,
  number   int not null check (number >= 1),
  data     jsonb not null,
  saved_at timestamptz not null default clock_timestamp(),
  constraint revision_pkey primary key (kind, name, number)
);
insert into revision (kind, name, number, data) select 'setting', name, 1, data from setting;
insert into revision (kind, name, number, data)
  select 'machine', machine->>'id', 1, machine from shop, jsonb_array_elements(shop.data->'machines') machine;

-- The same bytes may come under several names: each job keeps the name under which it got them.
alter table job_version add column file_name text;

-- More is read from a file than before: lines that don't print, and names of layers.
delete from plate_build;
update artwork set state = 'queued', progress = 0, info = null where state = 'done';
