-- Up Migration

-- Special plates that were built at full size, for the files that are made of them: by version and key, a band of rows at a time,
-- deflated; empty bytes are an empty band.
create table plate_band (
  build_id uuid not null references plate_build on delete cascade,
  page     int not null,
  -- Digest of the plate's key.
  plate    text not null,
  band     int not null,
  bytes    bytea not null,
  primary key (build_id, page, plate, band)
);
alter table plate_band alter column bytes set storage external;
