import { ImprintInk } from '../../../core';
import { Choice, Pick } from '../../../ui/choices';
import { Entry, Row } from '../../../ui/fields';
import { useJob } from '../context';
import { usePrint } from './print';

/** `0 0 0 100`, as it is typed and said. */
const said = ({ c, m, y, k }: ImprintInk['cmyk']): string => [c, m, y, k].join(' ');

function cmykFrom(text: string): ImprintInk['cmyk'] {
  const [c, m, y, k, ...more] = text
    .trim()
    .split(/[\s,;/]+/)
    .map(Number);
  const found = ImprintInk.shape.cmyk.safeParse({ c, m, y, k });
  if (more.length > 0 || !found.success) throw new Error('Type cyan, magenta, yellow, black: 0 60 80 20.');
  return found.data;
}

/** The ink it prints in: process inks, or a spot ink that the artwork has. */
export function InkFields({ at }: { readonly at: number }) {
  const { print, set } = usePrint(at);
  const { ink } = print;
  const inks = useJob((s) => s.artwork.inks);
  const spots = [...new Set([...inks, ...(ink.spot === null ? [] : [ink.spot])])];
  return (
    <Row label="Ink" hint={ink.spot === null ? undefined : 'per cent that stand for it where it is not on the press'}>
      <Choice
        label="Ink"
        value={ink.spot === null ? 'process' : 'spot'}
        options={[
          { key: 'process', label: 'CMYK' },
          { key: 'spot', label: 'Spot' },
        ]}
        onChange={(key) =>
          set({ ink: { ...ink, spot: key === 'spot' ? (spots[0] ?? 'Spot') : null } }, `in ${key} ink`)
        }
      />
      {ink.spot !== null && (
        <span className="mt-1 block">
          {spots.length > 1 && (
            <Pick
              label="Spot ink of the artwork"
              value={ink.spot}
              options={spots.map((key) => ({ key, label: key }))}
              onChange={(spot) => set({ ink: { ...ink, spot } }, `in ${spot}`)}
            />
          )}
          <Entry
            label="Name of the spot ink"
            wide
            shown={ink.spot}
            take={(text) => {
              if (text.trim() === '') throw new Error('Type its name.');
              set({ ink: { ...ink, spot: text.trim().slice(0, 100) } }, `in ${text.trim()}`);
            }}
          />
        </span>
      )}
      <span className="mt-1 block">
        <Entry
          label="Cyan, magenta, yellow, black, per cent"
          wide
          shown={said(ink.cmyk)}
          take={(text) => set({ ink: { ...ink, cmyk: cmykFrom(text) } }, 'another ink')}
        />
      </span>
    </Row>
  );
}
