-- Lines of a shot with the times somebody gave them; null while nobody has.
alter table shot add column spoken text;
