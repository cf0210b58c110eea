import type { ReactNode } from 'react';
import type { Binding } from '../../../core';
import { Choice } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useBook } from '../context';

type Details<K extends Binding['kind']> = (props: {
  readonly binding: Extract<Binding, { kind: K }>;
  readonly put: (binding: Extract<Binding, { kind: K }>, label: string) => void;
}) => ReactNode;

const Nothing = (): ReactNode => null;

const PerfectBound: Details<'perfect-bound'> = ({ binding, put }) => {
  const { unit } = useUnit();
  return (
    <Row label="Grind-off" hint="milled from the spine; content lies so much further from the fold">
      <LengthField
        label="Grind-off"
        value={binding.grindOff}
        unit={unit}
        max={20}
        onChange={(grindOff) => put({ ...binding, grindOff }, 'grind-off')}
      />
    </Row>
  );
};

const LooseLeaf: Details<'loose-leaf'> = ({ binding, put }) => {
  const { unit } = useUnit();
  return (
    <>
      <Row label="Holes" hint="kept clear at the bound edge">
        <LengthField
          label="Hole clearance"
          value={binding.clearance}
          unit={unit}
          max={60}
          onChange={(clearance) => put({ ...binding, clearance }, 'hole clearance')}
        />
      </Row>
      <Row label="Collated">
        <Choice
          label="Collated"
          value={binding.order}
          options={[
            { key: 'repeat', label: 'Leaf by leaf' },
            { key: 'stack', label: 'Cut and stack' },
          ]}
          onChange={(order) => put({ ...binding, order }, 'how leaves are collated')}
        />
      </Row>
    </>
  );
};

const Folded: Details<'folded'> = ({ binding, put }) => {
  const { unit } = useUnit();
  return (
    <Row label="Folded in" hint="so much shorter is a panel that lies inside a fold">
      <LengthField
        label="Folded-in panels shorter by"
        value={binding.short}
        unit={unit}
        max={20}
        onChange={(short) => put({ ...binding, short }, 'folded-in panels')}
      />
    </Row>
  );
};

/** What is asked of each binding, besides its kind. */
const DETAILS: { readonly [K in Binding['kind']]: Details<K> } = {
  'saddle-stitched': Nothing,
  'perfect-bound': PerfectBound,
  sewn: Nothing,
  'loose-leaf': LooseLeaf,
  folded: Folded,
};

/** The wishes of the binding that is chosen. */
export function BindingDetails() {
  const { binding, change } = useBook(({ product, change }) => ({ binding: product.binding, change }));
  const Details = DETAILS[binding.kind] as Details<Binding['kind']>;
  return <Details binding={binding} put={(to, label) => change({ product: { binding: to } }, label)} />;
}
