import { Fragment } from 'react';
import { LEAST_CODE, MARK_CLEAR, Reads, type Finisher } from '../../core';
import { Choice, Toggle } from '../../ui/choices';
import { LengthField, Row } from '../../ui/fields';
import { NumberField } from '../../ui/numbers';
import { useUnit } from '../../ui/unit';
import { Maybe, Smallest, type SetFinisher } from './parts';
import { Programs } from './Programs';

type SlitterWish = Extract<Finisher, { kind: 'slitter' }>;

const Steps = ({ finisher, set }: { readonly finisher: SlitterWish; readonly set: SetFinisher }) => (
  <Maybe
    label="Steps"
    hint="its lines are set in"
    on="In steps"
    value={finisher.step ?? null}
    begins={0.5}
    least={0.01}
    max={50}
    onChange={(step) => set({ step }, 'steps')}
  />
);

/** What a slitter takes, and how near its cuts may be. */
export function OfSlitter({ finisher, set }: { readonly finisher: SlitterWish; readonly set: SetFinisher }) {
  const { unit } = useUnit();
  const length = (
    key: 'sides' | 'ends' | 'nearestSlits' | 'nearestCuts' | 'nearestScores',
    label: string,
    hint: string,
    max: number,
  ) => (
    <Row label={label} hint={hint}>
      <LengthField
        label={label}
        value={finisher[key]}
        unit={unit}
        max={max}
        onChange={(mm) => set({ [key]: mm }, label.toLowerCase())}
      />
    </Row>
  );
  const count = (key: 'mostSlits' | 'mostCrossCuts', label: string, most: number) => (
    <Row label={label}>
      <NumberField
        label={label}
        value={finisher[key]}
        min={1}
        max={most}
        digits={0}
        onChange={(n) => set({ [key]: Math.round(n) }, label.toLowerCase())}
      />
    </Row>
  );
  return (
    <>
      <Smallest finisher={finisher} set={set} />
      <Row label="Goes in first">
        <Choice
          label="Goes in first"
          value={finisher.feed}
          options={[
            { key: 'either', label: 'Either edge' },
            { key: 'short', label: 'Short' },
            { key: 'long', label: 'Long' },
          ]}
          onChange={(feed) => set({ feed }, 'feed')}
        />
      </Row>
      <Steps finisher={finisher} set={set} />
      <Row label="Guide" hint="at which side sheets lie, seen with the edge that goes in first below">
        <Choice
          label="Guide"
          value={finisher.guide}
          options={[
            { key: 'either', label: 'Either side' },
            { key: 'left', label: 'Left' },
            { key: 'right', label: 'Right' },
          ]}
          onChange={(guide) => set({ guide }, 'guide')}
        />
      </Row>
      {count('mostSlits', 'Slits', 100)}
      {count('mostCrossCuts', 'Cross cuts', 500)}
      {length('nearestSlits', 'Slits apart', 'how near two may be', 1000)}
      {length('nearestCuts', 'Cross cuts apart', 'how near two may be', 1000)}
      {length('sides', 'Waste at a side', 'what is taken off there at the least', 500)}
      {length('ends', 'Waste at an end', 'at the lead edge and the tail, at the least', 500)}
      <Tools finisher={finisher} of="scores" label="Scores" set={set} />
      <Tools finisher={finisher} of="perforates" label="Perforations" set={set} />
      {length('nearestScores', 'Lines apart', 'a score or perforation, from a cut or another', 1000)}
      <WhatItReads finisher={finisher} set={set} />
      <Programs machine={finisher} />
    </>
  );
}

/** How many lines it makes along the feed and across it, in the pass that slits. */
function Tools({
  finisher,
  of,
  label,
  set,
}: {
  readonly finisher: SlitterWish;
  readonly of: 'scores' | 'perforates';
  readonly label: string;
  readonly set: SetFinisher;
}) {
  const has = finisher[of];
  return (
    <Row label={label} hint="lines that it makes in the same pass; 0 where it has no tools for them">
      <span className="grid grid-cols-2 gap-1">
        {(['along', 'across'] as const).map((way) => (
          <NumberField
            key={way}
            label={`${label} ${way} the feed`}
            value={has[way]}
            unit={way}
            max={100}
            digits={0}
            onChange={(n) => set({ [of]: { ...has, [way]: Math.round(n) } }, label.toLowerCase())}
          />
        ))}
      </span>
    </Row>
  );
}

