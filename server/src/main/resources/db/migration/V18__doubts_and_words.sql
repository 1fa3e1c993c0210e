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

-- Where stills were held against each other there are no passes, and the other way round.
alter table plate_measure drop constraint plate_measure_passes_check;
alter table plate_measure add constraint plate_measure_passes_check
  check (passes is null or passes::jsonb is not null);
alter table plate_measure drop constraint plate_measure_comparison_check;
alter table plate_measure add constraint plate_measure_comparison_check
  check (comparison is null or comparison::jsonb is not null);
