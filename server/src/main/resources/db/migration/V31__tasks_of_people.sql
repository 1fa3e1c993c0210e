-- What people say of tasks: given to, begun, hours, left, waits. Added and never changed.
create table task_word (
  id uuid primary key,
  by_person uuid references person,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  task text not null,
  kind text not null,
  person_id uuid references person,
  item text,
  day date,
  hours double precision check (hours >= 0),
  words text not null,
  said_by text not null,
  said_at timestamptz not null
);
create index task_word_shot on task_word (production_id, shot_id);
-- What work people do, and how their hours go against the rates. Null until somebody has said so.
alter table person add column skills text;