const MARK = { side: 8, lead: 6, length: 12, width: 2 };
const CODE = { symbology: 'code-128', side: 24, lead: 5, width: 40, height: 7 } as const;

/** A code clear of the mark: behind it, away from the guide. */
const besideMark = ({ mark }: Reads): NonNullable<Reads['code']> => ({
  ...CODE,
  side: Math.max(CODE.side, mark.side + mark.length + MARK_CLEAR),
});

/** The register mark and the code that it looks for. */
function WhatItReads({ finisher, set }: { readonly finisher: SlitterWish; readonly set: SetFinisher }) {
  const { reads } = finisher;
  const code = reads?.code ?? null;
  const put = (to: Reads | null): void => {
    if (to && !Reads.safeParse(to).success)
      throw new Error('There the code would lie on the register mark, or nearer to it than 2 mm. Move it first.');
    set({ reads: to }, 'what it reads');
  };
  return (
    <>
      <Row label="Register mark" hint="a black bar across the feed, with nothing round it">
        <Toggle
          label="Reads a mark"
          value={reads !== null}
          onChange={(on) => put(on ? { mark: MARK, code: null } : null)}
        />
        {reads && (
          <Lengths
            of={[
              ['Mark from the guide', 'side', 0, 1000],
              ['Mark from the first edge', 'lead', 0, 1000],
              ['Length of the mark', 'length', 2, 100],
              ['Width of the mark', 'width', 0.5, 20],
            ]}
            values={reads.mark}
            onChange={(key, mm) => put({ ...reads, mark: { ...reads.mark, [key]: mm } })}
          />
        )}
      </Row>
      {reads && (
        <Row label="Code" hint={code ? undefined : 'without one its program is chosen by hand'}>
          <Toggle
            label="Reads a code"
            value={code !== null}
            onChange={(on) => put({ ...reads, code: on ? besideMark(reads) : null })}
          />
          {code && (
            <>
              <Choice
                label="Kind of code"
                value={code.symbology}
                options={[
                  { key: 'code-128', label: 'Code 128' },
                  { key: 'qr', label: 'QR' },
                  { key: 'data-matrix', label: 'Data Matrix' },
                ]}
                onChange={(symbology) => {
                  // what is square may reach the mark: then it goes beside it
                  const width = Math.max(code.width, LEAST_CODE[symbology]);
                  const to = { ...reads, code: { ...code, symbology, width } };
                  put(Reads.safeParse(to).success ? to : { ...reads, code: { ...besideMark(reads), symbology } });
                }}
              />
              <Lengths
                of={[
                  ['Code from the guide', 'side', 0, 1000],
                  ['Code from the first edge', 'lead', 0, 1000],
                  ['Width of the code', 'width', LEAST_CODE[code.symbology], 150],
                  ...(code.symbology === 'code-128' ? [['Height of the code', 'height', 4, 100] as const] : []),
                ]}
                values={code}
                onChange={(key, mm) => put({ ...reads, code: { ...code, [key]: mm } })}
              />
            </>
          )}
        </Row>
      )}
    </>
  );
}

/** Lengths with their names before them. */
function Lengths<K extends string>({
  of,
  values,
  onChange,
}: {
  readonly of: readonly (readonly [label: string, key: K, least: number, most: number])[];
  readonly values: { readonly [L in K]: number };
  readonly onChange: (key: K, mm: number) => void;
}) {
  const { unit } = useUnit();
  return (
    <span className="mt-1 grid grid-cols-[max-content_1fr] items-center gap-x-2 gap-y-1 text-sm">
      {of.map(([label, key, least, most]) => (
        <Fragment key={key}>
          <span>{label}</span>
          <LengthField
            label={label}
            value={values[key]}
            unit={unit}
            min={least}
            max={most}
            onChange={(mm) => onChange(key, mm)}
          />
        </Fragment>
      ))}
    </span>
  );
}
