-- What the shop has. The whole value is kept as the docket knows it; rank is the order of the lists.
create table stocks (id text primary key, rank int not null, value jsonb not null);
create table machines (id text primary key, rank int not null, value jsonb not null);
create table finishers (id text primary key, rank int not null, value jsonb not null);

-- Artwork files by their content. The file lies in the store under the same name.
create table artworks (
  sha256 text primary key check (sha256 ~ '^[0-9a-f]{64}$'),
  bytes bigint not null,
  facts jsonb not null,
  working_copy boolean not null,
  created_at timestamptz not null default now()
);

create table jobs (
  id uuid primary key,
  number int generated always as identity unique,
  -- counts every change, undo and redo included; a write names the version it was made on
  version int not null default 1,
  -- which step of the history holds
  position int not null default 0,
  summary jsonb not null,
  created_at timestamptz not null default now(),
  changed_at timestamptz not null default now(),
  removed_at timestamptz
);

-- The history of a job's docket. A change behind an undo ends what could be redone.
create table steps (
  job_id uuid not null references jobs on delete cascade,
  seq int not null,
  label text not null,
  docket jsonb not null,
  made_at timestamptz not null default now(),
  primary key (job_id, seq)
);

create table exports (
  id uuid primary key,
  job_id uuid not null references jobs on delete cascade,
  docket jsonb not null,
  state text not null check (state in ('waiting', 'working', 'done', 'canceled', 'failed')),
  done int not null default 0,
  total int not null default 0,
  message text,
  created_at timestamptz not null default now()
);

create table deliveries (
  id uuid primary key,
  number int generated always as identity unique,
  job_id uuid not null references jobs on delete cascade,
  docket jsonb not null,
  machine text not null,
  printer text not null,
  -- what has certainly been done; written before and after every step that the printer sees
  phase text not null check (phase in ('compose', 'create', 'creating', 'created', 'sending', 'follow', 'done')),
  state text not null check (state in ('preparing', 'sending', 'pending', 'held', 'processing', 'stopped', 'completed', 'canceled', 'aborted', 'unsure')),
  message text,
  cancel_wished boolean not null default false,
  printer_job int,
  sheets_done int not null default 0,
  sheets_total int not null,
  created_at timestamptz not null default now(),
  changed_at timestamptz not null default now()
);
create index deliveries_open on deliveries (created_at) where phase <> 'done';
create index deliveries_job on deliveries (job_id, created_at);
