-- How pictures code their light: as their files tell, and as somebody said.
alter table take_clip add column recording text check (recording::jsonb is not null);
alter table take_clip add column curve text;
alter table take_clip add column gamut text;
alter table take_still add column curve text;
alter table take_still add column gamut text;
alter table take_still add column profile boolean not null default false;

create table picture_coding (
  id uuid primary key,
  by_person uuid references person,
  production_id uuid not null references production,
  picture_id uuid not null,
  curve text,
  gamut text,
  said_by text not null,
  said_at timestamptz not null
);
create index picture_coding_picture on picture_coding (picture_id, said_at);
create index picture_coding_production on picture_coding (production_id, said_at);
