-- Tables that imprints are from, by their content. The file lies in the store under the same name, its rows beside it.
create table record_tables (
  sha256 text primary key check (sha256 ~ '^[0-9a-f]{64}$'),
  bytes bigint not null,
  facts jsonb not null,
  created_at timestamptz not null default now()
);

-- What came since is, where a docket does not say it, what it is by default: sheets printed before are still the same.
create or replace function printed_of(docket jsonb) returns jsonb language sql immutable parallel safe
  return jsonb_set(
    (docket - '{accepted,customer,title,due,date,send}'::text[])
      || jsonb_build_object(
        'overs', coalesce(docket #> '{send,overs}', 'false'),
        'imprint', coalesce(docket -> 'imprint', '{"records":null,"only":[],"table":null,"counters":[],"prints":[]}')
      ),
    '{sheet,machine,dpi}',
    coalesce(docket #> '{sheet,machine,dpi}', '600')
  );
