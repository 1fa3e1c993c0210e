-- What was set right of a take that was logged: the take stands as it is now, and here is what it was.
create table take_correction (
  id uuid primary key,
  take_id uuid not null references take,
  production_id uuid not null references production,
  changed text not null,
  was text not null check (was::jsonb is not null),
  reason text not null,
  said_by text not null,
  said_at timestamptz not null
);
create index take_correction_take on take_correction (take_id, said_at);
