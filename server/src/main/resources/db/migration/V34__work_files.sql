-- Versions of what tasks make: where they lie, what they were made from, and what was said of them.
create table work_file (
  id uuid primary key,
  by_person uuid references person,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  task text not null,
  label text not null,
  number int not null,
  path text not null,
  sha256 text,
  first_frame int not null,
  frames int not null,
  made_from text not null,
  words text not null,
  said_by text not null,
  said_at timestamptz not null,
  unique (shot_id, task, number)
);
create index work_file_production on work_file (production_id);
create table work_file_word (
  id uuid primary key,
  by_person uuid references person,
  production_id uuid not null references production,
  file_id uuid not null references work_file,
  kind text not null,
  keys text not null,
  words text not null,
  said_by text not null,
  said_at timestamptz not null
);
create index work_file_word_production on work_file_word (production_id);
-- The bytes, where somebody sent them: the name they had, and what the store has them under.
create table work_file_bytes (
  id uuid primary key,
  by_person uuid references person,
  production_id uuid not null references production,
  file_id uuid not null unique references work_file,
  name text not null,
  file_hash text not null,
  bytes bigint not null,
  said_by text not null,
  said_at timestamptz not null
);
