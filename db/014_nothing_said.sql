-- What a docket says nothing of, and what it says is nothing, is printed alike: a wish that was taken back is none.
alter function printed_of(jsonb) rename to printed_as_said;
create function printed_of(docket jsonb) returns jsonb language sql immutable parallel safe
  return jsonb_strip_nulls(printed_as_said(docket));
