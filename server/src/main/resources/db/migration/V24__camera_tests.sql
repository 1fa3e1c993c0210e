-- What is tried with a camera before the day that needs its answer.
create table camera_test (
  id uuid primary key,
  production_id uuid not null references production,
  question text not null,
  why text not null,
  item text not null,
  shots text not null,
  wanted_by date,
  -- A candidate of its own, which is not taken away while it is taken: no key, so that rows hang one way only.
  taken_id uuid,
  verdict text not null default '',
  decided_by text,
  decided_at timestamptz,
  asked_by text not null,
  asked_at timestamptz not null,
  version bigint not null
);
create index camera_test_production on camera_test (production_id);
create table test_candidate (
  id uuid primary key,
  production_id uuid not null references production,
  test_id uuid not null references camera_test on delete cascade,
  place int not null,
  label text not null,
  camera text not null,
  hash text,
  type text,
  width int not null default 0,
  height int not null default 0,
  rate text,
  frames int not null default 0,
  profile boolean not null default false,
  recording text,
  curve text,
  gamut text,
  reading text,
  fault text not null default '',
  added_by text not null,
  added_at timestamptz not null
);
create index test_candidate_test on test_candidate (test_id);
-- Numbers that methods start from in this production.
alter table production add column method_defaults text not null default '{"v":1,"value":[]}';
