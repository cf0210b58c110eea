import { useState } from 'react';
import { Plus, X } from 'lucide-react';
import type { Machine, Stock } from '../../core';
import { Button } from '../../ui/Button';
import { ask } from '../../ui/client';
import { Choice, Pick, Toggle } from '../../ui/choices';
import { LengthField, Row, SizeField } from '../../ui/fields';
import { useNotices } from '../../ui/Notices';
import { MoneyField, NumberField, TextField } from '../../ui/numbers';
import { useUnit } from '../../ui/unit';
import { Colours } from './Colours';
import { MachineDrawing } from './Drawings';
import { ClickRow, Pace, TurnRow } from './parts';
import { change, useShop } from './store';

type Set = (part: Partial<Machine>, label: string) => void;

/** A printer or a press of the shop, drawn as its figures are typed. */
export function MachineEditor({ machine }: { readonly machine: Machine }) {
  const { unit } = useUnit();
  const set: Set = (part, label) => void change('machines', { ...machine, ...part }, `${machine.name}: ${label}`);
  return (
    <>
      <MachineDrawing machine={machine} unit={unit} />
      <Row label="Name">
        <TextField
          label="Name"
          value={machine.name}
          empty="A machine has a name."
          onChange={(name) => set({ name }, name)}
        />
      </Row>
      <Row label="Prints by" hint={machine.printer || machine.folder ? undefined : 'its sheets are exported by hand'}>
        <PrintsBy machine={machine} set={set} />
      </Row>
      <Row label="Largest sheet">
        <SizeField
          label="Largest sheet"
          value={machine.largest}
          unit={unit}
          onChange={(largest) => set({ largest }, 'largest sheet')}
        />
      </Row>
      <Row label="Smallest sheet">
        <SizeField
          label="Smallest sheet"
          value={machine.smallest}
          unit={unit}
          onChange={(smallest) => set({ smallest }, 'smallest sheet')}
        />
      </Row>
      <Row label="Does not print" hint="the sheet lying with its long edge level, its lead edge at the foot">
        <span className="flex flex-wrap gap-2">
          {(['left', 'right', 'top', 'bottom'] as const).map((edge) => (
            <span key={edge} className="grid text-xs text-ink-soft">
              {edge === 'bottom' ? 'lead edge' : edge}
              <LengthField
                label={`Not printed, ${edge === 'bottom' ? 'lead edge' : edge}`}
                value={machine.noPrint[edge]}
                unit={unit}
                max={1000}
                onChange={(mm) => set({ noPrint: { ...machine.noPrint, [edge]: mm } }, 'edges')}
              />
            </span>
          ))}
        </span>
      </Row>
      <Plates machine={machine} set={set} />
      <Sides machine={machine} set={set} />
      <Speed machine={machine} set={set} />
      <Trays machine={machine} set={set} />
      <Colours machine={machine} set={set} />
    </>
  );
}

/** The plates of a press, and where the paper lies on them. */
function Plates({ machine: { press }, set }: { readonly machine: Machine; readonly set: Set }) {
  const { unit } = useUnit();
  return (
    <Row label="Plates" hint={press ? 'sheets are exported as plates' : undefined}>
      <span className="grid gap-1">
        <Toggle
          label="Prints from plates"
          value={press !== null}
          onChange={(on) => set({ press: on ? NEW_PRESS : null }, on ? 'prints from plates' : 'no plates')}
        />
        {press && (
          <span className="flex flex-wrap gap-2 text-xs text-ink-soft">
            <span className="grid">
              size
              <SizeField
                label="Size of its plates"
                value={press.plate}
                unit={unit}
                onChange={(plate) => set({ press: { ...press, plate } }, 'plates')}
              />
            </span>
            <span className="grid">
              gripper
              <LengthField
                label="Paper behind the plate’s lead edge"
                value={press.gripper}
                unit={unit}
                max={1000}
                onChange={(gripper) => set({ press: { ...press, gripper } }, 'gripper')}
              />
            </span>
            <span className="grid">
              right of its middle
              <LengthField
                label="Paper right of the plate’s middle"
                value={press.across}
                unit={unit}
                min={-1000}
                max={1000}
                onChange={(across) => set({ press: { ...press, across } }, 'side lay')}
              />
            </span>
          </span>
        )}
      </span>
    </Row>
  );
}
const NEW_PRESS: NonNullable<Machine['press']> = { plate: { width: 745, height: 605 }, gripper: 43, across: 0 };

/** Its print service, a folder, or neither. */
function PrintsBy({ machine, set }: { readonly machine: Machine; readonly set: Set }) {
  const [wanted, setWanted] = useState<'printer' | 'folder' | 'hand'>(
    machine.printer ? 'printer' : machine.folder ? 'folder' : 'hand',
  );
  return (
    <span className="grid gap-1">
      <Choice
        label="Prints by"
        value={wanted}
        options={[
          { key: 'printer', label: 'Print service' },
          { key: 'folder', label: 'Folder' },
          { key: 'hand', label: 'Neither' },
        ]}
        onChange={(to) => {
          setWanted(to);
          if (to === 'hand') set({ printer: null, folder: null }, 'exported by hand');
        }}
      />
      {wanted === 'printer' && (
        <>
          <TextField
            label="Address"
            value={machine.printer ?? ''}
            max={500}
            empty="Type its address: ipp://host/ipp/print."
            onChange={(printer) => {
              if (!/^ipps?:\/\/[^/\s]+/.test(printer)) throw new Error('Type its address: ipp://host/ipp/print.');
              set({ printer, folder: null }, 'address');
            }}
          />
          {machine.printer && <TestSheet machine={machine} />}
        </>
      )}
      {wanted === 'folder' && (
        <TextField
          label="Folder"
          value={machine.folder ?? ''}
          max={1000}
          empty="Type the whole path of a folder on the computer that Odd Sparrow runs on."
          onChange={(folder) => {
            if (!/^(\/|[A-Za-z]:[\\/])/.test(folder)) throw new Error('Type the whole path, from its first slash on.');
            set({ folder, printer: null }, 'folder');
          }}
        />
      )}
    </span>
  );
}

