import { useState, type ReactNode } from 'react';
import { Plus, X } from 'lucide-react';
import { freeName } from '../../core';
import { Button } from '../../ui/Button';
import { Pick } from '../../ui/choices';
import { Row } from '../../ui/fields';
import { TextField } from '../../ui/numbers';

/** What the shop keeps by name: one of it is looked at, changed, copied, removed. */
export function KeptList<T extends { readonly name: string }>({
  title,
  what,
  kept,
  most,
  hint,
  fresh,
  put,
  children,
}: {
  readonly title: string;
  /** What they are called, in the plural. */
  readonly what: string;
  readonly kept: readonly T[];
  readonly most: number;
  readonly hint: string;
  /** One more, like another where there is one. */
  readonly fresh: (like: T | undefined) => T;
  readonly put: (kept: readonly T[]) => void;
  readonly children: (it: T, set: (part: Partial<T>) => void) => ReactNode;
}) {
  const [at, look] = useState(0);
  const shown = kept[Math.min(at, kept.length - 1)];
  const set = (part: Partial<T>): void => put(kept.map((k) => (k === shown ? { ...k, ...part } : k)));
  return (
    <section aria-label={title} className="min-w-0">
      <h2 className="text-lg">{title}</h2>
      <Row label={`Kept ${what}`} hint={hint}>
        <span className="flex flex-wrap items-center gap-1.5">
          {shown && (
            <span className="min-w-40">
              <Pick
                label={`Which ${what}`}
                value={shown.name}
                options={kept.map((k) => ({ key: k.name, label: k.name }))}
                onChange={(name) => look(kept.findIndex((k) => k.name === name))}
              />
            </span>
          )}
          <Button
            small
            isDisabled={kept.length >= most}
            onPress={() => {
              put([...kept, fresh(shown)]);
              look(kept.length);
            }}
          >
            <Plus size={14} aria-hidden /> {shown ? 'Another like these' : `Keep ${what}`}
          </Button>
          {shown && (
            <Button
              small
              kind="quiet"
              aria-label={`Remove the ${what} ${shown.name}`}
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
              label={`Name of the ${what}`}
              value={shown.name}
              max={100}
              empty="They have a name."
              onChange={(name) => {
                const others = kept.filter((k) => k !== shown);
                set({ name: freeName(name, others) } as Partial<T>);
              }}
            />
          </Row>
          {children(shown, set)}
        </>
      )}
    </section>
  );
}
