-- Up Migration

-- Who works here, where more than one does. Secrets are kept as what they can be checked by, never as themselves.
create table person (
  id       uuid primary key default gen_random_uuid(),
  name     text not null,
  role     text not null check (role in ('learner', 'operator', 'planner', 'owner')),
  active   boolean not null default true,
  -- argon2id; null until the one-time word was used.
  password text,
  -- argon2id; for shared tablets.
  pin      text,
  -- Sessions that began under an earlier number have ended.
  epoch    int not null default 0,
  made_at  timestamptz not null default now(),
  made_by  text not null
);
create unique index person_name on person (lower(name));

-- Words that can be used once, as SHA-256. Without a person: the first owner's.
create table one_time_word (
  word      bytea primary key,
  person_id uuid unique references person on delete cascade,
  until     timestamptz not null
);

create table passkey (
  id         text primary key,
  person_id  uuid not null references person on delete cascade,
  name       text not null,
  public_key bytea not null,
  counter    bigint not null,
  transports text[] not null,
  made_at    timestamptz not null default now(),
  used_at    timestamptz
);
create index passkey_person on passkey (person_id);

-- Computers at the bench that several people share; each has a secret in a cookie, kept here as SHA-256.
create table tablet (
  id      uuid primary key default gen_random_uuid(),
  name    text not null,
  secret  bytea not null unique,
  made_at timestamptz not null default now(),
  made_by text not null,
  used_at timestamptz
);

-- Browsers in which somebody has signed in before: whoever guesses elsewhere does not lock them out.
create table known_browser (
  secret    bytea not null,
  person_id uuid not null references person on delete cascade,
  seen_at   timestamptz not null default now(),
  primary key (secret, person_id)
);

-- As connect-pg-simple keeps them.
create table session (
  sid    varchar primary key,
  sess   json not null,
  expire timestamptz not null
);
create index session_expire on session (expire);

-- As rate-limiter-flexible keeps them.
create table guess (
  key    varchar(255) primary key,
  points integer not null default 0,
  expire bigint
);

-- Made here once, for all servers on this database. Random bits of the database's own: 2 × 122.
create table secret (
  name  text primary key,
  value text not null
);
insert into secret values ('session', gen_random_uuid()::text || gen_random_uuid()::text);
