-- What was drawn on a frame, in shares of it; null where nothing was.
alter table review_note add column drawing text;
