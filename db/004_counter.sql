-- A job that has been made: taken off the floor by hand, as whoever finishes it is no machine that tells.
alter table jobs add column done_at timestamptz;

-- Which version of the job a delivery prints, and since when that stood; null for what was accepted before.
alter table deliveries add column job_version int;
alter table deliveries add column version_at timestamptz;
-- Of its load, what it prints: {"sheets": {"from", "to"} | null, "times": n | null}, places in the load from 1; null for all.
alter table deliveries add column part jsonb;

-- What of a docket has nothing to do with what comes out of the press.
create function printed_of(docket jsonb) returns jsonb language sql immutable parallel safe
  return docket - '{accepted,customer,title,due,date,send}'::text[];

-- Sheets that are printed each time: sheets_total is a whole number of them; null for what was accepted before.
alter table deliveries add column sheets_each int;
-- One sending may print several parts of one load: the rest of a copy, then whole ones.
drop index deliveries_send;
create unique index deliveries_send on deliveries (send_id, run, coalesce(part::text, '')) where send_id is not null;

-- What a shop does not use any more stays for the jobs that have it.
alter table stocks add column retired boolean not null default false;
alter table machines add column retired boolean not null default false;
alter table finishers add column retired boolean not null default false;
-- The shop itself: one row at most.
create table house (id int primary key check (id = 1), value jsonb not null);
