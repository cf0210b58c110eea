import { canBecome, PROCESS, sameInk, USUAL_LINES, type InkWork, type ThinLines } from '../../../core';
import { Pick, Toggle } from '../../../ui/choices';
import { LengthField, Row } from '../../../ui/fields';
import { useUnit } from '../../../ui/unit';
import { useJob } from '../context';

/** What stands for an ink that another is made of, beside the words of the choice. */
const AS = 'as ';

const keyOf = (becomes: InkWork['becomes'] | undefined): string =>
  becomes === undefined ? 'own' : typeof becomes === 'string' ? becomes : `${AS}${becomes.ink}`;

const NONE: readonly InkWork[] = [];

/** Each spot ink of the artwork, and what becomes of it where it is printed. */
export function InkWorksRow() {
  const { inks, works, plates, leads, change } = useJob(({ artwork, docket, plan, change }) => ({
    inks: artwork.inks,
    works: docket.artwork.inks ?? NONE,
    plates: docket.sheet.inks,
    leads: plan.sheets.leads,
    change,
  }));
  // what is said of an ink that a corrected file has no more stays, to be taken back
  const gone = works.filter((w) => !inks.some((ink) => sameInk(ink, w.ink))).map((w) => w.ink);
  const all = [...inks.filter(canBecome), ...gone];
  if (all.length === 0) return null;
  const put = (ink: string, key: string): void => {
    const others = works.filter((w) => !sameInk(w.ink, ink));
    const becomes: InkWork['becomes'] | null = key === 'own' ? null : isWord(key) ? key : { ink: key.slice(AS.length) };
    const now = becomes === null ? others : [...others, { ink, becomes }];
    change({ artwork: { inks: now.length > 0 ? now : null } }, `${ink}: ${SAID[key] ?? key}`);
  };
  const others = (ink: string): string[] => {
    const names = [...inks, ...(plates ? [...plates.front, ...plates.back] : []), ...PROCESS];
    return names.filter((n, i) => !sameInk(n, ink) && names.findIndex((m) => sameInk(m, n)) === i);
  };
  return (
    <Row label="Spot inks" hint={works.length > 0 ? 'done where it is printed; the file stays' : undefined}>
      <ul className="space-y-1.5">
        {all.map((ink) => (
          <li key={ink} className="grid grid-cols-[minmax(0,1fr)_9.5rem] items-center gap-2">
            <span className="truncate text-sm" title={ink}>
              {ink}
            </span>
            <Pick
              label={`What becomes of ${ink}`}
              value={keyOf(works.find((w) => sameInk(w.ink, ink))?.becomes)}
              options={[
                { key: 'own', label: 'As it is' },
                { key: 'process', label: 'Process inks', detail: 'by what the file says stands for it' },
                { key: 'nothing', label: 'Left out', detail: 'what lies under it is whole' },
                { key: 'screen', label: 'Seen, not printed', detail: 'shown here to look at' },
                // where there is none any more what was wished is still seen
                ...(leads || works.some((w) => sameInk(w.ink, ink) && w.becomes === 'ahead')
                  ? [{ key: 'ahead', label: 'On a sheet ahead', detail: 'one more, printed once, to set up by' }]
                  : []),
                ...others(ink).map((name) => ({ key: `${AS}${name}`, label: `As ${name}` })),
              ]}
              onChange={(key) => put(ink, key)}
            />
          </li>
        ))}
      </ul>
    </Row>
  );
}

const WORDS: Readonly<Record<Extract<InkWork['becomes'], string>, string>> = {
  process: 'in process inks',
  nothing: 'left out',
  screen: 'seen, not printed',
  ahead: 'on a sheet ahead',
};
const SAID: Readonly<Record<string, string>> = { own: 'as it is', ...WORDS };
const isWord = (key: string): key is keyof typeof WORDS => key in WORDS;

/** Lines that would break up in print, drawn thicker. */
export function ThinLinesRow() {
  const { lines, change } = useJob(({ docket, change }) => ({ lines: docket.artwork.lines ?? null, change }));
  const { unit } = useUnit();
  const put = (part: Partial<ThinLines>, label: string): void => {
    const next = { ...USUAL_LINES, ...lines, ...part };
    // each of them bounds the next
    const to = Math.max(next.to, next.under);
    change({ artwork: { lines: { ...next, to, most: Math.max(next.most, to) } } }, label);
  };
  return (
    <>
      <Row label="Thin lines" hint={lines ? 'as thick as they are printed; letters stay' : undefined}>
        <Toggle
          label="Thickened"
          value={lines !== null}
          onChange={(on) =>
            on ? put({}, 'thin lines thickened') : change({ artwork: { lines: null } }, 'thin lines left')
          }
        />
      </Row>
      {lines && (
        <>
          <Row label="Thinner than">
            <LengthField
              label="Lines thinner than"
              value={lines.under}
              unit={unit}
              min={0.001}
              max={2}
              onChange={(under) => put({ under }, 'which lines are thin')}
            />
          </Row>
          <Row label="Become">
            <LengthField
              label="Thin lines become"
              value={lines.to}
              unit={unit}
              min={lines.under}
              max={2}
              onChange={(to) => put({ to }, 'how thick lines become')}
            />
          </Row>
          <Row label="At most">
            <LengthField
              label="No line thicker than"
              value={lines.most}
              unit={unit}
              min={lines.to}
              max={5}
              onChange={(most) => put({ most }, 'how thick lines become at most')}
            />
          </Row>
        </>
      )}
    </>
  );
}
