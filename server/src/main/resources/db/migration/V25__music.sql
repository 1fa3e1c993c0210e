-- Music that picture is made to, and where in it a shot begins.
create table music_piece (
  id uuid primary key,
  production_id uuid not null references production,
  music text not null,
  added_by text not null,
  added_at timestamptz not null
);
create index music_piece_production on music_piece (production_id);
alter table shot add column music_id uuid references music_piece;
alter table shot add column music_start double precision;
