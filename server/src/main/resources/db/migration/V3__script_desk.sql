-- Drafts say which they are, what they were read from and what was doubtful in that.
alter table draft add column colour text not null default '' check (length(colour) <= 30);
alter table draft add column dated date;
alter table draft add column format text not null default 'open syntax';
alter table draft add column uncertain text not null default '[]' check (uncertain::jsonb is not null);

-- Words of a shot in a draft. A shot has one or more; each draft has its own, so that any draft can be read later as it was marked.
create table mark (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  draft_id uuid not null references draft,
  number int not null check (number > 0),
  standing text not null check (standing in ('MARKED', 'UNCHANGED', 'MOVED', 'REWORDED', 'ASKED', 'LOST')),
  mark_start int check (mark_start >= 0),
  mark_end int,
  excerpt text not null,
  before text not null,
  reason text not null,
  set_by text not null,
  set_at timestamptz not null,
  version bigint not null,
  unique (shot_id, draft_id, number),
  check ((mark_start is null) = (mark_end is null)),
  check (mark_end > mark_start),
  check ((standing = 'LOST') = (mark_start is null))
);
create index mark_production on mark (production_id, draft_id);
create index mark_shot on mark (shot_id);

insert into mark (id, production_id, shot_id, draft_id, number, standing, mark_start, mark_end, excerpt, before, reason, set_by, set_at, version)
  select gen_random_uuid(), s.production_id, s.id, s.draft_id, 1, 'MARKED', s.mark_start, s.mark_end, s.excerpt, '', '', d.imported_by, d.imported_at, 0
  from shot s join draft d on d.id = s.draft_id;
insert into mark (id, production_id, shot_id, draft_id, number, standing, excerpt, before, reason, set_by, set_at, version)
  select gen_random_uuid(), s.production_id, s.id, l.id, 1, 'LOST', s.excerpt, '', 'the words are gone', l.imported_by, l.imported_at, 0
  from shot s join lateral (select * from draft d where d.production_id = s.production_id order by number desc limit 1) l on true
  where l.id <> s.draft_id;
alter table shot drop column draft_id, drop column mark_start, drop column mark_end, drop column excerpt, drop column lost;

-- A code that was ever given is never given to another shot: it stands on slates and in file names.
create table former_code (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  code text not null,
  changed_by text not null,
  changed_at timestamptz not null,
  unique (production_id, code)
);

-- What was shot and said for one shot counts for another: after a split for both halves, after a merge for the one that stays.
create table inherited (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  from_id uuid not null references shot,
  kind text not null check (kind in ('SPLIT', 'MERGE')),
  said_by text not null,
  said_at timestamptz not null,
  ended_at timestamptz,
  check (shot_id <> from_id)
);
create index inherited_production on inherited (production_id);

create table board_frame (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  position int not null,
  caption text not null,
  hash text not null check (hash ~ '^[0-9a-f]{64}$'),
  type text not null,
  added_by text not null,
  added_at timestamptz not null,
  version bigint not null
);
create index board_frame_shot on board_frame (production_id, shot_id, position);

-- Cues that somebody looked at and did not want.
create table waved_cue (
  id uuid primary key,
  production_id uuid not null references production,
  key text not null,
  words text not null,
  waved_by text not null,
  waved_at timestamptz not null,
  unique (production_id, key)
);

alter table production add column cue_words text not null default '{"own":[],"struck":[]}' check (cue_words::jsonb is not null);
alter table production add column hour_rate double precision not null default 0 check (hour_rate >= 0);
alter table production add column set_hour_rate double precision not null default 0 check (set_hour_rate >= 0);
alter table production add column budget double precision check (budget >= 0);
alter table production add column currency text not null default 'EUR' check (currency ~ '^[A-Z]{3}$');
