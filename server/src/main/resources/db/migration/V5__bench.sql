-- What browsers cannot show has a copy that they can.
alter table take_still add column preview_hash text check (preview_hash ~ '^[0-9a-f]{64}$');

create table take_clip (
  id uuid primary key,
  production_id uuid not null references production,
  take_id uuid not null references take,
  hash text not null check (hash ~ '^[0-9a-f]{64}$'),
  type text not null,
  width int not null check (width > 0),
  height int not null check (height > 0),
  rate text not null,
  frames int not null check (frames > 0),
  caption text not null,
  added_by text not null,
  added_at timestamptz not null
);
create index take_clip_take on take_clip (take_id);

-- Evidence of the bench: rows are added and never changed; the last word on a pair of takes counts.
create table plate_measure (
  id uuid primary key,
  production_id uuid not null references production,
  setup_id uuid not null references setup,
  first_take uuid not null references take,
  second_take uuid not null references take,
  first_still uuid not null references take_still,
  second_still uuid not null references take_still,
  agrees boolean not null,
  verdict text not null,
  remedy text not null,
  comparison text not null check (comparison::jsonb is not null),
  kept_by text not null,
  kept_at timestamptz not null,
  check (first_take <> second_take)
);
create index plate_measure_production on plate_measure (production_id, kept_at);

-- Where somebody is in a take, measured against the clean plate; the last row of a take counts.
create table take_zones (
  id uuid primary key,
  production_id uuid not null references production,
  take_id uuid not null references take,
  clip_id uuid not null references take_clip,
  clean_still uuid not null references take_still,
  occupied text not null check (occupied::jsonb is not null),
  kept_by text not null,
  kept_at timestamptz not null
);
create index take_zones_take on take_zones (take_id, kept_at);

-- Where a thrown thing is in some frames of a take.
create table throw_path (
  take_id uuid primary key references take,
  production_id uuid not null references production,
  half text not null check (half in ('THROW', 'CATCH')),
  spots text not null check (spots::jsonb is not null),
  marked_by text not null,
  version bigint not null
);
create index throw_path_production on throw_path (production_id);
