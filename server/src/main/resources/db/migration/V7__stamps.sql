-- How often a production was changed, counted in the order in which changes are committed: the row
-- is raised as the last act of a transaction and held until its end.
create table production_stamp (
  production_id uuid primary key references production on delete cascade,
  number bigint not null check (number > 0)
);

-- What a change touched: null is everything, an empty list nothing that is derived.
alter table journal add column stamp bigint;
alter table journal add column shots uuid[] default '{}';
create index journal_stamp on journal (production_id, stamp);
