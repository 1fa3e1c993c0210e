-- Versions are taken in as they are made; what browsers do not play is seen by a copy.
alter table version add column plays boolean not null default true;

-- Copies of versions: for the house where browsers do not play the file, for guests smaller and with
-- what it is written into its frames.
create table shown_copy (
  id uuid primary key,
  production_id uuid not null references production,
  -- Nobody said it: it goes with the version.
  version_id uuid not null references version on delete cascade,
  kind text not null check (kind in ('HOUSE', 'PROGRESS', 'APPROVAL')),
  shown_on date not null,
  hash text check (hash ~ '^[0-9a-f]{64}$'),
  type text not null,
  bytes bigint not null check (bytes >= 0),
  fault text not null,
  made_at timestamptz not null,
  by_person uuid references person,
  unique (version_id, kind, shown_on),
  check ((hash is null) = (fault <> ''))
);
create index shown_copy_production on shown_copy (production_id);

-- A guest without a sign-in comes in by a link that ends; what they said stays.
create table guest_link (
  id uuid primary key,
  production_id uuid not null references production,
  person_id uuid not null references person,
  token_digest text not null unique check (token_digest ~ '^[0-9a-f]{64}$'),
  made_by text not null,
  made_at timestamptz not null,
  ends_at timestamptz not null,
  ended_by text not null,
  uses int not null check (uses >= 0),
  used_at timestamptz,
  check ((uses = 0) = (used_at is null))
);
create unique index guest_link_person on guest_link (production_id, person_id);

-- When somebody stops being on a production by themselves; null for never.
alter table membership add column ends_at timestamptz;

-- What the sound of a version is like; null where it has none, or was not listened to.
alter table version_check add column sound text check (sound::jsonb is not null);

-- What a specification asks of the file itself; null for anything.
alter table delivery_spec add column media text check (media::jsonb is not null);
