import { useEffect, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Upload } from 'lucide-react';
import { create } from 'zustand';
import type { Profile } from '../core';
import { Button } from './Button';
import { ask } from './client';
import { useNotices } from './Notices';

/** The profiles of presses that the shop keeps, as this window knows them. */
const useKept = create<{ readonly profiles: readonly Profile[] | null }>(() => ({ profiles: null }));

const read = (): Promise<void> =>
  ask<Profile[]>('/api/profiles').then(
    (profiles) => useKept.setState({ profiles }),
    () => undefined,
  );

/** The profiles that are kept; null until they are known. */
export function useProfiles(): readonly Profile[] | null {
  const profiles = useKept((s) => s.profiles);
  // anew where somebody looks: another window may have added one
  useEffect(() => void read(), []);
  return profiles;
}

/** Takes a profile in from a file. */
export function AddProfile({ onAdded }: { readonly onAdded?: (profile: Profile) => void }) {
  const [busy, setBusy] = useState(false);
  const { say } = useNotices.getState();
  const take = async (file: File): Promise<void> => {
    setBusy(true);
    try {
      const profile = await ask<Profile>(`/api/profiles?name=${encodeURIComponent(file.name)}`, 'POST', file);
      await read();
      say({ tone: 'fine', text: `The profile “${profile.name}” is kept.` });
      onAdded?.(profile);
    } catch (e) {
      say({ tone: 'stop', text: (e as Error).message });
    } finally {
      setBusy(false);
    }
  };
  return (
    <FileTrigger
      acceptedFileTypes={['.icc', '.icm', 'application/vnd.iccprofile']}
      onSelect={(l) => l?.[0] && void take(l[0])}
    >
      <Button small isDisabled={busy}>
        <Upload size={13} aria-hidden /> Read a profile…
      </Button>
    </FileTrigger>
  );
}
