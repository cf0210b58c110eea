import { Suspense, useState } from 'react';
import { FileArchive, FileCode2, Layers2, ScanEye, SlidersHorizontal } from 'lucide-react';
import { Button } from '../../../ui/Button';
import { fetched } from '../../../ui/fetched';
import { Row } from '../../../ui/fields';
import { download } from '../../../ui/download';
import { useJob, useJobStore } from '../context';

const proof = fetched(async () => (await import('./ProofElsewhere')).ProofElsewhere);

/** What other programs go on with: the layout as a ticket, the plates, and a file for every form. */
export function GoesOn({
  busy,
  onExport,
}: {
  readonly busy: boolean;
  readonly onExport: (pass: 'forms' | 'plates' | 'form-plates' | 'previews') => void;
}) {
  const [proofing, setProofing] = useState(false);
  const store = useJobStore();
  const { id, forms, machines, plated } = useJob(({ saved, docket, plan, shop }) => ({
    id: saved.id,
    forms: plan.sheets.length,
    machines: shop.machines.length,
    // a machine without plates prints what comes, whatever inks it has
    plated: docket.sheet.inks !== null || docket.sheet.machine.press !== null,
  }));
  // the layout is of what is saved: what was just changed is waited for
  const layOut = async (as: 'xjdf' | 'jdf' | 'ppf'): Promise<void> => {
    if (await store.getState().settled()) download(`/api/jobs/${id}/layout?as=${as}`);
  };
  const packed = async (): Promise<void> => {
    if (await store.getState().settled()) download(`/api/jobs/${id}/package`);
  };
  return (
    <Row
      label="Goes on as"
      hint={`where every page lies (XJDF, JDF), what is cut (PPF), and a PDF a form${plated ? '; plates are greys' : ''}`}
    >
      <span className="flex flex-wrap gap-1.5">
        {(['xjdf', 'jdf', 'ppf'] as const).map((as) => (
          <Button key={as} small onPress={() => void layOut(as)}>
            <FileCode2 size={14} aria-hidden /> <span className="sr-only">Layout</span> {as.toUpperCase()}
          </Button>
        ))}
        <Button small onPress={() => void packed()}>
          <FileArchive size={14} aria-hidden /> XJDF and its PDF
        </Button>
        <Button small isDisabled={machines === 0} onPress={() => setProofing(true)}>
          <ScanEye size={14} aria-hidden /> Proof elsewhere…
        </Button>
        {plated && (
          <Button small isDisabled={busy} onPress={() => onExport('plates')}>
            <Layers2 size={14} aria-hidden /> Plates, a page an ink
          </Button>
        )}
        {plated && (
          <Button small isDisabled={busy} onPress={() => onExport('previews')}>
            <SlidersHorizontal size={14} aria-hidden /> PPF with ink previews
          </Button>
        )}
        {forms > 1 && (
          <Button small isDisabled={busy} onPress={() => onExport('forms')}>
            <FileArchive size={14} aria-hidden /> {forms.toLocaleString('en')} forms, a PDF each
          </Button>
        )}
        {forms > 1 && plated && (
          <Button small isDisabled={busy} onPress={() => onExport('form-plates')}>
            <FileArchive size={14} aria-hidden /> Their plates, a PDF a form
          </Button>
        )}
      </span>
      {proofing && (
        <Suspense fallback={null}>
          <proof.View onClose={() => setProofing(false)} />
        </Suspense>
      )}
    </Row>
  );
}
