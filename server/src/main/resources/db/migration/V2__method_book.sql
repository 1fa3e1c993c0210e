-- Who signed a caution, and what was found for an element: parts of the evidence.
alter table evidence add column signed_by text;
alter table evidence add column signed_role text;
alter table evidence add column signed_on date;
alter table evidence add column source text check (source in ('SHOOT', 'STOCK', 'DRAW', 'BUILD', 'PRACTICAL'));
alter table evidence add column width_px int check (width_px > 0);
alter table evidence add column licence text;
alter table evidence add constraint evidence_signature check ((signed_by is null) = (signed_role is null) and (signed_by is null) = (signed_on is null));

-- Hours per unit of work that differ from the planning defaults.
alter table production add column effort_rates text not null default '[]' check (effort_rates::jsonb is not null);

-- Looks tried side by side, and the decisions between them. Rows are added and never changed.
create table look (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  letter text not null check (letter ~ '^[A-Z]$'),
  title text not null,
  words text not null,
  hash text check (hash ~ '^[0-9a-f]{64}$'),
  type text,
  added_by text not null,
  added_at timestamptz not null,
  unique (shot_id, letter)
);

create table look_decision (
  id uuid primary key,
  look_id uuid not null references look,
  shot_id uuid not null references shot,
  reason text not null,
  decided_by text not null,
  decided_at timestamptz not null
);
create index look_decision_shot on look_decision (shot_id, decided_at);
