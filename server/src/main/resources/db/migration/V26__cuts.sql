-- Cuts as an editor's list or timeline tells them; the file is kept as it came.
create table cut (
  id uuid primary key,
  production_id uuid not null references production,
  name text not null,
  reel text not null,
  made_on date not null,
  made_by text not null,
  note text not null,
  -- At which its labels count where the file tells none; it stays when the production's changes.
  rate text not null,
  file_name text not null,
  hash text not null,
  bytes bigint not null,
  added_by text not null,
  added_at timestamptz not null,
  by_person uuid references person
);
create index cut_production on cut (production_id, added_at);

-- What somebody said an event of a cut is. Events are known by what they are, not by a number.
create table cut_word (
  id uuid primary key,
  cut_id uuid not null references cut,
  track text not null,
  record bigint not null,
  roll text not null,
  clip text not null,
  file text not null,
  source_first bigint not null,
  source_last bigint not null,
  shot_id uuid references shot,
  take_id uuid references take,
  said_by text not null,
  said_at timestamptz not null,
  by_person uuid references person,
  check (take_id is null or shot_id is not null)
);
create index cut_word_cut on cut_word (cut_id, said_at);

-- What is said of a moment that is heard.
create table spot_word (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  spot text not null,
  source text not null,
  licence text not null,
  who text not null,
  done boolean not null,
  said_by text not null,
  said_at timestamptz not null,
  by_person uuid references person
);
create index spot_word_shot on spot_word (production_id, shot_id, said_at);

-- The cut a shot's length follows, the number of its first frame, and since when numbers mean the
-- same frames of the plates.
alter table shot add column cut_id uuid references cut;
alter table shot add column cut_first integer;
alter table shot add column frames_since timestamptz;

-- A version keeps the number of its first frame. For those that are there it is what it was said to
-- be until now.
alter table version add column first_frame integer;
alter table version add column placed boolean;
update version v set
  first_frame = case
    when v.frames = s.cut_frames + 2 * p.handles then p.first_frame - p.handles
    else p.first_frame end,
  placed = v.frames in (s.cut_frames, s.cut_frames + 2 * p.handles)
  from shot s, production p where s.id = v.shot_id and p.id = v.production_id;
alter table version alter column first_frame set not null;
alter table version alter column placed set not null;
