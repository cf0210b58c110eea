import { useEffect, useState } from 'react';
import type { Machine } from '../../core';
import { Button } from '../../ui/Button';
import { ask } from '../../ui/client';
import { Entry } from '../../ui/fields';
import { useNotices } from '../../ui/Notices';
import { Severity } from '../../ui/Severity';
import type { PrinterView } from '../../ui/views';

const SAID: Readonly<Record<PrinterView['state'], string>> = {
  answers: 'answers',
  untrusted: 'its certificate is not trusted',
  away: 'does not answer',
};

/** A printer that nobody vouches for: what it shows of itself, to be compared and kept. */
function Unknown({
  fingerprint,
  keep,
}: {
  readonly fingerprint: string;
  readonly keep: (fingerprint: string) => void;
}) {
  return (
    <div className="grid gap-1">
      <p>
        Nobody vouches for who answers there. Compare this SHA-256 with the certificate on the printer’s own settings
        page; keep it only if they are the same.
      </p>
      <p className="num text-xs break-all">{fingerprint}</p>
      <div>
        <Button small kind="next" onPress={() => keep(fingerprint)}>
          They are the same: keep it
        </Button>
      </div>
    </div>
  );
}

/** Where a machine prints: its address, whether it answers there, and the certificate it is believed by. */
export function PrintService({ machine }: { readonly machine: Machine }) {
  const { say } = useNotices();
  const [now, setNow] = useState(machine);
  const [printer, setPrinter] = useState<PrinterView | null>(null);
  const path = `/api/machines/${encodeURIComponent(machine.id)}`;

  useEffect(() => {
    let gone = false;
    setPrinter(null);
    if (now.printer)
      ask<PrinterView>(`${path}/printer`).then(
        (p) => gone || setPrinter(p),
        () => undefined,
      );
    return () => {
      gone = true;
    };
  }, [path, now.printer, now.certificate]);

  const keep = async (lesson: Partial<Pick<Machine, 'printer' | 'certificate'>>, done: string): Promise<void> => {
    try {
      setNow(await ask<Machine>(path, 'PATCH', lesson));
      say({ tone: 'fine', text: done });
    } catch (e) {
      say({ tone: 'stop', text: (e as Error).message });
    }
  };
  const address = (text: string): void => {
    const uri = text.trim();
    if (uri !== '' && !/^ipps?:\/\/[^/\s]+/i.test(uri))
      throw new Error('Type ipp://host/path or ipps://host/path, or nothing where it has none.');
    // another address is another machine's: what was believed of the old one does not hold for it
    void keep(
      { printer: uri === '' ? null : uri, certificate: null },
      `${now.name} prints at ${uri || 'no address'} now.`,
    );
  };

  return (
    <div className="grid gap-1 border-b border-ink/20 py-2 text-sm">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="text-ink-soft">Print service</span>
        <div className="min-w-72 flex-1">
          <Entry label={`Address of ${now.name}’s print service`} wide shown={now.printer ?? ''} take={address} />
        </div>
        {!now.printer && <span className="text-ink-soft">none: its sheets are exported</span>}
        {printer && (
          <span className="flex items-center gap-1.5" role="status">
            <Severity of={printer.state === 'answers' ? 'fine' : printer.state === 'away' ? 'look' : 'stop'} />
            {SAID[printer.state]}
          </span>
        )}
      </div>
      {printer?.state === 'untrusted' && printer.fingerprint && (
        <Unknown
          fingerprint={printer.fingerprint}
          keep={(certificate) =>
            void keep({ certificate }, `${now.name} is believed by this certificate, and by no other.`)
          }
        />
      )}
      {now.certificate && (
        <p className="flex flex-wrap items-center gap-2 text-xs text-ink-soft">
          Believed by the certificate <span className="num break-all">{now.certificate.slice(0, 23)}…</span>
          <Button small kind="quiet" onPress={() => void keep({ certificate: null }, 'That certificate is forgotten.')}>
            Forget it
          </Button>
        </p>
      )}
    </div>
  );
}
