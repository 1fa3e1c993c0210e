-- Ways out that were taken for plates of a shot that are missing.
alter table shot add column ways_out text not null default '{"v":1,"value":[]}';
