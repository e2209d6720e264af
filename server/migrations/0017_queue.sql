-- Up Migration

-- A job as a shop speaks of it: a number, and how pressing it is.
alter table job
  add column number bigint generated always as identity unique,
  add column priority text not null default 'usual' check (priority in ('usual', 'soon', 'urgent'));

-- What a version is in the queue, by machine. Figures that are worked out anew when they are wanted.
delete from job_need;
alter table job_need add column works jsonb not null default '{}';
