-- What came since is, where a docket does not say it, what it is by default: sheets printed before are still the same.
create or replace function printed_of(docket jsonb) returns jsonb language sql immutable parallel safe
  return jsonb_set(jsonb_set(
    (docket - '{accepted,customer,title,due,date,send}'::text[])
      || jsonb_build_object(
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
  );
