-- Where a delivery goes is the shop's to say, by machine: an address that a docket carries is never called.
alter table deliveries add column machine_id text;
update deliveries d set machine_id = coalesce(
  (select m.id from machines m where m.value->>'printer' = d.printer order by m.rank limit 1),
  d.docket->'sheet'->'machine'->>'id');
alter table deliveries alter column machine_id set not null;
alter table deliveries drop column printer;

-- Who asks names what is made, so that asking twice makes it once: a send gives a delivery for every run.
alter table deliveries add column send_id uuid;
create unique index deliveries_send on deliveries (send_id, run) where send_id is not null;
create index deliveries_machine on deliveries (machine_id, created_at) where phase <> 'done';
-- The change a job was brought to its present version by.
alter table jobs add column last_change uuid;
create index exports_open on exports (created_at) where state in ('waiting', 'working');

-- Work is found in these tables; nothing is queued elsewhere.
drop schema if exists work cascade;
