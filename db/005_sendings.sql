-- One that prints what another did not: the rest after a jam, or all of it once more. It counts in the sending of that.
alter table deliveries add column goes_on_from uuid;
alter table deliveries add column root_send uuid;
create index deliveries_goes_on on deliveries (goes_on_from) where goes_on_from is not null;
-- Further copies or sheets, beside what the job was sent as: no measure of whether the job is printed.
alter table deliveries add column extra boolean not null default false;

-- Of a docket, what comes out of the press: not whom it is for, nor when, nor whether it waits there.
create or replace function printed_of(docket jsonb) returns jsonb language sql immutable parallel safe
  return (docket - '{accepted,customer,title,due,date,send}'::text[])
    || jsonb_build_object('overs', coalesce(docket #> '{send,overs}', 'false'));
