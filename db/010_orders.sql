-- Orders of an order system: what it said, and the job that was made of each when its artwork came.
create table orders (
  number text primary key,
  facts jsonb not null,
  job_id uuid references jobs (id) on delete set null,
  received_at timestamptz not null default now(),
  changed_at timestamptz not null default now(),
  dropped_at timestamptz
);
create index orders_waiting on orders (received_at) where job_id is null and dropped_at is null;
create index orders_job on orders (job_id);

-- a PDF of its own for every form, together in a ZIP
alter table exports drop constraint exports_pass_check;
-- how the sheets are proofed on other paper, in place of the sheets themselves
alter table exports add column proof jsonb;
alter table exports add check (pass in ('all', 'fronts', 'backs', 'forms'));

-- Sets of marks that are kept under a name, for other jobs. Names that differ in capitals alone are the same.
create table kept_marks (
  name text not null check (length(name) between 1 and 60),
  value jsonb not null,
  kept_at timestamptz not null default now()
);
create unique index kept_marks_name on kept_marks (lower(name));

-- What came since is, where a docket does not say it, what it is by default: sheets printed before are still the same.
create or replace function printed_of(docket jsonb) returns jsonb language sql immutable parallel safe
  return jsonb_set(jsonb_set(jsonb_set(
    (docket - '{accepted,customer,title,due,date,send,order}'::text[])
      || jsonb_build_object(
        'placed', coalesce(docket -> 'placed', '[]'),
        'overs', coalesce(docket #> '{send,overs}', 'false'),
        'imprint', jsonb '{"records":null,"only":[],"table":null,"album":null,"counters":[],"prints":[]}'
          || coalesce(docket -> 'imprint', '{}'),
        'marks', jsonb '{"ticks":{"on":false,"length":3,"weight":0.2,"over":"clear"},"bar":{"on":false,"patch":5,"offset":3,"at":"tail"},"overlap":{"on":true,"offset":0.5,"weight":0.25,"height":2.2}}'
          || coalesce(docket -> 'marks', '{}')
          || jsonb_build_object('crop', jsonb '{"at":"block"}' || coalesce(docket #> '{marks,crop}', '{}'))
      ),
    '{sheet,machine,dpi}',
    coalesce(docket #> '{sheet,machine,dpi}', '600')
  ),
    '{sheet,machine,press}',
    coalesce(docket #> '{sheet,machine,press}', 'null')
  ),
    '{sheet,inks}',
    coalesce(docket #> '{sheet,inks}', 'null')
  );
