-- Cameras and lenses that are really there.
alter table production add column kit text not null default '{"v":1,"value":{"bodies":[],"lenses":[]}}';
