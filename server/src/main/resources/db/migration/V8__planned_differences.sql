-- What of the camera is set otherwise on single plates of a shot, on purpose.
alter table shot add column planned text not null default '{"v":1,"value":[]}';
