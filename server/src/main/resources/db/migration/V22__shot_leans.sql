-- Shots that take over something that is made in another.
create table shot_lean (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  on_id uuid not null references shot,
  what text not null,
  words text not null,
  said_by text not null,
  said_at timestamptz not null,
  unique (shot_id, on_id, what),
  check (shot_id <> on_id)
);
create index shot_lean_production on shot_lean (production_id);
