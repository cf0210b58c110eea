import { MadeBleed } from '../../../core';
import { Choice, Toggle } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { useJob } from '../context';

const EDGES = [
  { key: 'head', label: 'Head' },
  { key: 'foot', label: 'Foot' },
  { key: 'left', label: 'Left' },
  { key: 'right', label: 'Right' },
] as const;

/** The bleed that is made of the pages themselves, at which of their edges. */
export function BleedRow() {
  const { bleed, wanted, change } = useJob(({ docket, change }) => ({
    bleed: docket.artwork.bleed ?? null,
    wanted: docket.product.bleed > 0,
    change,
  }));
  if (!wanted && !bleed) return null;
  const put = (part: Partial<MadeBleed>, label: string): void =>
    change({ artwork: { bleed: MadeBleed.parse({ ...bleed, ...part }) } }, label);
  const switched = (edge: MadeBleed['edges'][number], on: boolean): void => {
    const edges = EDGES.map((e) => e.key).filter((key) => (key === edge ? on : bleed!.edges.includes(key)));
    // none of them is the same as none made
    if (edges.length === 0) change({ artwork: { bleed: null } }, 'no bleed made');
    else put({ edges }, 'edges with bleed made');
  };
  return (
    <Row label="Bleed" hint={bleed ? 'made where pages have none or too little' : undefined}>
      <Choice
        label="Bleed"
        value={bleed?.way ?? 'own'}
        options={[
          { key: 'own', label: 'As it is' },
          { key: 'mirrored', label: 'Mirrored' },
          { key: 'stretched', label: 'Stretched' },
        ]}
        onChange={(way) =>
          way === 'own' ? change({ artwork: { bleed: null } }, 'no bleed made') : put({ way }, `bleed ${way}`)
        }
      />
      {bleed && (
        <span className="mt-1.5 flex flex-wrap gap-x-3 gap-y-1">
          {EDGES.map(({ key, label }) => (
            <Toggle key={key} label={label} value={bleed.edges.includes(key)} onChange={(on) => switched(key, on)} />
          ))}
          <Toggle
            label="Corners"
            value={bleed.corners}
            onChange={(corners) => put({ corners }, corners ? 'corners with bleed made' : 'corners without bleed')}
          />
        </span>
      )}
    </Row>
  );
}