/** A sheet that shows how the machine turns it. */
function TestSheet({ machine }: { readonly machine: Machine }) {
  const say = useNotices((s) => s.say);
  const [busy, setBusy] = useState(false);
  const print = async (): Promise<void> => {
    setBusy(true);
    try {
      await ask(`/api/machines/${encodeURIComponent(machine.id)}/test-sheet`, 'POST', {});
      say({
        tone: 'fine',
        text: `A test sheet is on its way to ${machine.name}. Turn it over as the sheet itself says.`,
      });
    } catch (e) {
      say({ tone: 'stop', text: (e as Error).message });
    } finally {
      setBusy(false);
    }
  };
  return (
    <span>
      <Button small isDisabled={busy} onPress={() => void print()}>
        Print a test sheet
      </Button>
    </span>
  );
}

function Sides({ machine, set }: { readonly machine: Machine; readonly set: Set }) {
  return (
    <>
      <Row label="Sides">
        <Choice
          label="Sides"
          value={machine.sides}
          options={[
            { key: 'both', label: 'Both in one pass' },
            { key: 'one', label: 'One, laid back by hand' },
          ]}
          onChange={(sides) => set({ sides }, sides === 'both' ? 'prints both sides' : 'prints one side')}
        />
      </Row>
      <TurnRow
        turn={machine.turn}
        hint="the rust edge goes first into the machine"
        onChange={(turn) => set({ turn }, turn)}
      />
    </>
  );
}

function Speed({ machine, set }: { readonly machine: Machine; readonly set: Set }) {
  const { spoilage } = machine;
  return (
    <>
      <Pace machine={machine} an="sides" set={set}>
        <ClickRow click={machine.click} onChange={(click) => set({ click }, 'click')} />
      </Pace>
      <Row label="Plates" hint="of one form, on a press that needs them">
        <MoneyField label="Plates" value={machine.plate} onChange={(plate) => set({ plate }, 'plates')} />
      </Row>
      <Row label="Spoilage" hint="sheets for each stock, and a share of what is printed">
        <span className="flex gap-2">
          <NumberField
            label="Spoilage, sheets"
            value={spoilage.sheets}
            unit="sheets"
            max={100_000}
            digits={0}
            onChange={(sheets) => set({ spoilage: { ...spoilage, sheets } }, 'spoilage')}
          />
          <NumberField
            label="Spoilage, share"
            value={spoilage.percent}
            unit="%"
            max={100}
            onChange={(percent) => set({ spoilage: { ...spoilage, percent } }, 'spoilage')}
          />
        </span>
      </Row>
      <Row label="Dots" hint="to the inch; bars of codes are whole dots wide">
        <NumberField
          label="Dots to the inch"
          value={machine.dpi}
          unit="dpi"
          min={100}
          max={5080}
          digits={0}
          onChange={(dpi) => set({ dpi }, 'dots')}
        />
      </Row>
    </>
  );
}

/** What lies in which tray, and what its print service calls the tray. */
function Trays({ machine, set }: { readonly machine: Machine; readonly set: Set }) {
  const entries = useShop((s) => s.file.stocks);
  const { trays } = machine;
  const stocks = entries.filter((e) => !e.retired || trays.some((t) => t.stock === e.value.id)).map((e) => e.value);
  const nameOf = (s: Stock): string => `${s.name} ${s.format}`;
  const put = (next: Machine['trays']): void => set({ trays: next }, 'trays');
  const [first] = stocks;
  return (
    <Row label="Trays" hint={trays.length > 0 ? 'stock, and what the print service calls the tray' : undefined}>
      <ul className="grid gap-1">
        {trays.map((t, i) => (
          <li key={i} className="grid grid-cols-[7rem_1fr_7rem_auto] items-start gap-1">
            <TextField
              label={`Tray ${i + 1}, name`}
              value={t.name}
              empty="A tray has a name."
              onChange={(name) => put(trays.map((x, n) => (n === i ? { ...x, name } : x)))}
            />
            <Pick
              label={`Stock in ${t.name}`}
              value={t.stock}
              options={stocks.map((s) => ({ key: s.id, label: nameOf(s), swatch: s.swatch }))}
              onChange={(stock) => put(trays.map((x, n) => (n === i ? { ...x, stock } : x)))}
            />
            <TextField
              label={`${t.name} on the printer`}
              value={t.source ?? ''}
              empty={null}
              onChange={(source) => put(trays.map((x, n) => (n === i ? { ...x, source: source || null } : x)))}
            />
            <Button
              small
              kind="quiet"
              aria-label={`Remove ${t.name}`}
              onPress={() => put(trays.filter((_, n) => n !== i))}
            >
              <X size={14} />
            </Button>
          </li>
        ))}
      </ul>
      <span className="mt-1 flex flex-wrap items-center gap-3">
        <Button
          small
          isDisabled={!first || trays.length >= 50}
          onPress={() => put([...trays, { name: `Tray ${trays.length + 1}`, stock: first!.id, source: null }])}
        >
          <Plus size={14} aria-hidden /> Tray
        </Button>
        <Toggle
          label="One job draws from several"
          value={machine.mixes}
          onChange={(mixes) => set({ mixes }, mixes ? 'several trays in one job' : 'a job for each stock')}
        />
      </span>
    </Row>
  );
}
