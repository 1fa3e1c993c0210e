-- A link, used once, by which somebody sets their own password. Only its hash is kept.
create table password_link (
  id uuid primary key,
  person_id uuid not null references person,
  token_hash text not null unique check (token_hash ~ '^[0-9a-f]{64}$'),
  made_by text not null,
  made_at timestamptz not null,
  ends_at timestamptz not null
);
create index password_link_person on password_link (person_id);
