-- When people work, whichever productions they are on, and their part in each. Null until somebody has said so.
alter table person add column hours text;
alter table person add column version bigint not null default 0;
alter table membership add column part text;
alter table membership add column version bigint not null default 0;
