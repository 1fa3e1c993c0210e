-- Versions that were watched together, who was there, and how far they came.
create table viewing (
  id uuid primary key,
  production_id uuid not null references production,
  title text not null,
  neighbours boolean not null,
  handles boolean not null,
  there text not null,
  said_by text not null,
  said_at timestamptz not null,
  by_person uuid references person
);
create index viewing_production on viewing (production_id, said_at);

create table viewing_item (
  id uuid primary key,
  viewing_id uuid not null references viewing,
  place int not null check (place >= 0),
  shot_id uuid not null references shot,
  version_id uuid not null references version,
  why text not null,
  by_person uuid references person,
  unique (viewing_id, place)
);
create index viewing_item_version on viewing_item (version_id);

create table viewing_seen (
  id uuid primary key,
  item_id uuid not null unique references viewing_item,
  said_by text not null,
  said_at timestamptz not null,
  by_person uuid references person
);
