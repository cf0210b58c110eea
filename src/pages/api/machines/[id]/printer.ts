import { findMachine, sql } from '../../../../server';
import { getPrinter, PrinterUntrusted } from '../../../../machines';
import type { PrinterView } from '../../../../ui/views';
import { endpoint, json, notThere } from '../../../_api';

/** What a machine's print service says of itself when it is asked; a certificate that is not known is shown. */
export const GET = endpoint(async ({ params }) => {
  const machine = await findMachine(sql, params.id ?? '');
  if (!machine?.printer) return notThere();
  const view = await getPrinter({ uri: machine.printer, pin: machine.certificate }, 4000).then(
    (facts): PrinterView => ({ state: 'answers', name: facts.name, fingerprint: machine.certificate, message: null }),
    (e: Error): PrinterView => ({
      state: e instanceof PrinterUntrusted ? 'untrusted' : 'away',
      name: null,
      fingerprint: e instanceof PrinterUntrusted ? e.fingerprint : null,
      message: e.message,
    }),
  );
  return json(view);
});
