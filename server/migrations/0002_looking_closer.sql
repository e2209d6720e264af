-- Up Migration

-- Plates at half, a quarter and so on of their resolution, to be zoomed through: level 0 is the plates themselves.
alter table separation_band add column level int not null default 0 check (level >= 0);
alter table separation_band drop constraint separation_band_pkey;
alter table separation_band add primary key (artwork_id, page, level, channel, band);

-- A rough picture (PNG) that is there before the plates are.
alter table artwork add column first_look bytea;
alter table artwork alter column first_look set storage external;

-- More is read from a file than before, so what was read is read again, and what was measured of it measured again.
delete from plate_build;
update artwork set state = 'queued', progress = 0, info = null where state = 'done';
