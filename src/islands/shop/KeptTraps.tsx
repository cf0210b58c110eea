import { useState } from 'react';
import { Plus, X } from 'lucide-react';
import { freeName, MOST_TRAPS, USUAL_TRAPS, type House, type TrapSettings } from '../../core';
import { Button } from '../../ui/Button';
import { Pick } from '../../ui/choices';
import { Row } from '../../ui/fields';
import { TextField } from '../../ui/numbers';
import { TrapFields } from '../../ui/traps';
import { changeHouse } from './store';

const NONE: readonly TrapSettings[] = [];

/** How presses are trapped for, each way by its name. */
export function KeptTraps({ house }: { readonly house: House }) {
  const kept = house.traps ?? NONE;
  const [at, look] = useState(0);
  const shown = kept[Math.min(at, kept.length - 1)];
  const put = (traps: readonly TrapSettings[]): void =>
    void changeHouse({ ...house, traps: traps.length > 0 ? [...traps] : undefined });
  const set = (part: Partial<TrapSettings>): void => put(kept.map((k) => (k === shown ? { ...k, ...part } : k)));
  const add = (): void => {
    const like = shown ?? USUAL_TRAPS;
    put([...kept, { ...like, name: freeName(like.name, kept) }]);
    look(kept.length);
  };
  return (
    <section aria-label="Trapping" className="min-w-0">
      <h2 className="text-lg">Trapping</h2>
      <Row
        label="Settings"
        hint={shown ? 'jobs take them by their name' : `jobs take the usual: ${USUAL_TRAPS.name}. Keep your own here.`}
      >
        <span className="flex flex-wrap items-center gap-1.5">
          {shown && (
            <span className="min-w-44">
              <Pick
                label="Which trap settings"
                value={shown.name}
                options={kept.map((k) => ({ key: k.name, label: k.name }))}
                onChange={(name) => look(kept.findIndex((k) => k.name === name))}
              />
            </span>
          )}
          <Button small isDisabled={kept.length >= MOST_TRAPS} onPress={add}>
            <Plus size={14} aria-hidden /> {shown ? 'Another like these' : 'Keep settings'}
          </Button>
          {shown && (
            <Button
              small
              kind="quiet"
              aria-label={`Remove the trap settings ${shown.name}`}
              onPress={() => put(kept.filter((k) => k !== shown))}
            >
              <X size={14} />
            </Button>
          )}
        </span>
      </Row>
      {shown && (
        <>
          <Row label="Name">
            <TextField
              label="Name of the trap settings"
              value={shown.name}
              empty="Settings have a name."
              onChange={(name) =>
                set({
                  name: freeName(
                    name,
                    kept.filter((k) => k !== shown),
                  ),
                })
              }
            />
          </Row>
          <TrapFields settings={shown} press put={set} />
        </>
      )}
    </section>
  );
}
