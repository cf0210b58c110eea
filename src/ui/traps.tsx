import { TrapSettings } from '../core';
import { Pick } from './choices';
import { LengthField, Row } from './fields';
import { NumberField } from './numbers';
import { useUnit } from './unit';

const PICTURES: Readonly<Record<TrapSettings['pictures'], readonly [label: string, detail: string]>> = {
  darker: ['Into the darker', 'as where two colours meet'],
  picture: ['Into the picture', 'lines keep what they are, and grow'],
  lines: ['Into the lines', 'the picture grows'],
  half: ['Half on each side', 'whatever is darker'],
  none: ['Not at all', 'what meets pictures is left alone'],
};

const WIDTHS = [
  { key: 'width', label: 'Width', said: 'Width of traps' },
  { key: 'black', label: 'Into black', said: 'Width of traps into black' },
] as const;

/** The figures of trap settings. @param press whether pictures are said as well, which only a press traps */
export function TrapFields({
  settings,
  press,
  put,
}: {
  readonly settings: TrapSettings;
  readonly press: boolean;
  readonly put: (part: Partial<TrapSettings>, label: string) => void;
}) {
  const { unit } = useUnit();
  const { blackFrom, step, slide, pictures } = settings;
  return (
    <>
      {WIDTHS.map(({ key, label, said }) => (
        <Row key={key} label={label}>
          <LengthField
            label={said}
            value={settings[key]}
            unit={unit}
            min={0.01}
            max={TrapSettings.shape[key].maxValue!}
            onChange={(v) => put({ [key]: v }, said.toLowerCase())}
          />
        </Row>
      ))}
      <Row label="Black" hint="a colour with so much of it is black, whatever else is in it">
        <NumberField
          label="Black from"
          value={blackFrom}
          unit="%"
          min={50}
          max={100}
          onChange={(v) => put({ blackFrom: v }, 'what is black')}
        />
      </Row>
      <Row label="Step" hint="each of two colours has so much more of an ink than the other; else nothing is trapped">
        <NumberField
          label="Smallest step"
          value={step}
          unit="%"
          min={1}
          max={100}
          onChange={(v) => put({ step: v }, 'smallest step')}
        />
      </Row>
      <Row label="Half each side" hint="where the lighter is so much as dense as the darker">
        <NumberField
          label="Half on each side from"
          value={Math.round(slide * 1000) / 10}
          unit="%"
          max={100}
          onChange={(v) => put({ slide: v / 100 }, 'when half lies on each side')}
        />
      </Row>
      {press && <AtPictures value={pictures} put={put} />}
    </>
  );
}

/** Where pictures meet lines: only a press traps there. */
function AtPictures({
  value,
  put,
}: {
  readonly value: TrapSettings['pictures'];
  readonly put: (part: Partial<TrapSettings>, label: string) => void;
}) {
  return (
    <Row label="At pictures">
      <Pick
        label="Where pictures meet lines"
        value={value}
        options={TrapSettings.shape.pictures.options.map((key) => ({
          key,
          label: PICTURES[key][0],
          detail: PICTURES[key][1],
        }))}
        onChange={(pictures) => put({ pictures }, 'traps at pictures')}
      />
    </Row>
  );
}
