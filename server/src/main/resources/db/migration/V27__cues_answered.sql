-- What was said to a proposed cue: marked, or waved away; and what it was found by, to learn from.
alter table waved_cue rename to cue_answer;
alter table cue_answer rename column waved_by to said_by;
alter table cue_answer rename column waved_at to said_at;
alter table cue_answer add column taken boolean not null default false;
alter table cue_answer alter column taken drop default;
-- The method it named first, and the one it was marked with.
alter table cue_answer add column proposed text;
alter table cue_answer add column method text;
alter table cue_answer add column signs text not null default '{"v":1,"value":[]}';
alter table cue_answer alter column signs drop default;
-- The shot that was made of it; an answer counts while the shot is in the picture.
alter table cue_answer add column shot_id uuid references shot;
-- A cue is known by its words alone: what it was taken for may change as the finder learns.
delete from cue_answer a using cue_answer b
  where a.production_id = b.production_id and a.id > b.id
    and regexp_replace(a.key, '^[A-Z]+:', '') = regexp_replace(b.key, '^[A-Z]+:', '');
update cue_answer set key = regexp_replace(key, '^[A-Z]+:', '');
-- The words of every sentence of it, the one it is known by among them.
alter table cue_answer add column keys text not null default '{"v":1,"value":[]}';
alter table cue_answer alter column keys drop default;
update cue_answer set keys = json_build_object('v', 1, 'value', json_build_array(key))::text;

alter table production add column cues_from double precision not null default 0.4 check (cues_from between 0.15 and 0.95);
alter table production add column cues_learn boolean not null default true;

-- What the sentences of a draft mean, as the model of language read them: a byte a number.
create table draft_sense (
  id uuid primary key references draft on delete cascade,
  production_id uuid not null references production,
  sentences integer not null,
  numbers integer not null,
  meanings bytea not null,
  made_at timestamptz not null,
  by_person uuid references person
);
