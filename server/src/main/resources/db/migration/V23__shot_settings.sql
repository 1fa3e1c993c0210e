-- What a camera records for a shot otherwise than for its production, and how closely it is looked at.
alter table shot add column recording text;
alter table shot add column standard text;
