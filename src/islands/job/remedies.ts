import { useEffect, useState } from 'react';
import { remediesFor, type Finding, type Remedy } from '../../core';
import { inspectedOf, useJobStore } from './context';

/**
 * The remedies of a finding. They are tried behind the picture that shows it: planning what nobody may ask for must not
 * hold up the answer to a key.
 */
export function useRemedies(finding: Finding): readonly Remedy[] {
  const store = useJobStore();
  const [found, setFound] = useState<{ readonly of: Finding; readonly remedies: readonly Remedy[] } | null>(null);
  useEffect(() => {
    const later = setTimeout(() => {
      const now = store.getState();
      // another change has come: its own findings are asked
      if (!now.findings.includes(finding)) return;
      setFound({ of: finding, remedies: remediesFor(finding, inspectedOf(now)) });
    }, 0);
    return () => clearTimeout(later);
  }, [store, finding]);
  // those of the finding before stand until they are known: nothing jumps under the pointer
  return found && found.of.id === finding.id ? found.remedies : [];
}
