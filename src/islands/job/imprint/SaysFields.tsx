import type { FontName, Says, Symbology } from '../../../core';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { Entry, LengthField, Row } from '../../../ui/fields';
import { useJob } from '../context';
import { usePrint } from './print';

const FONTS: readonly { readonly key: FontName; readonly label: string }[] = [
  { key: 'text', label: 'Hyperlegible Next' },
  { key: 'text-bold', label: 'Hyperlegible Next, bold' },
  { key: 'mono', label: 'Hyperlegible Mono' },
  { key: 'mono-bold', label: 'Hyperlegible Mono, bold' },
  { key: 'head', label: 'Bricolage Grotesque, bold' },
];

const CODES: readonly { readonly key: Symbology; readonly label: string; readonly detail: string }[] = [
  { key: 'qr', label: 'QR code', detail: 'any text' },
  { key: 'data-matrix', label: 'Data Matrix', detail: 'any text, small' },
  { key: 'code-128', label: 'Code 128', detail: 'letters and digits' },
  { key: 'code-39', label: 'Code 39', detail: 'capitals and digits' },
  { key: 'itf', label: 'Interleaved 2 of 5', detail: 'digits, an even number' },
  { key: 'ean-13', label: 'EAN-13', detail: '12 or 13 digits' },
  { key: 'ean-8', label: 'EAN-8', detail: '7 or 8 digits' },
  { key: 'upc-a', label: 'UPC-A', detail: '11 or 12 digits' },
];

/** How words are set. */
export function TextFields({ at, says }: { readonly at: number; readonly says: Extract<Says, { kind: 'text' }> }) {
  const { set } = usePrint(at);
  const unit = useJob((s) => s.unit);
  const to = (part: Partial<typeof says>, label: string): void => set({ says: { ...says, ...part } }, label);
  return (
    <>
      <Row label="Font">
        <Pick label="Font" value={says.font} options={FONTS} onChange={(font) => to({ font }, 'another font')} />
      </Row>
      <Row label="Size">
        <Entry
          label="Size in points"
          bare
          shown={`${says.size} pt`}
          take={(text) => {
            const size = Number(text.replace(/pt/i, '').replace(',', '.').trim());
            if (!(size >= 1 && size <= 500)) throw new Error('Type 1 to 500 points.');
            to({ size }, `${size} pt`);
          }}
        />
      </Row>
      <Row label="Aligned">
        <Choice
          label="Aligned"
          value={says.align}
          options={[
            { key: 'left', label: 'Left' },
            { key: 'centre', label: 'Middle' },
            { key: 'right', label: 'Right' },
          ]}
          onChange={(align) => to({ align }, `aligned ${align}`)}
        />
      </Row>
      <Row label="Its place" hint={says.width === null ? 'as wide as its words' : undefined}>
        <span className="flex items-center gap-2">
          <Choice
            label="Place"
            value={says.width === null ? 'own' : says.fit}
            options={[
              { key: 'own', label: 'Free' },
              { key: 'shrink', label: 'Shrink' },
              { key: 'wrap', label: 'Wrap' },
              { key: 'as-is', label: 'Fixed' },
            ]}
            onChange={(fit) =>
              fit === 'own'
                ? to({ width: null, height: null, fit: 'as-is' }, 'as wide as it is')
                : to({ fit, width: says.width ?? 40 }, 'its place')
            }
          />
        </span>
        {says.width !== null && (
          <span className="mt-1 block">
            <LengthField
              label="Width of its place"
              value={says.width}
              min={1}
              unit={unit}
              onChange={(width) => to({ width }, 'its width')}
            />
          </span>
        )}
      </Row>
    </>
  );
}

/** Which code, and how large. */
export function CodeFields({ at, says }: { readonly at: number; readonly says: Extract<Says, { kind: 'code' }> }) {
  const { set } = usePrint(at);
  const { unit, dpi } = useJob(({ unit, docket }) => ({ unit, dpi: docket.sheet.machine.dpi }));
  const to = (part: Partial<typeof says>, label: string): void => set({ says: { ...says, ...part } }, label);
  const square = says.symbology === 'qr' || says.symbology === 'data-matrix';
  return (
    <>
      <Row label="Code">
        <Pick
          label="Code"
          value={says.symbology}
          options={CODES}
          onChange={(symbology) => to({ symbology }, 'another code')}
        />
      </Row>
      <Row label={square ? 'Square' : 'Narrow bar'} hint={`a whole number of the machine’s dots at ${dpi} dpi`}>
        <LengthField
          label="Narrowest bar or square"
          value={says.module}
          min={0.1}
          max={10}
          unit={unit}
          onChange={(module) => to({ module }, 'its module')}
        />
      </Row>
      {!square && (
        <Row label="Height">
          <LengthField
            label="Height of the bars"
            value={says.height}
            min={1}
            max={500}
            unit={unit}
            onChange={(height) => to({ height }, 'its height')}
          />
          <span className="mt-1 block">
            <Toggle
              label="Written beneath"
              value={says.spoken}
              onChange={(spoken) => to({ spoken }, spoken ? 'written beneath' : 'bars alone')}
            />
          </span>
        </Row>
      )}
      <Row label="Ground">
        <Toggle
          label="White beneath, quiet zone too"
          value={says.light}
          onChange={(light) => to({ light }, light ? 'on white' : 'on the artwork')}
        />
      </Row>
    </>
  );
}

/** How large a picture stands, and how it fills its place. */
export function PictureFields({
  at,
  says,
}: {
  readonly at: number;
  readonly says: Extract<Says, { kind: 'picture' }>;
}) {
  const { set } = usePrint(at);
  const unit = useJob((s) => s.unit);
  const to = (part: Partial<typeof says>, label: string): void => set({ says: { ...says, ...part } }, label);
  return (
    <>
      <Row label="Its place" hint="wide and high">
        <span className="grid grid-cols-2 gap-1">
          <LengthField
            label="Width of the picture"
            value={says.width}
            min={1}
            unit={unit}
            onChange={(width) => to({ width }, 'its width')}
          />
          <LengthField
            label="Height of the picture"
            value={says.height}
            min={1}
            unit={unit}
            onChange={(height) => to({ height }, 'its height')}
          />
        </span>
      </Row>
      <Row label="In it">
        <Choice
          label="In its place"
          value={says.fit}
          options={[
            { key: 'whole', label: 'Whole' },
            { key: 'filled', label: 'Filled' },
          ]}
          onChange={(fit) => to({ fit }, fit === 'whole' ? 'the whole picture' : 'its place filled')}
        />
      </Row>
    </>
  );
}
