-- Versions are shown to guests one by one, and what a client says of one stands beside the verdict.
create table showing (
  id uuid primary key,
  version_id uuid not null references version,
  kind text not null check (kind in ('PROGRESS', 'APPROVAL', 'ENDED')),
  until date,
  said_by text not null,
  said_at timestamptz not null,
  by_person uuid references person,
  check (kind <> 'ENDED' or until is null)
);
create index showing_version on showing (version_id, said_at);

create table client_word (
  id uuid primary key,
  version_id uuid not null references version,
  kind text not null check (kind in ('APPROVED', 'WITH_NOTES', 'NOT_APPROVED')),
  words text not null,
  who text not null,
  told text not null,
  said_at timestamptz not null,
  by_person uuid references person
);
create index client_word_version on client_word (version_id, said_at);

alter table production add column client_needed boolean not null default false;

-- Guests saw the newest version of what they were invited to: they go on seeing that one, and none
-- that comes after it by itself. Nobody said so, and no name stands at it.
insert into showing (id, version_id, kind, until, said_by, said_at, by_person)
select gen_random_uuid(), v.id, 'PROGRESS', null, '', now(), null
from (select distinct on (shot_id) id, shot_id from version order by shot_id, number desc) v
where exists (select 1 from invitation i where i.shot_id = v.shot_id);
