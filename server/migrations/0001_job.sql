-- Up Migration

-- Files are kept by content: the same bytes are stored once, in chunks that can be streamed.
create table file (
  id         uuid primary key default gen_random_uuid(),
  sha256     bytea not null,
  bytes      bigint not null check (bytes > 0),
  created_at timestamptz not null default now(),
  constraint file_sha256_key unique (sha256)
);

create table file_chunk (
  file_id uuid not null references file on delete cascade,
  seq     int not null,
  bytes   bytea not null,
  primary key (file_id, seq)
);
-- Artwork is packed already; packing it again costs time and saves nothing.
alter table file_chunk alter column bytes set storage external;

-- A file turned into plates at one resolution.
create table artwork (
  id         uuid primary key default gen_random_uuid(),
  file_id    uuid not null references file,
  file_name  text not null,
  dpi        int not null,
  state      text not null default 'queued' check (state in ('queued', 'running', 'done', 'failed', 'cancelled')),
  progress   real not null default 0,
  problem    jsonb,
  info       jsonb,
  -- Moves while somebody works on it; stale means that the worker is gone.
  touched_at timestamptz not null default now(),
  constraint artwork_file_dpi_key unique (file_id, dpi)
);

-- Separations at full resolution, a channel and a band of rows at a time, deflated; empty bytes are an empty band.
create table separation_band (
  artwork_id uuid not null references artwork on delete cascade,
  page       int not null,
  channel    int not null,
  band       int not null,
  bytes      bytea not null,
  primary key (artwork_id, page, channel, band)
);
alter table separation_band alter column bytes set storage external;

-- All channels of a page at screen resolution, one plane after another, gzipped.
create table page_preview (
  artwork_id uuid not null references artwork on delete cascade,
  page       int not null,
  bytes      bytea not null,
  primary key (artwork_id, page)
);
alter table page_preview alter column bytes set storage external;

create table job (
  id         uuid primary key default gen_random_uuid(),
  created_at timestamptz not null default now()
);

-- Every save is a version of its own. Of two people who change the same version, the key lets one save.
create table job_version (
  job_id     uuid not null references job on delete cascade,
  version    int not null check (version >= 1),
  plan       jsonb not null,
  artwork_id uuid references artwork,
  saved_by   text not null,
  saved_at   timestamptz not null default clock_timestamp(),
  constraint job_version_pkey primary key (job_id, version)
);

-- Plates of one artwork by one set of rules, measured at full resolution.
create table plate_build (
  id         uuid primary key default gen_random_uuid(),
  artwork_id uuid not null references artwork on delete cascade,
  rules_key  text not null,
  plan       jsonb not null,
  state      text not null default 'queued' check (state in ('queued', 'running', 'done', 'failed', 'cancelled')),
  progress   real not null default 0,
  problem    jsonb,
  measures   jsonb,
  touched_at timestamptz not null default now(),
  constraint plate_build_key unique (artwork_id, rules_key)
);

-- The one shop of this installation.
create table shop (
  single boolean primary key default true check (single),
  data jsonb not null,
  demo_loaded boolean not null default false
);
