-- A moment may be proposed as gone. What was asked before somebody decided is kept, so that it can be asked again.
alter table mark drop constraint mark_standing_check;
alter table mark add constraint mark_standing_check
  check (standing in ('MARKED', 'UNCHANGED', 'MOVED', 'REWORDED', 'ASKED', 'GONE', 'LOST'));
alter table mark drop constraint mark_check2;
alter table mark add constraint mark_has_place check ((standing in ('LOST', 'GONE')) = (mark_start is null));
alter table mark add column asked_standing text check (asked_standing in ('ASKED', 'GONE', 'LOST'));
alter table mark add column asked_start int;
alter table mark add column asked_end int;
alter table mark add column asked_reason text;
alter table mark add column asked_excerpt text;
alter table mark add column asked_omitted boolean not null default false;
update mark set asked_standing = 'LOST', asked_reason = 'the words are gone', asked_excerpt = excerpt
  where standing = 'LOST' and reason like '% says the words are gone';

-- When somebody last chose how a shot is made: what is written otherwise after that is told.
alter table shot add column planned_at timestamptz;
update shot set planned_at = now() where coalesce(methods::jsonb -> 'value', methods::jsonb) <> '[]'::jsonb;

-- What a draft is called may be mended; its words never change.
alter table draft add column version bigint not null default 0;
