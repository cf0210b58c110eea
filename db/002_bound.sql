-- A book on several stocks is sent as several deliveries: each one run of sheets that are printed alike.
-- Null for what was accepted before there were runs: all of its sheets.
alter table deliveries add column run int;
-- What an export holds: all sides, or, for a machine that prints one side at a time, the fronts or the backs.
alter table exports add column pass text not null default 'all' check (pass in ('all', 'fronts', 'backs'));
