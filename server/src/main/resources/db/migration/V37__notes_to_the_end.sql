-- A note is carried until who gave it is satisfied: what is said of it is evidence, an answer one
-- kind of it. What was answered before was closed by its answer; that stays so, and is said.
create table note_word (
  id uuid primary key,
  note_id uuid not null references review_note,
  kind text not null check (kind in ('TAKEN', 'ANSWERED', 'CONFIRMED', 'AGAIN', 'WITHDRAWN')),
  version_id uuid references version,
  words text not null,
  said_by text not null,
  said_at timestamptz not null,
  by_person uuid references person,
  check (kind <> 'ANSWERED' or version_id is not null)
);
create index note_word_note on note_word (note_id, said_at);

insert into note_word (id, note_id, kind, version_id, words, said_by, said_at, by_person)
select id, note_id, 'ANSWERED', version_id, words, said_by, said_at, by_person from note_answer;

insert into note_word (id, note_id, kind, version_id, words, said_by, said_at, by_person)
select distinct on (note_id) gen_random_uuid(), note_id, 'CONFIRMED', version_id,
  'closed by its answer, as it was then', '', said_at + interval '1 microsecond', null
from note_answer order by note_id, said_at desc, id;

drop table note_answer;

alter table review_note add column last_frame int;
update review_note set last_frame = frame;
alter table review_note alter column last_frame set not null;
alter table review_note add constraint review_note_frames check (last_frame >= frame);
alter table review_note add column whole boolean not null default false;
alter table review_note add column wish boolean not null default false;
alter table review_note add column shown boolean not null default false;
alter table review_note add column for_person uuid references person;
