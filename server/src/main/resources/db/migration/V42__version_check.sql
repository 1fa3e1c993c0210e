-- What the frames of a version show by themselves; its id is that of the version. Or why they could not be read.
create table version_check (
  -- Nobody said it: it goes with the version.
  id uuid primary key references version on delete cascade,
  production_id uuid not null references production,
  -- Number of the earlier version of the same shot it was held against; null where there was none.
  against int,
  found text check (found::jsonb is not null),
  fault text not null,
  made_at timestamptz not null,
  by_person uuid references person,
  check ((found is null) = (fault <> ''))
);
create index version_check_production on version_check (production_id);
