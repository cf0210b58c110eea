import { Suspense, useState } from 'react';
import { FileArchive, FileCode2, ScanEye } from 'lucide-react';
import { Button } from '../../../ui/Button';
import { fetched } from '../../../ui/fetched';
import { Row } from '../../../ui/fields';
import { useJob } from '../context';

const proof = fetched(async () => (await import('./ProofElsewhere')).ProofElsewhere);

const LINK =
  'inline-flex min-h-7 items-center gap-1.5 rounded-sm border border-ink/40 bg-paper px-2 py-0.5 text-sm hover:border-ink';

/** What other programs go on with: the layout as a ticket, and a file for every form. */
export function GoesOn({ busy, onForms }: { readonly busy: boolean; readonly onForms: () => void }) {
  const [proofing, setProofing] = useState(false);
  const { id, forms } = useJob(({ saved, plan }) => ({ id: saved.id, forms: plan.sheets.length }));
  return (
    <Row label="Goes on as" hint="for the program that makes plates: where every page lies, and a PDF a form">
      <span className="flex flex-wrap gap-1.5">
        {(['xjdf', 'jdf'] as const).map((as) => (
          <a key={as} href={`/api/jobs/${id}/layout?as=${as}`} download className={LINK}>
            <FileCode2 size={14} aria-hidden /> Layout {as.toUpperCase()}
          </a>
        ))}
        <Button small onPress={() => setProofing(true)}>
          <ScanEye size={14} aria-hidden /> Proof elsewhere…
        </Button>
        {forms > 1 && (
          <Button small isDisabled={busy} onPress={onForms}>
            <FileArchive size={14} aria-hidden /> {forms.toLocaleString('en')} forms, a PDF each
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
