-- Up Migration

-- Exercises: what was asked of whom, and what came of it. What is right is kept beside it, and told once an answer is in.
create table exercise (
  id         uuid primary key default gen_random_uuid(),
  learner    text not null,
  kind       text not null,
  exercise   jsonb not null,
  solution   jsonb not null,
  -- The job of the shop that it is made of; none where it is about none, or where that is gone.
  source_id  uuid references job on delete set null,
  -- A job that is worked on, and that stands on no board.
  job_id     uuid references job on delete set null,
  course_id  uuid,
  line       int,
  given_at   timestamptz not null default now(),
  mark       jsonb,
  handed_in_at timestamptz
);
create index exercise_of on exercise (learner, given_at desc);
create index exercise_job on exercise (job_id) where job_id is not null;
create index exercise_course on exercise (course_id, learner) where course_id is not null;

create table exercise_print (
  exercise_id uuid not null references exercise on delete cascade,
  which       text not null check (which in ('asked', 'own', 'right')),
  bytes       bytea not null,
  primary key (exercise_id, which)
);
alter table exercise_print alter column bytes set storage external;

-- What a learner knows of a topic, and when it is due again.
create table skill (
  learner text not null,
  topic   text not null,
  data    jsonb not null,
  primary key (learner, topic)
);

-- Exercises that a master sets to people.
create table course (
  id      uuid primary key default gen_random_uuid(),
  name    text not null,
  set_by  text not null,
  set_at  timestamptz not null default now(),
  people  text[] not null,
  lines   jsonb not null,
  ended   boolean not null default false
);
alter table exercise add foreign key (course_id) references course on delete set null;

-- Jobs of exercises are no jobs of the shop: they have no head, so they stand on no board, in no queue and in no list.
alter table job
  add column practice boolean not null default false,
  add constraint job_practice_is_no_order check (not practice or (state = 'quoted' and due is null));

create or replace function keep_job_head() returns trigger language plpgsql as $$
begin
  if (select practice from job where id = new.job_id) then
    return new;
  end if;
  insert into job_head select (job_head_of(new)).*
  on conflict (job_id) do update set
    version = excluded.version, saved_at = excluded.saved_at, saved_by = excluded.saved_by, artwork_id = excluded.artwork_id,
    file_name = excluded.file_name, name = excluded.name, machine = excluded.machine, material = excluded.material,
    stack = excluded.stack, copies = excluded.copies, words = excluded.words
  where job_head.version <= excluded.version;
  return new;
end
$$;
