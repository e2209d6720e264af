-- Up Migration

-- When a quote became an order, and which version of its plan was ordered: what was agreed stands whatever is changed afterwards.
alter table job
  add column ordered_at      timestamptz,
  add column ordered_version int;
update job set ordered_at = saved_at, ordered_version = version from job_head
where job_head.job_id = job.id and state not in ('quoted', 'cancelled');

create function keep_ordered() returns trigger language plpgsql as $$
begin
  if new.state = 'quoted' then
    new.ordered_at := null;
    new.ordered_version := null;
  elsif new.state <> 'cancelled' and new.ordered_at is null then
    new.ordered_at := now();
    new.ordered_version := (select version from job_head where job_id = new.id);
  end if;
  return new;
end
$$;
create trigger job_ordered before update of state on job for each row execute function keep_ordered();
