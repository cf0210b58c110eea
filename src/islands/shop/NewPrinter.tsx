import { useState } from 'react';
import { askedAgain, freeId, machineFromPrinter, type FromPrinter, type PrinterTold } from '../../core';
import { Button } from '../../ui/Button';
import { ask, Refused } from '../../ui/client';
import { Dialog } from '../../ui/Dialog';
import { LengthField, Row } from '../../ui/fields';
import { useUnit } from '../../ui/unit';
import { ClickRow, SpeedRow, TurnRow } from './parts';
import { add, change, useShop } from './store';

/** A printer is added by its address: it is asked, and only what it does not say is asked of people, once. */
export function NewPrinter({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return (
    <Dialog title="A press by its address" open={open} onClose={onClose}>
      {open && <Asking done={onClose} />}
    </Dialog>
  );
}

interface Untrusted {
  readonly fingerprint: string;
  readonly message: string;
}

function Asking({ done }: { readonly done: () => void }) {
  const { unit } = useUnit();
  const [uri, setUri] = useState('ipp://');
  const [pin, setPin] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [untrusted, setUntrusted] = useState<Untrusted | null>(null);
  const [found, setFound] = useState<FromPrinter | null>(null);
  const askIt = async (trusted: string | null): Promise<void> => {
    setBusy(true);
    setProblem(null);
    setUntrusted(null);
    try {
      const address = uri.trim();
      const told = await ask<PrinterTold>('/api/printers', 'POST', { uri: address, pin: trusted });
      const { file } = useShop.getState();
      const stocks = file.stocks.filter((s) => !s.retired).map((s) => s.value);
      const made = machineFromPrinter(told, { id: freeId(told.name, new Set()), printer: address, stocks, unit });
      const fresh = { ...made, machine: { ...made.machine, certificate: trusted } };
      // the same address again: its figures are taken anew, and it stays the machine that it is
      const known = file.machines.find((m) => m.value.printer === address)?.value;
      setPin(trusted);
      setFound(known ? { ...fresh, machine: askedAgain(known, fresh), asks: [] } : fresh);
    } catch (e) {
      if (e instanceof Refused && e.body.code === 'untrusted')
        setUntrusted({ fingerprint: String(e.body.fingerprint), message: e.message });
      else setProblem((e as Error).message);
    } finally {
      setBusy(false);
    }
  };
  if (found) return <Answers found={found} trusted={pin !== null} done={done} />;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void askIt(null);
      }}
    >
      <label className="grid gap-1">
        <span className="text-sm">Its address, as its display or its settings page says</span>
        <input
          autoFocus
          value={uri}
          onChange={(e) => setUri(e.target.value)}
          placeholder="ipp://192.168.0.20/ipp/print"
          className="num min-h-8 rounded-sm border border-ink/40 bg-paper px-2"
        />
      </label>
      {problem && (
        <p role="alert" className="mt-2 text-sm text-brick">
          {problem}
        </p>
      )}
      {untrusted && (
        <div className="mt-2 border border-saffron p-2 text-sm" role="alert">
          <p>Nobody vouches for its certificate. Compare its SHA-256 with the printer’s settings page:</p>
          <p className="num mt-1 text-xs break-all">{untrusted.fingerprint}</p>
          <Button small className="mt-2" onPress={() => void askIt(untrusted.fingerprint)}>
            It is the same: trust it
          </Button>
        </div>
      )}
      <div className="mt-4 flex gap-2">
        <Button kind="next" type="submit" isDisabled={busy}>
          {busy ? 'Asking…' : 'Ask it'}
        </Button>
        <Button kind="quiet" onPress={done}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

/** What the printer said, and the few questions that it left open. */
function Answers({
  found,
  trusted,
  done,
}: {
  readonly found: FromPrinter;
  readonly trusted: boolean;
  readonly done: () => void;
}) {
  const { unit } = useUnit();
  const [machine, setMachine] = useState(found.machine);
  const asks = new Set(found.asks);
  const set = (part: Partial<typeof machine>): void => setMachine({ ...machine, ...part });
  const keep = async (): Promise<void> => {
    const { file } = useShop.getState();
    if (file.machines.some((m) => m.value.id === machine.id && m.value.printer === machine.printer))
      await change('machines', machine, `${machine.name} asked again`);
    else await add('machines', machine, `${machine.name} added`);
    done();
  };
  return (
    <>
      <p className="font-head text-lg font-semibold">{machine.name}</p>
      <ul className="mt-1 list-disc pl-5 text-sm">
        {found.said.map((line) => (
          <li key={line}>{line}</li>
        ))}
        {trusted && <li>its certificate is trusted from now on</li>}
      </ul>
      <h3 className="mt-3 text-base">{asks.size > 0 ? 'What it does not say' : 'The shop has it already'}</h3>
      {asks.has('margins') && (
        <Row label="Does not print" hint="on every edge; each can be changed later">
          <LengthField
            label="Not printed at the edges"
            value={machine.noPrint.left}
            unit={unit}
            max={100}
            onChange={(mm) => set({ noPrint: { left: mm, right: mm, top: mm, bottom: mm } })}
          />
        </Row>
      )}
      {asks.has('speed') && <SpeedRow speed={machine.speed} an="sides" onChange={(speed) => set({ speed })} />}
      <ClickRow click={machine.click} onChange={(click) => set({ click })} />
      {asks.has('turn') && (
        <TurnRow
          turn={machine.turn}
          hint="not sure? Leave it, and print a test sheet when it is added"
          onChange={(turn) => set({ turn })}
        />
      )}
      <div className="mt-4 flex gap-2">
        <Button kind="next" onPress={() => void keep()}>
          Take it into the shop
        </Button>
        <Button kind="quiet" onPress={done}>
          Leave it
        </Button>
      </div>
    </>
  );
}
