-- Up Migration

-- Since when a job is off the board: it is removed a time after that, if the shop says so.
alter table job add column put_away_at timestamptz;
update job set put_away_at = now() where put_away;
