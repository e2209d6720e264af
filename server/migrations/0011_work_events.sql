-- Up Migration

-- Whoever follows work in the background hears when it is further, and need not ask.
create function tell_work() returns trigger language plpgsql as $$
begin
  perform pg_notify('work', new.id::text);
  return null;
end
$$;
create trigger artwork_told after update of state, progress, first_look on artwork
  for each row execute function tell_work();
create trigger plate_build_told after update of state, progress on plate_build
  for each row execute function tell_work();
create trigger plate_export_told after update of state, progress on plate_export
  for each row execute function tell_work();
