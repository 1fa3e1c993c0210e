-- Methods a house has made for itself. A row is never changed: who wants it otherwise makes another.
create table house_method (
  id text primary key,
  made text not null,
  made_by text not null,
  made_by_id uuid references person,
  made_in text not null,
  made_at timestamptz not null,
  withdrawn_at timestamptz
);
