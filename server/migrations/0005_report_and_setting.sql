-- Up Migration

-- What machines say of finished jobs, beside what was planned: figures are learnt from it.
create table job_report (
  id          uuid primary key default gen_random_uuid(),
  machine_id  text not null,
  job_id      uuid references job(id) on delete set null,
  data        jsonb not null,
  reported_at timestamptz not null default now()
);
create index job_report_machine on job_report (machine_id, reported_at);

-- What a shop says of itself once and means for every job, by name.
create table setting (
  name text primary key,
  data jsonb not null
);
