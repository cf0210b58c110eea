import { MOST_LINES, formatLength, routeToScore, type FlatProduct } from '../../../core';
import { Pick } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useFlat } from '../context';
import { Add, Remove, removed, replaced } from './lists';

type Line = FlatProduct['lines'][number];

const RUNS: Readonly<Record<Line['runs'], string>> = { upright: 'from the left', level: 'from the head' };

/** What is scored and perforated in every piece. */
export function FlatLines() {
  const { product, route, shop, change } = useFlat(({ product, docket, shop, change }) => ({
    product,
    route: docket.finish.route,
    shop,
    change,
  }));
  const { unit } = useUnit();
  const { lines, finished } = product;
  const put = (to: Line[], label: string): void =>
    change({ product: { lines: to }, finish: { route: routeToScore(to, route, shop) } }, label);
  const add = (kind: Line['kind']): void => {
    // where nothing is said yet: across the longer side, in its middle
    const runs = finished.width >= finished.height ? 'upright' : 'level';
    const at = Math.max(finished.width, finished.height) / 2;
    put([...lines, { kind, runs, at }], `a ${kind} at ${formatLength(at, unit)}`);
  };
  return (
    <Row label="Lines" hint={lines.length === 0 ? 'scored or perforated in every piece' : undefined}>
      {lines.length > 0 && (
        <ol className="grid gap-1.5">
          {lines.map((line, i) => (
            <li key={i} className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-1 border-b border-ink/15 pb-1.5">
              <Pick
                label={`What line ${i + 1} is`}
                value={line.kind}
                options={[
                  { key: 'score', label: 'Score' },
                  { key: 'perforation', label: 'Perforation' },
                ]}
                onChange={(kind) => put(replaced(lines, i, { ...line, kind }), `line ${i + 1} is a ${kind}`)}
              />
              <Remove what={`line ${i + 1}`} onPress={() => put(removed(lines, i), `without line ${i + 1}`)} />
              <LengthField
                label={`Where line ${i + 1} lies`}
                value={line.at}
                unit={unit}
                min={0.1}
                onChange={(at) =>
                  put(replaced(lines, i, { ...line, at }), `line ${i + 1} at ${formatLength(at, unit)}`)
                }
              />
              <span className="col-span-2">
                <Pick
                  label={`Which way line ${i + 1} runs`}
                  value={line.runs}
                  options={[
                    { key: 'upright', label: RUNS.upright, detail: 'it runs from head to foot' },
                    { key: 'level', label: RUNS.level, detail: 'it runs from side to side' },
                  ]}
                  onChange={(runs) =>
                    put(replaced(lines, i, { ...line, runs }), `line ${i + 1} measured ${RUNS[runs]}`)
                  }
                />
              </span>
            </li>
          ))}
        </ol>
      )}
      {lines.length < MOST_LINES && (
        <span className="mt-1 flex flex-wrap gap-1.5">
          <Add onPress={() => add('score')}>A score</Add>
          <Add onPress={() => add('perforation')}>A perforation</Add>
        </span>
      )}
    </Row>
  );
}
