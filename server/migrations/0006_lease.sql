-- Up Migration

-- Work belongs to the worker that begins it, for as long as its lease is renewed; each beginning has a number of its own, so that
-- what an earlier one still writes is told from what the present one does. Tries are counted since it was asked
-- for, and "asked" counts how often it was: a cancel names the asking that it takes back.
alter table artwork      add column asked int not null default 1, add column attempt int not null default 0, add column tries int not null default 0, add column owner uuid, add column lease_until timestamptz;
alter table plate_build  add column asked int not null default 1, add column attempt int not null default 0, add column tries int not null default 0, add column owner uuid, add column lease_until timestamptz;
alter table plate_export add column asked int not null default 1, add column attempt int not null default 0, add column tries int not null default 0, add column owner uuid, add column lease_until timestamptz;

-- Whoever waits for a piece of work: it is cancelled when nobody does any more.
create table work_interest (
  task   text not null check (task in ('rip', 'plates', 'export')),
  id     uuid not null,
  client text not null,
  primary key (task, id, client)
);
