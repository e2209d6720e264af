-- Up Migration

-- A database that began with 0.11.0 lacks what 0015 has had since: what was found against a version, and that it may not be printable.
alter table job_need
  alter column data drop not null,
  add column if not exists errors int not null default 0,
  add column if not exists warnings int not null default 0;
alter table job_need
  alter column errors drop default,
  alter column warnings drop default;
