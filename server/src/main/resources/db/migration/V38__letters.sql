-- Which letters somebody wants about a production, and where.
create table letter_wish (
  id uuid primary key,
  production_id uuid not null references production,
  person_id uuid not null references person,
  address text not null,
  morning time,
  stops boolean not null,
  told text not null,
  version bigint not null,
  unique (production_id, person_id)
);

-- Letters as they were written; kept whether they could be sent or not.
create table letter (
  id uuid primary key,
  production_id uuid not null references production,
  person_id uuid not null references person,
  kind text not null check (kind in ('MORNING', 'STOPS')),
  written_on date not null,
  address text not null,
  subject text not null,
  words text not null,
  written_at timestamptz not null,
  tries int not null,
  sent_at timestamptz,
  by_stand_in boolean not null,
  fault text not null
);
create index letter_person on letter (production_id, person_id, written_at);
create index letter_waiting on letter (written_at) where sent_at is null;
create unique index letter_morning on letter (production_id, person_id, written_on)
  where kind = 'MORNING';
