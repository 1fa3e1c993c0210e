create table person (
  id uuid primary key,
  login text not null check (login = lower(login) and length(login) between 2 and 60),
  name text not null,
  password_hash text not null,
  created_at timestamptz not null,
  unique (login)
);

create table production (
  id uuid primary key,
  code text not null unique check (code ~ '^[A-Z0-9]{1,8}$'),
  title text not null,
  rate text not null check (rate ~ '^[0-9]+(/[0-9]+)?$'),
  capture_width int not null check (capture_width > 0),
  capture_height int not null check (capture_height > 0),
  delivery_width int not null check (delivery_width > 0),
  delivery_height int not null check (delivery_height > 0),
  sensor_width_mm double precision not null check (sensor_width_mm > 0),
  mains_hz double precision not null check (mains_hz > 0),
  first_frame int not null check (first_frame >= 0),
  handles int not null check (handles >= 0),
  code_pattern text not null,
  hours_per_day double precision not null check (hours_per_day > 0),
  due_on date,
  version bigint not null
);

create table membership (
  id uuid primary key,
  production_id uuid not null references production,
  person_id uuid not null references person,
  role text not null check (role in ('PRODUCER', 'COORDINATOR', 'FLOOR', 'ARTIST', 'GUEST')),
  unique (production_id, person_id)
);
create index membership_person on membership (person_id);

create table draft (
  id uuid primary key,
  production_id uuid not null references production,
  number int not null,
  name text not null,
  source text not null,
  imported_by text not null,
  imported_at timestamptz not null,
  unique (production_id, number)
);

create table shooting_day (
  id uuid primary key,
  production_id uuid not null references production,
  number int not null,
  shoot_on date not null,
  place text not null,
  unique (production_id, number)
);

create table setup (
  id uuid primary key,
  production_id uuid not null references production,
  day_id uuid not null references shooting_day,
  number int not null check (number > 0),
  name text not null,
  struck_at timestamptz,
  version bigint not null,
  unique (production_id, number)
);

create table shot (
  id uuid primary key,
  production_id uuid not null references production,
  draft_id uuid not null references draft,
  setup_id uuid references setup,
  code text not null,
  title text not null,
  intent text not null,
  scene text not null,
  mark_start int not null check (mark_start >= 0),
  mark_end int not null,
  excerpt text not null,
  lost boolean not null,
  omitted boolean not null,
  cut_frames int not null check (cut_frames between 1 and 100000),
  methods text not null check (methods::jsonb is not null),
  version bigint not null,
  unique (production_id, code),
  check (mark_end > mark_start)
);
create index shot_setup on shot (setup_id);

create table invitation (
  id uuid primary key,
  person_id uuid not null references person,
  shot_id uuid not null references shot,
  unique (person_id, shot_id)
);

-- Everything below is evidence: rows are added and never changed.
create table take (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  setup_id uuid not null references setup,
  plate text not null,
  number int not null check (number > 0),
  slate text not null,
  roll text not null,
  tc_in text not null,
  tc_out text not null,
  frames bigint not null check (frames > 0),
  camera text not null check (camera::jsonb is not null),
  note text not null,
  made_at timestamptz not null,
  logged_by text not null,
  logged_at timestamptz not null
);
create index take_shot on take (production_id, shot_id);
create index take_setup on take (setup_id, made_at);

create table take_call (
  id uuid primary key,
  take_id uuid not null references take,
  call text not null check (call in ('NONE', 'PICK', 'NO_GOOD')),
  reason text not null,
  said_by text not null,
  said_at timestamptz not null
);
create index take_call_take on take_call (take_id, said_at);

create table touch_event (
  id uuid primary key,
  production_id uuid not null references production,
  setup_id uuid not null references setup,
  kind text not null,
  note text not null,
  made_at timestamptz not null,
  logged_by text not null
);
create index touch_setup on touch_event (production_id, setup_id);

create table evidence (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  item text not null,
  kind text not null check (kind in ('SETTLED', 'ACCEPTED', 'DROPPED', 'REOPENED')),
  words text not null,
  hours double precision check (hours >= 0),
  said_by text not null,
  said_at timestamptz not null
);
create index evidence_shot on evidence (production_id, shot_id);

create table version (
  id uuid primary key,
  production_id uuid not null references production,
  shot_id uuid not null references shot,
  number int not null check (number > 0),
  file_name text not null,
  hash text not null check (hash ~ '^[0-9a-f]{64}$'),
  type text not null,
  bytes bigint not null check (bytes > 0),
  width int not null check (width > 0),
  height int not null check (height > 0),
  rate text,
  frames int not null check (frames > 0),
  note text not null,
  uploaded_by text not null,
  uploaded_at timestamptz not null,
  unique (shot_id, number)
);
create index version_production on version (production_id, shot_id);

create table review_note (
  id uuid primary key,
  version_id uuid not null references version,
  shot_id uuid not null references shot,
  frame int not null,
  words text not null,
  said_by text not null,
  said_at timestamptz not null
);
create index review_note_shot on review_note (shot_id);

create table note_answer (
  id uuid primary key,
  note_id uuid not null references review_note,
  version_id uuid not null references version,
  words text not null,
  said_by text not null,
  said_at timestamptz not null
);
create index note_answer_note on note_answer (note_id);

create table verdict (
  id uuid primary key,
  version_id uuid not null references version,
  verdict text not null check (verdict in ('AGREED', 'AGAIN', 'HOLD')),
  reason text not null,
  standard text not null check (standard in ('AT_SPEED', 'WHEN_STOPPED')),
  said_by text not null,
  said_at timestamptz not null
);
create index verdict_version on verdict (version_id, said_at);

create table delivery_spec (
  id uuid primary key,
  production_id uuid not null references production,
  name text not null,
  width int not null check (width > 0),
  height int not null check (height > 0),
  rate text not null,
  handles int not null check (handles >= 0),
  pattern text not null,
  version bigint not null,
  unique (production_id, name)
);

create table package (
  id uuid primary key,
  production_id uuid not null references production,
  spec_id uuid not null references delivery_spec,
  number int not null,
  packed_by text not null,
  packed_at timestamptz not null,
  unique (production_id, number)
);

create table package_item (
  id uuid primary key,
  package_id uuid not null references package,
  shot_id uuid not null references shot,
  version_id uuid not null references version,
  file_name text not null,
  sha256 text not null,
  bytes bigint not null,
  unique (package_id, file_name)
);
create index package_item_shot on package_item (shot_id);

create table receipt (
  id uuid primary key,
  package_id uuid not null references package,
  accepted boolean not null,
  words text not null,
  received_at timestamptz not null
);
create index receipt_package on receipt (package_id, received_at);

create table journal (
  id bigint generated always as identity primary key,
  production_id uuid references production,
  who text not null,
  at timestamptz not null,
  action text not null,
  subject text not null,
  subject_id text not null,
  detail text not null
);
create index journal_production on journal (production_id, id desc);
