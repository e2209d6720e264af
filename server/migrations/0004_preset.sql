-- Up Migration

-- Beginnings that the shop saved for itself: stack, plates and mirroring in the short notation.
create table preset (
  id       uuid primary key default gen_random_uuid(),
  name     text not null,
  about    text not null,
  notation text not null
);
create unique index preset_name_key on preset (lower(name));

-- More is measured of a plate than before.
delete from plate_build;
