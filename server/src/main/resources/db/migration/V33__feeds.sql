-- The secret address somebody's own calendar asks for their days at; only what it hashes to is kept.
create table feed (
  id uuid primary key,
  production_id uuid not null references production,
  person_id uuid not null references person,
  token_digest text not null unique,
  made_at timestamptz not null,
  asked_at timestamptz,
  unique (production_id, person_id)
);
