-- Up to which change somebody has looked at what happened to their shots; null for never.
alter table membership add column seen_stamp bigint;
