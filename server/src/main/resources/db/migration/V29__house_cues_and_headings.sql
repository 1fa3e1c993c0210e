-- Whether a production's answers to cues count in the others of the house that say so too, and theirs in it.
alter table production add column cues_of_house boolean not null default false;

-- Words scene headings are written with, beside those of the languages that ship; a draft keeps those it came in with.
alter table production add column headings text not null default '{"v":1,"value":{"inside":[],"outside":[],"dark":[]}}';
alter table draft add column headings text not null default '{"v":1,"value":{"inside":[],"outside":[],"dark":[]}}';

-- The scene a shot was in before somebody decided where its words are.
alter table mark add column asked_scene text;

-- What is told of a cue is measured on harder scripts now and lower: who showed cues from where most do goes on doing so.
alter table production alter column cues_from set default 0.35;
update production set cues_from = 0.35 where cues_from = 0.4;
