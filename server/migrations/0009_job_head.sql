-- Up Migration

-- What the board shows of a job: its latest version, without the plan. Written with every version, so that a board of many jobs
-- of many versions reads as many rows as it shows.
create table job_head (
  job_id     uuid primary key references job on delete cascade,
  version    int not null,
  saved_at   timestamptz not null,
  saved_by   text not null,
  artwork_id uuid references artwork,
  file_name  text,
  name       text not null,
  machine    text not null,
  material   text not null,
  stack      text not null,
  copies     int not null,
  -- What a search looks in, in small letters.
  words      text not null
);
create index job_head_saved on job_head (saved_at desc, job_id);

-- Whatever is stored as a plan has a row: one that can't be read is shown as such.
create function job_head_of(v job_version) returns job_head language sql stable as $$
  select v.job_id, v.version, v.saved_at, v.saved_by, v.artwork_id, file.name, shown.name, shown.machine, shown.material, shown.stack,
         shown.copies,
         lower(concat_ws(' ', shown.name, file.name, shown.machine, shown.material, shown.customer))
  from (select coalesce(v.file_name, (select a.file_name from artwork a where a.id = v.artwork_id)) as name) file,
       (select coalesce(nullif(v.plan ->> 'name', ''), 'Without a name') as name,
               coalesce(v.plan #>> '{machine,name}', '') as machine,
               coalesce(v.plan #>> '{material,name}', '') as material,
               coalesce(v.plan ->> 'stack', '') as stack,
               coalesce(v.plan ->> 'customer', '') as customer,
               case when v.plan #>> '{layout,copies}' ~ '^[0-9]{1,9}$' then (v.plan #>> '{layout,copies}')::int else 0 end as copies) shown
$$;

insert into job_head
select (job_head_of(v)).* from (select distinct on (job_id) * from job_version order by job_id, version desc) v;

create function keep_job_head() returns trigger language plpgsql as $$
begin
  insert into job_head select (job_head_of(new)).*
  on conflict (job_id) do update set
    version = excluded.version, saved_at = excluded.saved_at, saved_by = excluded.saved_by, artwork_id = excluded.artwork_id,
    file_name = excluded.file_name, name = excluded.name, machine = excluded.machine, material = excluded.material,
    stack = excluded.stack, copies = excluded.copies, words = excluded.words
  where job_head.version <= excluded.version;
  return new;
end
$$;
create trigger job_version_head after insert or update on job_version for each row execute function keep_job_head();
