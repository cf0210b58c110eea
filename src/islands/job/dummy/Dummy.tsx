import { useState } from 'react';
import { rulesOf } from '../../../core';
import { Choice } from '../../../ui/choices';
import { useBook, useJob } from '../context';
import { BoundPages } from './BoundPages';
import { Hung } from './Hung';
import { Piles } from './Piles';
import { Unfold } from './Unfold';

/** The finished piece as the customer holds it. */
export function Dummy({ sheet }: { readonly sheet: number }) {
  const kind = useJob((s) => s.docket.product.kind);
  switch (kind) {
    case 'flat':
      return <Piles sheet={sheet} />;
    case 'poster':
      return <Hung />;
    case 'bound':
      return <BookDummy sheet={sheet} />;
  }
}

/** A book: its pages turned, or its sheet folded and opened. */
function BookDummy({ sheet }: { readonly sheet: number }) {
  const { docket, plan } = useBook(({ docket, plan }) => ({ docket, plan }));
  const single = rulesOf(docket.product.binding).made === 'folded';
  const [wanted, setMode] = useState<'bound' | 'unfold'>(single ? 'unfold' : 'bound');
  // nothing unfolds in a pile of single leaves
  const folds = plan.product.sections.some((s) => s.way.folds.length > 0);
  const mode = folds ? wanted : 'bound';
  const modes = folds && (
    <Choice
      label="What the dummy shows"
      value={mode}
      options={[
        { key: 'bound', label: 'Turn pages' },
        { key: 'unfold', label: 'Unfold' },
      ]}
      onChange={setMode}
    />
  );
  return mode === 'bound' ? <BoundPages modes={modes} /> : <Unfold sheet={sheet} modes={modes} />;
}
