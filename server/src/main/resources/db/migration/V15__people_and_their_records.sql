-- Not the hash of a file: columns named so are held against the media folder.
alter table password_link rename column token_hash to token_digest;

-- Names are not one person's: every row that is added keeps whose it is beside the name. What was said before is given to the one person of that name,
-- where there is only one.
create temporary table only_one as
  select name, min(id::text)::uuid as id from person group by name having count(*) = 1;
alter table journal add column by_person uuid references person;
update journal t set by_person = o.id from only_one o where o.name = t.who;
alter table clip_proxy add column by_person uuid references person;
alter table draft add column by_person uuid references person;
update draft t set by_person = o.id from only_one o where o.name = t.imported_by;
alter table evidence add column by_person uuid references person;
update evidence t set by_person = o.id from only_one o where o.name = t.said_by;
alter table former_code add column by_person uuid references person;
update former_code t set by_person = o.id from only_one o where o.name = t.changed_by;
alter table invitation add column by_person uuid references person;
alter table look add column by_person uuid references person;
update look t set by_person = o.id from only_one o where o.name = t.added_by;
alter table look_decision add column by_person uuid references person;
update look_decision t set by_person = o.id from only_one o where o.name = t.decided_by;
alter table note_answer add column by_person uuid references person;
update note_answer t set by_person = o.id from only_one o where o.name = t.said_by;
alter table package add column by_person uuid references person;
update package t set by_person = o.id from only_one o where o.name = t.packed_by;
alter table package_item add column by_person uuid references person;
alter table plate_measure add column by_person uuid references person;
update plate_measure t set by_person = o.id from only_one o where o.name = t.kept_by;
alter table receipt add column by_person uuid references person;
alter table review_note add column by_person uuid references person;
update review_note t set by_person = o.id from only_one o where o.name = t.said_by;
alter table setup_note add column by_person uuid references person;
update setup_note t set by_person = o.id from only_one o where o.name = t.logged_by;
alter table take_call add column by_person uuid references person;
update take_call t set by_person = o.id from only_one o where o.name = t.said_by;
alter table take_clip add column by_person uuid references person;
update take_clip t set by_person = o.id from only_one o where o.name = t.added_by;
alter table take_correction add column by_person uuid references person;
update take_correction t set by_person = o.id from only_one o where o.name = t.said_by;
alter table take add column by_person uuid references person;
update take t set by_person = o.id from only_one o where o.name = t.logged_by;
alter table take_still add column by_person uuid references person;
update take_still t set by_person = o.id from only_one o where o.name = t.added_by;
alter table take_zones add column by_person uuid references person;
update take_zones t set by_person = o.id from only_one o where o.name = t.kept_by;
alter table touch_event add column by_person uuid references person;
update touch_event t set by_person = o.id from only_one o where o.name = t.logged_by;
alter table verdict add column by_person uuid references person;
update verdict t set by_person = o.id from only_one o where o.name = t.said_by;
alter table version add column by_person uuid references person;
update version t set by_person = o.id from only_one o where o.name = t.uploaded_by;
alter table waved_cue add column by_person uuid references person;
update waved_cue t set by_person = o.id from only_one o where o.name = t.waved_by;
drop table only_one;

-- A number that was given once is never given to something else, even when the first was taken back.
alter table shot add column numbers_used int not null default 0 check (numbers_used >= 0);
alter table production add column packages_used int not null default 0 check (packages_used >= 0);
-- Set while a production is put away: it is read, and nothing in it is changed.
alter table production add column archived_at timestamptz;
