import { Choice, Toggle } from '../../../ui/choices';
import { CountField, LengthField, Entry } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';

const MARKS = [
  ['crop', 'Crop'],
  ['register', 'Register'],
  ['fold', 'Fold'],
  ['spine', 'Spine and hinge'],
  ['centre', 'Centre'],
] as const;

/** The marks round the booklets. */
export function MarksControls() {
  const { docket, change, marks, plan } = useJob();
  const { unit } = useUnit();
  const { kind } = docket.product.binding;
  const gathered = kind === 'perfect-bound' || kind === 'sewn';
  const wanted = MARKS.filter(([key]) => key !== 'spine' || plan.sections.some((s) => s.kind === 'cover'));
  return (
    <div className="grid gap-2">
      {wanted.map(([key, name]) => {
        const m = docket.marks[key];
        return (
          <fieldset key={key} className="border-b border-ink/15 pb-2">
            <legend className="sr-only">{name} marks</legend>
            <div className="flex items-center">
              <Toggle
                label={`${name} marks`}
                value={m.on}
                onChange={(on) =>
                  change({ marks: { [key]: { on } } }, `${name.toLowerCase()} marks ${on ? 'on' : 'off'}`)
                }
              />
              {m.on && (marks.noRoom as readonly string[]).includes(key) && (
                <span className="ml-auto text-xs text-brick">no room on this sheet</span>
              )}
            </div>
            {m.on && (
              <div className="grid grid-cols-3 gap-1">
                {(
                  [
                    ['length', key === 'register' ? 'width' : 'length', 50],
                    ['offset', 'offset', 50],
                    ['weight', 'weight', 5],
                  ] as const
                ).map(([field, said, max]) => (
                  <label key={field} className="text-xs text-ink-soft">
                    {said}
                    <LengthField
                      label={`${name} mark ${said}`}
                      value={m[field]}
                      unit={unit}
                      min={field === 'weight' ? 0.01 : 0}
                      max={max}
                      wide
                      onChange={(v) =>
                        change({ marks: { [key]: { [field]: v } } }, `${name.toLowerCase()} mark ${said}`)
                      }
                    />
                  </label>
                ))}
              </div>
            )}
          </fieldset>
        );
      })}
      {gathered && <CollatingControls />}
      {plan.sections.length > 1 && (
        <Toggle
          label="Section names"
          value={docket.marks.sectionName.on}
          onChange={(on) => change({ marks: { sectionName: { on } } }, `section names ${on ? 'on' : 'off'}`)}
        />
      )}
      <fieldset>
        <legend className="sr-only">Slug line</legend>
        <div className="flex items-center">
          <Toggle
            label="Slug line"
            value={docket.marks.slug.on}
            onChange={(on) => change({ marks: { slug: { on } } }, `slug line ${on ? 'on' : 'off'}`)}
          />
          {docket.marks.slug.on && marks.noRoom.includes('slug') && (
            <span className="ml-auto text-xs text-brick">no room on this sheet</span>
          )}
        </div>
        {docket.marks.slug.on && (
          <>
            <p className="text-xs text-ink-soft">Job, sheet, side and date.</p>
            <div className="grid grid-cols-3 gap-1">
              <label className="text-xs text-ink-soft">
                height
                <LengthField
                  label="Slug line height"
                  value={docket.marks.slug.height}
                  unit={unit}
                  min={1}
                  max={20}
                  wide
                  onChange={(height) => change({ marks: { slug: { height } } }, 'slug line height')}
                />
              </label>
              <label className="text-xs text-ink-soft">
                offset
                <LengthField
                  label="Slug line offset"
                  value={docket.marks.slug.offset}
                  unit={unit}
                  max={50}
                  wide
                  onChange={(offset) => change({ marks: { slug: { offset } } }, 'slug line offset')}
                />
              </label>
              <label className="text-xs text-ink-soft">
                date
                <Entry
                  label="Slug line date"
                  type="date"
                  shown={docket.date}
                  wide
                  take={(date) => change({ date }, 'slug line date')}
                />
              </label>
            </div>
          </>
        )}
      </fieldset>
    </div>
  );
}

/** Steps on the spine by which a gathered book is checked. */
function CollatingControls() {
  const { docket, change } = useJob();
  const { unit } = useUnit();
  const m = docket.marks.collating;
  const put = (p: Partial<typeof m>, label: string): void => change({ marks: { collating: p } }, label);
  return (
    <fieldset className="border-b border-ink/15 pb-2">
      <legend className="sr-only">Collating marks</legend>
      <Toggle
        label="Collating marks"
        value={m.on}
        onChange={(on) => put({ on }, `collating marks ${on ? 'on' : 'off'}`)}
      />
      {m.on && (
        <div className="grid grid-cols-3 gap-1">
          {(
            [
              ['length', 'step', 60],
              ['width', 'width', 10],
              ['from', 'from head', 1000],
            ] as const
          ).map(([field, said, max]) => (
            <label key={field} className="text-xs text-ink-soft">
              {said}
              <LengthField
                label={`Collating mark ${said}`}
                value={m[field]}
                unit={unit}
                min={field === 'from' ? 0 : 0.5}
                max={max}
                wide
                onChange={(v) => put({ [field]: v }, `collating mark ${said}`)}
              />
            </label>
          ))}
          <label className="text-xs text-ink-soft">
            begins again after
            <CountField
              label="Collating mark begins again after"
              value={m.restart}
              onChange={(restart) => put({ restart: Math.max(2, Math.min(60, restart)) }, 'collating marks')}
            />
          </label>
          <div className="col-span-2 self-end">
            <Choice
              label="Collating mark colour"
              value={m.colour}
              options={[
                { key: 'black', label: 'Black' },
                { key: 'all', label: 'Every separation' },
              ]}
              onChange={(colour) => put({ colour }, 'collating mark colour')}
            />
          </div>
        </div>
      )}
    </fieldset>
  );
}
