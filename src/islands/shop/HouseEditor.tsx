import { Writing, type House } from '../../core';
import { Choice } from '../../ui/choices';
import { Row } from '../../ui/fields';
import { TextField } from '../../ui/numbers';
import { changeHouse } from './store';

/** What the shop is called, and how it measures and writes: one way for every screen and every job card. */
export function HouseEditor({ house }: { readonly house: House }) {
  const { writing } = house;
  const write = (part: Partial<Writing>): void => void changeHouse({ ...house, writing: { ...writing, ...part } });
  return (
    <>
      <Row label="Name">
        <TextField
          label="Name of the shop"
          value={house.name}
          empty="The shop has a name."
          onChange={(name) => void changeHouse({ ...house, name })}
        />
      </Row>
      <Row label="Lengths" hint="where a browser has not chosen otherwise">
        <Choice
          label="Lengths"
          value={house.unit}
          options={[
            { key: 'mm', label: 'Millimetres' },
            { key: 'in', label: 'Inches' },
          ]}
          onChange={(unit) => void changeHouse({ ...house, unit })}
        />
      </Row>
      <Row label="Numbers">
        <Choice
          label="Numbers"
          value={writing.numbers}
          options={Writing.shape.numbers.unwrap().options.map((key) => ({ key, label: key }))}
          onChange={(numbers) => write({ numbers })}
        />
      </Row>
      <Row label="Days">
        <Choice
          label="Days"
          value={writing.dates}
          options={[
            { key: 'day month', label: '11 December' },
            { key: 'month day', label: 'December 11' },
          ]}
          onChange={(dates) => write({ dates })}
        />
      </Row>
      <Row label="Currency">
        <span className="flex flex-wrap items-start gap-2">
          <span className="w-24">
            <TextField
              label="Currency"
              value={writing.currency}
              max={5}
              empty="A currency has a sign: €, $, kr."
              onChange={(currency) => write({ currency })}
            />
          </span>
          <Choice
            label="Where the currency stands"
            value={writing.currencyStands}
            options={[
              { key: 'before', label: 'Before' },
              { key: 'after', label: 'After' },
            ]}
            onChange={(currencyStands) => write({ currencyStands })}
          />
        </span>
      </Row>
    </>
  );
}
