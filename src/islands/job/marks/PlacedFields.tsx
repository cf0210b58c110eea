import {
  FACT_NAMES,
  InkName,
  PROCESS,
  readRuns,
  runsSaid,
  STAND_AT,
  type MarkIs,
  type PlacedMark,
  type Stand,
  type StandAt,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { Entry, LengthField } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';
import { markChanged, standChanged } from './fresh';
import { AT_SAID, BY_SAID } from './words';

interface Props {
  readonly mark: PlacedMark;
}

function useMark({ mark }: Props) {
  const { placed, change } = useJob(({ docket, change }) => ({ placed: docket.placed, change }));
  const name = mark.called.toLowerCase();
  return {
    set: (is: Partial<MarkIs>, what: string) =>
      change(markChanged(placed, mark.id, { is: { ...mark.is, ...is } as MarkIs }), `${name} ${what}`),
    stand: (to: Partial<Stand>, what: string) => change(standChanged(placed, mark.id, to), `${name} ${what}`),
    call: (called: string) => change(markChanged(placed, mark.id, { called }), `${name} called ${called}`),
  };
}

/** Everything that can be set of a mark: what it is, where it stands. */
export function PlacedFields({ mark }: Props) {
  const { call } = useMark({ mark });
  return (
    <div className="grid gap-2 pb-1 pl-1">
      <label className="text-xs text-ink-soft">
        called
        <Entry
          label={`Name of ${mark.called}`}
          shown={mark.called}
          wide
          take={(text) => {
            const to = text.trim().slice(0, 60);
            if (to === '') throw new Error('Give it a name.');
            call(to);
          }}
        />
      </label>
      <WhatFields mark={mark} />
      <InkField mark={mark} />
      {mark.is.kind === 'die' ? <WhenFields mark={mark} /> : <WhereFields mark={mark} />}
    </div>
  );
}

/** What a mark is: its words with their facts, its measures. */
function WhatFields({ mark }: Props) {
  const { set } = useMark({ mark });
  const { is, called } = mark;
  const sized = (key: string, label: string, value: number, min: number, max: number) => (
    <Measure
      key={key}
      label={`${called} ${label}`}
      said={label}
      value={value}
      min={min}
      max={max}
      onChange={(v) => set({ [key]: v }, label)}
    />
  );
  switch (is.kind) {
    case 'words':
      return (
        <>
          <Words mark={mark} text={is.text} onChange={(text) => set({ text }, 'words')} />
          <div className="grid grid-cols-3 gap-1">{sized('height', 'height', is.height, 0.8, 50)}</div>
        </>
      );
    case 'code':
      return (
        <>
          <Words mark={mark} text={is.text} onChange={(text) => set({ text }, 'words')} />
          <Choice
            label={`${called} symbology`}
            value={is.symbology}
            options={[
              { key: 'data-matrix', label: 'Data Matrix' },
              { key: 'qr', label: 'QR' },
              { key: 'code-128', label: 'Code 128' },
            ]}
            onChange={(symbology) => set({ symbology }, 'code')}
          />
          <div className="grid grid-cols-3 gap-1">
            {sized('width', 'width', is.width, 4, 200)}
            {is.symbology === 'code-128' && sized('height', 'height', is.height, 4, 100)}
          </div>
        </>
      );
    case 'strip':
      return (
        <div className="grid grid-cols-3 items-end gap-1">
          {sized('patch', 'patch', is.patch, 2, 20)}
          <div className="col-span-2">
            <Toggle
              label="Along the whole edge"
              value={is.whole}
              onChange={(whole) => set({ whole }, whole ? 'along the edge' : 'once')}
            />
          </div>
        </div>
      );
    case 'arrow':
    case 'line':
      return (
        <div className="grid grid-cols-3 gap-1">
          {sized('length', 'length', is.length, is.kind === 'arrow' ? 2 : 1, is.kind === 'arrow' ? 100 : 500)}
          {sized('weight', 'weight', is.weight, 0.01, 5)}
        </div>
      );
    case 'die':
      return <div className="grid grid-cols-3 gap-1">{sized('weight', 'weight', is.weight, 0.01, 5)}</div>;
    case 'dot':
      return <div className="grid grid-cols-3 gap-1">{sized('diameter', 'diameter', is.diameter, 0.5, 30)}</div>;
  }
}

function Measure({
  label,
  said,
  ...field
}: {
  label: string;
  said: string;
  value: number;
  min: number;
  max: number;
  onChange: (mm: number) => void;
}) {
  const { unit } = useUnit();
  return (
    <label className="text-xs text-ink-soft">
      {said}
      <LengthField label={label} unit={unit} wide {...field} />
    </label>
  );
}

/** Words with their facts: each can be put in by its chip. */
function Words({ mark, text, onChange }: Props & { readonly text: string; readonly onChange: (text: string) => void }) {
  return (
    <div className="text-xs text-ink-soft">
      <label>
        says
        <Entry
          label={`${mark.called} says`}
          shown={text.replaceAll('\n', ' | ')}
          wide
          take={(typed) => {
            const to = typed.replace(/ *\| */g, '\n').trim();
            if (to === '') throw new Error('Say something, or remove the mark.');
            if (to.length > (mark.is.kind === 'code' ? 300 : 1000)) throw new Error('That is too long.');
            onChange(to);
          }}
        />
      </label>
      <div role="group" aria-label={`Facts for ${mark.called}`} className="mt-1 flex flex-wrap gap-1">
        {FACT_NAMES.map((name) => (
          <Button key={name} small aria-label={`Put in ${name}`} onPress={() => onChange(`${text} {${name}}`)}>
            {name}
          </Button>
        ))}
      </div>
      <p className="mt-0.5">a stroke | begins a new line</p>
    </div>
  );
}

const SHEETS: Readonly<Record<string, Stand['sheets']>> = { all: 'all', first: 'first', last: 'last' };

/** Where a mark stands: by what, at which edge, how far, which way round, on which sides and sheets. */
function WhereFields({ mark }: Props) {
  const { stand } = useMark({ mark });
  const { stands, called } = mark;
  return (
    <>
      <div className="grid grid-cols-2 gap-1 text-xs text-ink-soft">
        <div>
          by
          <Pick
            label={`${called} stands by`}
            value={stands.by}
            options={(['pieces', 'piece', 'paper', 'plate'] as const)
              .filter((key) => key !== 'piece' || mark.is.kind !== 'strip')
              .map((key) => ({ key, label: BY_SAID[key] }))}
            onChange={(by) => stand({ by }, `by ${BY_SAID[by]}`)}
          />
        </div>
        <div>
          at
          <Pick
            label={`${called} stands at`}
            value={stands.at.length > 1 ? 'several' : stands.at[0]!}
            options={[
              ...(stands.at.length > 1 ? [{ key: 'several' as const, label: `${stands.at.length} places` }] : []),
              ...STAND_AT.map((key) => ({ key, label: AT_SAID[key] })),
              { key: 'corners' as const, label: 'all four corners' },
            ]}
            onChange={(at) => at !== 'several' && stand({ at: placesFor(at) }, 'moved')}
          />
        </div>
      </div>
      <div className="grid grid-cols-3 gap-1">
        <Measure
          label={`${called} distance`}
          said="distance"
          value={stands.off}
          min={-50}
          max={1000}
          onChange={(off) => stand({ off }, 'moved')}
        />
        <Measure
          label={`${called} along`}
          said="along"
          value={stands.along}
          min={-3000}
          max={3000}
          onChange={(along) => stand({ along }, 'moved')}
        />
        <div className="text-xs text-ink-soft">
          turned
          <Pick
            label={`${called} turned`}
            value={String(stands.turned)}
            options={['0', '1', '2', '3'].map((key) => ({ key, label: `${Number(key) * 90}°` }))}
            onChange={(t) => stand({ turned: Number(t) as Stand['turned'] }, `turned ${Number(t) * 90}°`)}
          />
        </div>
      </div>
      <WhenFields mark={mark} />
    </>
  );
}

/** The ink that a mark is printed in: every one, one of the job's, or any other by its name. */
function InkField({ mark }: Props) {
  const { placed, change } = useJob(({ docket, change }) => ({ placed: docket.placed, change }));
  const known = useJob(({ docket: { sheet }, artwork }) =>
    (sheet.inks ? [...sheet.inks.front, ...sheet.inks.back] : [...PROCESS, ...artwork.inks]).join('\n'),
  );
  const { ink, called } = mark;
  const put = (to: string | undefined): void => {
    const next = { ...mark };
    if (to === undefined) delete next.ink;
    else next.ink = to;
    change(
      { placed: placed.map((m) => (m.id === mark.id ? next : m)) },
      `${called.toLowerCase()} in ${to ?? 'every ink'}`,
    );
  };
  const names = [...new Set([...known.split('\n').filter(Boolean), ...(ink === undefined ? [] : [ink])])];
  return (
    <div className="grid grid-cols-2 items-end gap-1 text-xs text-ink-soft">
      <div>
        ink
        <Pick
          label={`${called} ink`}
          value={ink ?? ''}
          options={[{ key: '', label: 'every ink' }, ...names.map((key) => ({ key, label: key }))]}
          onChange={(name) => put(name === '' ? undefined : name)}
        />
      </div>
      {ink !== undefined && (
        <Entry
          label={`Name of the ink of ${called}`}
          shown={ink}
          wide
          take={(text) => {
            const name = InkName.safeParse(text);
            if (!name.success) throw new Error('Type the ink’s name, as the press calls it.');
            put(name.data);
          }}
        />
      )}
    </div>
  );
}

/** On which sides, sheets and pages a mark stands. */
function WhenFields({ mark }: Props) {
  const { stand } = useMark({ mark });
  const { stands, called } = mark;
  return (
    <div className="flex flex-wrap items-end gap-2 text-xs text-ink-soft">
      <Choice
        label={`${called} side`}
        value={stands.side}
        options={[
          { key: 'both', label: 'Both sides' },
          { key: 'front', label: 'Front' },
          { key: 'back', label: 'Back' },
        ]}
        onChange={(side) => stand({ side }, `on ${side}`)}
      />
      <label>
        sheets
        <Entry
          label={`${called} sheets`}
          shown={typeof stands.sheets === 'string' ? stands.sheets : runsSaid(stands.sheets)}
          take={(text) => {
            const named = SHEETS[text.trim().toLowerCase() || 'all'];
            const runs = named ?? readRuns(text);
            if (!runs || (Array.isArray(runs) && runs.some((r) => r.from < 1)))
              throw new Error('Type all, first, last, or 1-3, 7.');
            stand({ sheets: runs as Stand['sheets'] }, `on sheets ${text}`);
          }}
        />
      </label>
      <label>
        pages
        <Entry
          label={`${called} pages`}
          shown={stands.pages ? runsSaid(stands.pages) : 'all'}
          take={(text) => {
            const all = /^(all)?$/i.test(text.trim());
            const runs = all ? undefined : (readRuns(text) ?? []);
            if (runs && (runs.length === 0 || runs.some((r) => r.from < 1))) throw new Error('Type all, or 1-4, 7.');
            stand({ pages: runs }, all ? 'on all pages' : `by pages ${text}`);
          }}
        />
      </label>
    </div>
  );
}

const CORNERS: readonly StandAt[] = ['lead-left', 'lead-right', 'tail-left', 'tail-right'];
const placesFor = (at: StandAt | 'corners'): StandAt[] => (at === 'corners' ? [...CORNERS] : [at]);
