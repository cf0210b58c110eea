import { freeName, MOST_TRAPS, USUAL_TRAPS, type House, type TrapSettings } from '../../core';
import { TrapFields } from '../../ui/traps';
import { KeptList } from './KeptList';
import { changeHouse } from './store';

const NONE: readonly TrapSettings[] = [];

/** How presses are trapped for, each way by its name. */
export function KeptTraps({ house }: { readonly house: House }) {
  const kept = house.traps ?? NONE;
  return (
    <KeptList
      title="Trapping"
      what="settings"
      kept={kept}
      most={MOST_TRAPS}
      hint={
        kept.length > 0
          ? 'jobs on presses with plates take them by their name'
          : `jobs take the usual ones: ${USUAL_TRAPS.name}. Keep your own to change them.`
      }
      fresh={(like = USUAL_TRAPS) => ({ ...like, name: freeName(like.name, kept) })}
      put={(traps) => void changeHouse({ ...house, traps: traps.length > 0 ? [...traps] : undefined })}
    >
      {(settings, set) => <TrapFields settings={settings} press put={set} />}
    </KeptList>
  );
}
