import { formatNumber, LIES_AS_IT_IS, withLay, type PageLay, type WorkedPage, type WorkFor } from '../../../core';
import { Choice } from '../../../ui/choices';
import { Entry, LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';

const TURNS = [
  { key: '0', label: '0°' },
  { key: '1', label: '90°' },
  { key: '2', label: '180°' },
  { key: '3', label: '270°' },
] as const;

/** How a page lies on its place: turned, at an angle, mirrored, scaled, moved. */
export function LayFigures({ facts, pages }: { readonly facts: WorkedPage; readonly pages: WorkFor }) {
  const { work, change } = useJob(({ docket, change }) => ({ work: docket.artwork.work, change }));
  const { unit } = useUnit();
  const lay = facts.lay ?? LIES_AS_IT_IS;
  const put = (part: Partial<PageLay>, label: string): void =>
    change({ artwork: { work: withLay(work, pages, part, facts.lay) } }, label);
  const { x, y } = lay.scale;
  return (
    <section aria-label="How the page lies" className="mt-3 border-t border-ink/20 pt-2">
      <Row label="Turned">
        <Choice
          label="Turned, counter-clockwise"
          value={String(lay.turn) as (typeof TURNS)[number]['key']}
          options={TURNS}
          onChange={(key) => put({ turn: Number(key) as PageLay['turn'] }, 'page turned')}
        />
      </Row>
      <Row label="Angle">
        <Entry
          label="Angle, degrees counter-clockwise"
          shown={`${formatNumber(lay.angle, 2)}°`}
          take={(text) => {
            const angle = Number(text.replace('°', '').replace(',', '.').replace('−', '-').trim());
            if (!(Math.abs(angle) <= 180)) throw new Error('Type -180 to 180 degrees.');
            put({ angle }, 'page at an angle');
          }}
        />
      </Row>
      <Row label="Mirrored">
        <Choice
          label="Mirrored"
          value={lay.mirrored ?? 'no'}
          options={[
            { key: 'no', label: 'No' },
            { key: 'across', label: 'Across' },
            { key: 'up', label: 'Up' },
          ]}
          onChange={(key) => put({ mirrored: key === 'no' ? null : key }, 'page mirrored')}
        />
      </Row>
      <Row label="Scaled" hint="100 %, or across and up: 100 × 98.5 %">
        <Entry
          label="Scaled, per cent"
          shown={x === y ? `${percent(x)} %` : `${percent(x)} × ${percent(y)} %`}
          take={(text) => put({ scale: scaleIn(text) }, 'page scaled')}
        />
      </Row>
      <Row label="Moved">
        <span className="flex flex-wrap gap-x-1.5 gap-y-1">
          <LengthField
            label="Moved to the right"
            value={lay.move.x}
            unit={unit}
            min={-5000}
            onChange={(mm) => put({ move: { ...lay.move, x: mm } }, 'page moved')}
          />
          <LengthField
            label="Moved up"
            value={lay.move.y}
            unit={unit}
            min={-5000}
            onChange={(mm) => put({ move: { ...lay.move, y: mm } }, 'page moved')}
          />
        </span>
      </Row>
    </section>
  );
}

const percent = (factor: number): string => formatNumber(factor * 100, 2);

/** Typed scales as factors. @throws Error in words */
function scaleIn(text: string): PageLay['scale'] {
  const [x, y = x] = text
    .replace(/%/g, '')
    .split(/[x×]/)
    .map((part) => Number(part.replace(',', '.').trim()) / 100);
  const fits = (v: number | undefined): v is number => v !== undefined && v >= 0.05 && v <= 20;
  if (!fits(x) || !fits(y)) throw new Error('Type 5 to 2000 per cent: 98.5, or 100 × 98.5.');
  return { x, y };
}
