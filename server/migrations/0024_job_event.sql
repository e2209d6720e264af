-- Up Migration

-- What became of a job beside its plan, and by whom: the plan's versions are their own history.
create table job_event (
  id     bigint generated always as identity primary key,
  job_id uuid not null references job on delete cascade,
  at     timestamptz not null default now(),
  by     text not null,
  what   text not null check (what in ('state', 'due', 'priority', 'notes', 'away')),
  was    text,
  now    text
);
create index job_event_job on job_event (job_id, at);
