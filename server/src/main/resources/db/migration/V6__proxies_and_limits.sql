-- A clip as browsers show it, frame for frame at a constant rate, and a strip of its frames; or why none could be made.
create table clip_proxy (
  id uuid primary key references take_clip,
  production_id uuid not null references production,
  hash text check (hash ~ '^[0-9a-f]{64}$'),
  strip_hash text check (strip_hash ~ '^[0-9a-f]{64}$'),
  frames int not null check (frames >= 0),
  fault text not null,
  made_at timestamptz not null,
  check ((hash is null) = (fault <> '') and (strip_hash is null) = (hash is null))
);
create index clip_proxy_production on clip_proxy (production_id);

-- What still counts as the same in a match set; without a row the usual limits do.
create table set_limits (
  setup_id uuid primary key references setup,
  production_id uuid not null references production,
  limits text not null check (limits::jsonb is not null),
  set_by text not null,
  version bigint not null
);
create index set_limits_production on set_limits (production_id);
