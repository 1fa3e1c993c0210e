-- What the time stamps and tags of a version's file say; null for stills and for what came earlier.
alter table version add column clip text;
