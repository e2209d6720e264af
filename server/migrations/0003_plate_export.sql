-- Up Migration

-- The files of a plan for its machine, made once for a plan and its artwork; a zip among the stored files.
create table plate_export (
  id         uuid primary key default gen_random_uuid(),
  artwork_id uuid not null references artwork on delete cascade,
  plan_key   text not null,
  plan       jsonb not null,
  state      text not null default 'queued' check (state in ('queued', 'running', 'done', 'failed', 'cancelled')),
  progress   real not null default 0,
  problem    jsonb,
  file_id    uuid references file,
  touched_at timestamptz not null default now(),
  constraint plate_export_key unique (artwork_id, plan_key)
);
