import { formatLength, routeToRound } from '../../../core';
import { Toggle } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useFlat } from '../context';

/** What corners begin with where they are to be round, mm: what most cards have. */
const FIRST = 3;

/** Whether corners are cut round, and how far. */
export function CornersRow() {
  const { corners, finished, route, shop, change } = useFlat(({ product, docket, shop, change }) => ({
    corners: product.corners ?? null,
    finished: product.finished,
    route: docket.finish.route,
    shop,
    change,
  }));
  const { unit } = useUnit();
  const most = Math.max(0.5, Math.min(200, finished.width / 2, finished.height / 2));
  const put = (to: number | null): void =>
    change(
      { product: { corners: to }, finish: { route: routeToRound(to, route, shop) } },
      to === null ? 'square corners' : `corners of ${formatLength(to, unit)}`,
    );
  return (
    <Row label="Corners">
      <span className="flex flex-wrap items-center gap-2">
        <Toggle label="Round" value={corners !== null} onChange={(on) => put(on ? Math.min(FIRST, most) : null)} />
        {corners !== null && (
          <LengthField label="Radius of the corners" value={corners} unit={unit} min={0.5} max={most} onChange={put} />
        )}
      </span>
    </Row>
  );
}
