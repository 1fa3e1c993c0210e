-- Takes are held against each other by clips as well as by stills.
alter table plate_measure alter column first_still drop not null;
alter table plate_measure alter column second_still drop not null;
alter table plate_measure alter column comparison drop not null;
alter table plate_measure add column first_clip uuid references take_clip;
alter table plate_measure add column second_clip uuid references take_clip;
alter table plate_measure add column passes text check (passes is null or passes::jsonb is not null);
alter table plate_measure add check ((first_still is null) <> (first_clip is null));
