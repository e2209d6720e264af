-- Up Migration

-- Workers that take work from this database: each tells again and again that it is there.
create table worker (
  owner      uuid primary key,
  host       text not null,
  pid        int not null,
  slots      int not null,
  started_at timestamptz not null default now(),
  seen_at    timestamptz not null default now(),
  -- Takes nothing more, and ends what it has.
  draining   boolean not null default false
);

-- Who waits for a piece of work: those who have much in the queue let others pass.
alter table work_interest
  add column asker  text not null default '',
  -- Pieces that whoever asked had in the queue already when this one was asked for.
  add column behind int not null default 0;
create index work_interest_asker on work_interest (asker);
