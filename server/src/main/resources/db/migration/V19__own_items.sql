-- Things a shot owes because somebody said so, and what of its derived plan is otherwise.
alter table shot add column own_items text not null default '{"v":1,"value":[]}';
alter table shot add column plan_changes text not null default '{"v":1,"value":[]}';
