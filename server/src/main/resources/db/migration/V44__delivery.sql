-- What the client wants beside the picture, and how long an answer takes.
alter table delivery_spec add column words text not null default '';
alter table delivery_spec add column answer_days double precision check (answer_days > 0);

-- That files of a package were handed over, by the house or by hand.
create table handover (
  id uuid primary key,
  package_id uuid not null references package,
  how text not null check (how in ('BOX', 'HAND')),
  words text not null,
  files text not null check (files::jsonb is not null),
  handed_at timestamptz not null,
  by_person uuid references person
);
create index handover_package on handover (package_id, handed_at);

-- What was answered to each file.
create table receipt_file (
  id uuid primary key,
  receipt_id uuid not null references receipt,
  item_id uuid not null references package_item,
  accepted boolean not null,
  words text not null,
  by_person uuid references person
);
create index receipt_file_receipt on receipt_file (receipt_id);
create index receipt_file_item on receipt_file (item_id);

-- Until now a package was handed over and answered as a whole.
insert into handover
  select gen_random_uuid(), r.package_id, 'BOX', '',
    jsonb_build_object('v', 1, 'value',
      coalesce((select jsonb_agg(i.file_name order by i.file_name)
        from package_item i where i.package_id = r.package_id), '[]'::jsonb))::text,
    r.received_at, r.by_person
  from receipt r;
insert into receipt_file
  select gen_random_uuid(), r.id, i.id, r.accepted, r.words, r.by_person
  from receipt r join package_item i on i.package_id = r.package_id;

-- A second checksum, quick to compute; null in packages older than this.
alter table package_item add column xxh64 text;

-- Frames of the cut when it was packed, to tell later what changed; null likewise.
alter table package_item add column cut_first int;
alter table package_item add column cut_frames int check (cut_frames > 0);
