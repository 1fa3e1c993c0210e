-- On what terms a production pays and offers work. Null until somebody has said so.
alter table production add column pay_terms text;
-- What is paid besides hours: thought of, and the bills that came.
create table planned_cost (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid references shot,
  cost text not null,
  closed boolean not null,
  version bigint not null
);
create index planned_cost_production on planned_cost (production_id);
create table bill (
  id uuid primary key,
  by_person uuid references person,
  production_id uuid not null references production,
  planned_id uuid references planned_cost,
  shot_id uuid references shot,
  words text not null,
  amount double precision not null,
  day date not null,
  said_by text not null,
  said_at timestamptz not null
);
create index bill_production on bill (production_id, day);
-- Bids and change orders as they were made, and what became of them; added and never changed.
create table offer (
  id uuid primary key,
  by_person uuid references person,
  production_id uuid not null references production,
  kind text not null,
  number integer not null,
  bid_id uuid references offer,
  body text not null,
  said_by text not null,
  said_at timestamptz not null,
  unique (production_id, kind, number)
);
create table offer_word (
  id uuid primary key,
  by_person uuid references person,
  production_id uuid not null references production,
  offer_id uuid not null references offer,
  kind text not null,
  amount double precision,
  day date not null,
  words text not null,
  said_by text not null,
  said_at timestamptz not null
);
create index offer_word_production on offer_word (production_id);
