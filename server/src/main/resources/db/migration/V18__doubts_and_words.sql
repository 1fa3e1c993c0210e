-- What in a take may be taken for somebody, or hide somebody.
alter table take_zones add column doubt text not null default '';

-- What somebody says of a measurement that was kept: whether the plates did match in the end. The
-- newest word of a measurement stands; none of them changes what was measured.
create table measure_word (
  id uuid primary key,
  production_id uuid not null references production,
  measure_id uuid not null references plate_measure,
  matched boolean not null,
  note text not null,
  said_by text not null,
  by_person uuid references person,
  said_at timestamptz not null
);
create index measure_word_measure on measure_word (measure_id, said_at);
create index measure_word_production on measure_word (production_id);
