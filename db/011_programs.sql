-- Programs that finishing machines of the shop have, each under its number. They stay when a machine is taken out of the
-- shop: taken back, it has them still.
create table programs (
  machine text not null,
  number integer not null check (number between 1 and 9999),
  value jsonb not null,
  primary key (machine, number)
);

-- How the files of a machine's own programs are written, where that is not our form.
create table program_forms (
  machine text primary key,
  value jsonb not null
);

-- What came since is, where a docket does not say it, what it is by default: sheets printed before are still the same.
create or replace function printed_of(docket jsonb) returns jsonb language sql immutable parallel safe
  return jsonb_set(jsonb_set(jsonb_set(jsonb_set(jsonb_set(
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
  ),
    '{product,lines}',
    coalesce(docket #> '{product,lines}', '[]')
  ),
    '{finish,route}',
    coalesce(
      (
        select jsonb_agg(
          case step #>> '{machine,kind}'
            when 'slitter' then jsonb_set(
              step,
              '{machine}',
              jsonb '{"guide":"either","scores":{"along":0,"across":0},"perforates":{"along":0,"across":0},"nearestScores":5,"reads":null}'
                || (step -> 'machine')
            )
            when 'guillotine' then jsonb_set(step, '{machine}', jsonb '{"bareClamp":null,"memory":null}' || (step -> 'machine'))
            else step
          end
          order by nth
        )
        from jsonb_array_elements(docket #> '{finish,route}') with ordinality as steps (step, nth)
      ),
      '[]'
    )
  );
