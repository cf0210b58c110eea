import { madeAs, type ProductKind } from '../../../core';
import { Choice } from '../../../ui/choices';
import { Entry, Row } from '../../../ui/fields';
import { useJob, useJobStore } from '../context';

export function TitleRow() {
  const { title, change } = useJob(({ docket, change }) => ({ title: docket.title, change }));
  return (
    <Row label="Title">
      <Entry
        label="Title"
        shown={title}
        wide
        take={(t) => change({ title: t.trim().slice(0, 300) || 'Untitled' }, 'title')}
      />
    </Row>
  );
}

const KINDS: Readonly<Record<ProductKind, string>> = { bound: 'Bound or folded', flat: 'Flat', poster: 'Poster' };

/** What the artwork is made into: the same file is a booklet or so many cards. */
export function MadeAs() {
  const store = useJobStore();
  const kind = useJob((s) => s.docket.product.kind);
  return (
    <Row label="Made as">
      <Choice
        label="Made as"
        value={kind}
        options={(Object.keys(KINDS) as ProductKind[]).map((key) => ({ key, label: KINDS[key] }))}
        onChange={(to) => {
          const { docket, artwork, shop, change } = store.getState();
          change(madeAs(docket, artwork, shop, to), `made as ${KINDS[to].toLowerCase()}`);
        }}
      />
    </Row>
  );
}
