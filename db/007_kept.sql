-- Imprints that are kept under a name, for other jobs. Names that differ in capitals alone are the same.
create table kept_imprints (
  name text not null check (length(name) between 1 and 60),
  value jsonb not null,
  kept_at timestamptz not null default now()
);
create unique index kept_imprints_name on kept_imprints (lower(name));
