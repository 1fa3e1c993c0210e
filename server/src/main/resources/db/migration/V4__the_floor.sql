-- What a shooting day is held to, and the order its passes are shot in.
alter table shooting_day add column terms text not null default '{"latitude":null,"longitude":null,"zone":"UTC","call":480,"wrap":1080,"people":[],"rates":{"setupMinutes":20,"costumeMinutes":15,"mediaMinutes":4,"batteryMinutes":90,"cardMinutes":80,"nuisance":8},"cardGigabytes":64,"megabitsPerSecond":100,"shadowHeightM":1.7,"shadowLimitM":0.1}' check (terms::jsonb is not null);
alter table shooting_day add column pass_order text not null default '[]' check (pass_order::jsonb is not null);
alter table shooting_day add column pins text not null default '[]' check (pins::jsonb is not null);
alter table shooting_day add column ordered_by text not null default '';
alter table shooting_day add column version bigint not null default 0;

create table place (
  id uuid primary key,
  production_id uuid not null references production,
  name text not null check (length(name) between 1 and 120),
  latitude double precision not null check (latitude between -90 and 90),
  longitude double precision not null check (longitude between -180 and 180),
  zone text not null,
  unique (production_id, name)
);

-- What the producer says of a pass where the plan does not know: who is in it, in what, how long it takes, in which light.
create table pass_setting (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  plate text not null,
  worn text not null check (worn::jsonb is not null),
  minutes double precision check (minutes > 0),
  light_from double precision,
  light_to double precision,
  version bigint not null,
  unique (shot_id, plate),
  check ((light_from is null) = (light_to is null)),
  check (light_to > light_from)
);
create index pass_setting_production on pass_setting (production_id);

-- A shot that is seen inside another must be shot before it.
create table shot_need (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  needs_id uuid not null references shot,
  why text not null,
  said_by text not null,
  unique (shot_id, needs_id),
  check (shot_id <> needs_id)
);
create index shot_need_production on shot_need (production_id);

create table preset (
  id uuid primary key,
  production_id uuid not null references production,
  name text not null check (length(name) between 1 and 80),
  camera text not null check (camera::jsonb is not null),
  test text not null check (length(test) > 0),
  made_by text not null,
  made_at timestamptz not null,
  unique (production_id, name)
);

-- Evidence of the floor: rows are added and never changed.
alter table take add column not_read text not null default '[]' check (not_read::jsonb is not null);
alter table take add column parts text not null default '[]' check (parts::jsonb is not null);
alter table take add column overruled text not null default '';
alter table take add column device text not null default '';
alter table take add column device_at timestamptz;

create index take_number on take (setup_id, shot_id, plate, number);

alter table take_call drop constraint take_call_call_check;
alter table take_call add constraint take_call_call_check check (call in ('NONE', 'PICK', 'NO_GOOD', 'FALSE_START'));
alter table evidence drop constraint evidence_kind_check;
alter table evidence add constraint evidence_kind_check check (kind in ('SETTLED', 'ACCEPTED', 'DROPPED', 'WAIVED', 'REOPENED'));

create table setup_note (
  id uuid primary key,
  production_id uuid not null references production,
  setup_id uuid not null references setup,
  kind text not null check (kind in ('LIGHT', 'SOUND')),
  item text not null,
  words text not null,
  ev double precision check (ev between -10 and 30),
  kelvin double precision check (kelvin between 1000 and 20000),
  made_at timestamptz not null,
  logged_by text not null
);
create index setup_note_setup on setup_note (setup_id, made_at);

create table take_still (
  id uuid primary key,
  production_id uuid not null references production,
  take_id uuid not null references take,
  hash text not null check (hash ~ '^[0-9a-f]{64}$'),
  type text not null,
  width int not null check (width > 0),
  height int not null check (height > 0),
  caption text not null,
  added_by text not null,
  added_at timestamptz not null
);
create index take_still_take on take_still (take_id);

-- Sessions, as the session library keeps them, so that a restart signs nobody out.
create table spring_session (
  primary_id char(36) primary key,
  session_id char(36) not null,
  creation_time bigint not null,
  last_access_time bigint not null,
  max_inactive_interval int not null,
  expiry_time bigint not null,
  principal_name varchar(100)
);
create unique index spring_session_id on spring_session (session_id);
create index spring_session_expiry on spring_session (expiry_time);
create index spring_session_principal on spring_session (principal_name);
create table spring_session_attributes (
  session_primary_id char(36) not null references spring_session on delete cascade,
  attribute_name varchar(200) not null,
  attribute_bytes bytea not null,
  primary key (session_primary_id, attribute_name)
);
