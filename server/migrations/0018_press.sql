-- Up Migration

-- A job sent to a printer. The printer is the one who knows how far it is; what stands here is what it said last.
create table press_job (
  id         uuid primary key default gen_random_uuid(),
  job_id     uuid not null references job on delete cascade,
  version    int not null,
  machine_id text not null,
  uri        text not null,
  state      text not null default 'sending'
             check (state in ('sending', 'waiting', 'held', 'printing', 'stopped', 'done', 'cancelled', 'failed')),
  -- What people want of it, which the printer is told until it holds.
  want       text not null default 'print' check (want in ('print', 'hold', 'cancel')),
  -- The try at sending it, written before the printer is asked, and its number there once it has one.
  tried      int not null default 0,
  number     int,
  copies     int not null,
  told       jsonb not null default '{}',
  problem    jsonb,
  language   text not null,
  sent_by    text not null,
  sent_at    timestamptz not null default now(),
  touched_at timestamptz not null default now()
);
-- A job is at one printer at a time.
create unique index press_job_open on press_job (job_id)
  where state in ('sending', 'waiting', 'held', 'printing', 'stopped');
create index press_job_of on press_job (job_id, sent_at);

-- What a printer said of itself last.
create table printer (
  machine_id text primary key,
  uri        text not null,
  data       jsonb,
  -- When it answered last, and when it was first silent since; null while it answers.
  seen_at    timestamptz,
  gone_at    timestamptz
);

-- What a shop writes beside a job, and whether it is put away from the board.
alter table job
  add column notes    text not null default '',
  add column put_away boolean not null default false;
create index job_away on job (put_away);

-- A job at the bench: what was ticked on the run sheet of a version, since when it is printed or rests, what was spoilt.
create table job_bench (
  job_id  uuid primary key references job on delete cascade,
  version int not null,
  data    jsonb not null
);

-- What a version is in the queue, now with how unsure its hands are. Figures that are worked out anew when they are wanted.
delete from job_need;

-- Files of a watched folder that jobs were made of, so that a stop before they were moved makes none twice.
create table watched (
  key     text primary key,
  made_at timestamptz not null default now()
);
