import { markChoices, type MarkChoice, type MarkField } from '../../../core';
import { Choice, Toggle } from '../../../ui/choices';
import { CountField, Entry, LengthField } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { PlacedList } from '../marks/PlacedList';

/** The marks that there is anything for: a switch each, and what can be set of those that are on. */
export function MarksControls() {
  const plan = useJob((s) => s.plan);
  return (
    <div className="grid gap-2">
      {markChoices(plan).map((mark) => (
        <MarkControls key={mark.key} mark={mark} />
      ))}
      <PlacedList />
    </div>
  );
}

function MarkControls({ mark }: { readonly mark: MarkChoice }) {
  const { wish, noRoom, change } = useJob(({ docket, marks, change }) => ({
    wish: docket.marks[mark.key],
    noRoom: marks.noRoom.includes(mark.key),
    change,
  }));
  const name = mark.label.toLowerCase();
  return (
    <fieldset className="relative border-b border-ink/15 pb-2 last:border-0">
      <legend className="sr-only">{mark.label}</legend>
      <div className="flex items-center">
        <Toggle
          label={mark.label}
          value={wish.on}
          onChange={(on) => change({ marks: { [mark.key]: { on } } }, `${name} ${on ? 'on' : 'off'}`)}
        />
        {wish.on && noRoom && <span className="ml-auto text-xs text-brick">no room on this sheet</span>}
      </div>
      {wish.on && (
        <>
          {mark.detail && <p className="text-xs text-ink-soft">{mark.detail}</p>}
          <div className="grid grid-cols-3 gap-1">
            {mark.fields.map((field) => (
              <MarkFieldControl key={field.key} mark={mark} field={field} />
            ))}
            {mark.dated && <SlugDate />}
          </div>
        </>
      )}
    </fieldset>
  );
}

/** One wish of a mark, by what it is: a length, a count, one of several. */
function MarkFieldControl({ mark, field }: { readonly mark: MarkChoice; readonly field: MarkField<string> }) {
  const { wish, change } = useJob(({ docket, change }) => ({ wish: docket.marks[mark.key], change }));
  const { unit } = useUnit();
  const value: unknown = (wish as Readonly<Record<string, unknown>>)[field.key];
  const one = mark.label.replace(/marks$/, 'mark');
  const label = `${one} ${field.label}`;
  const put = (to: number | string): void =>
    change({ marks: { [mark.key]: { [field.key]: to } } }, label.toLowerCase());
  const { as } = field;
  switch (as.kind) {
    case 'length':
      return (
        <label className="text-xs text-ink-soft">
          {field.label}
          <LengthField label={label} value={Number(value)} unit={unit} min={as.min} max={as.max} wide onChange={put} />
        </label>
      );
    case 'count':
      return (
        <label className="text-xs text-ink-soft">
          {field.label}
          <CountField
            label={label}
            value={Number(value)}
            onChange={(n) => put(Math.max(as.min, Math.min(as.max, n)))}
          />
        </label>
      );
    case 'choice':
      return (
        <div className="col-span-2 self-end text-xs text-ink-soft">
          <span aria-hidden>{field.label}</span>
          <Choice
            label={label}
            value={value === undefined ? as.options[0]!.key : String(value)}
            options={as.options}
            onChange={put}
          />
        </div>
      );
  }
}

/** The date that the slug line says. */
function SlugDate() {
  const { date, change } = useJob(({ docket, change }) => ({ date: docket.date, change }));
  return (
    <label className="text-xs text-ink-soft">
      date
      <Entry
        label="Slug line date"
        type="date"
        shown={date}
        wide
        take={(to) => change({ date: to }, 'slug line date')}
      />
    </label>
  );
}
