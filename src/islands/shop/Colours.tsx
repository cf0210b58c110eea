import { Plus, X } from 'lucide-react';
import type { Machine, Profile, Stock } from '../../core';
import { Button } from '../../ui/Button';
import { Pick } from '../../ui/choices';
import { Row } from '../../ui/fields';
import { AddProfile, useProfiles } from '../../ui/profiles';
import { useShop } from './store';

/** What stands for every stock that is not named. */
const EVERY = ' every';
type Profiles = NonNullable<Machine['profiles']>;

/** How a machine's colours come out: its profiles, for a stock each or for every one. */
export function Colours({
  machine,
  set,
}: {
  readonly machine: Machine;
  readonly set: (part: Partial<Machine>, label: string) => void;
}) {
  const entries = useShop((s) => s.file.stocks);
  const kept = useProfiles();
  const said = machine.profiles ?? [];
  const stocks = entries
    .filter((e) => !e.retired || said.some((p) => p.stock === e.value.id))
    .map((e): Stock => e.value);
  const put = (next: Profiles): void => set({ profiles: next.length > 0 ? next : null }, 'colours');
  const keys = [EVERY, ...stocks.map((s) => s.id)];
  const free = keys.filter((key) => !said.some((p) => (p.stock ?? EVERY) === key));
  // one that is gone from here is still the machine's
  const known = (own: Profile): Profile[] => [
    ...(kept?.some((p) => p.sha256 === own.sha256) ? [] : [own]),
    ...(kept ?? []),
  ];
  const add = (profile: Profile): void => {
    const [key] = free;
    if (key !== undefined) put([...said, { stock: key === EVERY ? null : key, profile }]);
  };
  const [first] = kept ?? [];
  return (
    <Row
      label="Colours"
      hint={
        said.length > 0
          ? 'jobs whose colours are printed by profile go by these'
          : 'how they come out: a profile of the press, by which jobs can be printed'
      }
    >
      <ul className="grid gap-1">
        {said.map(({ stock, profile }, i) => {
          const key = stock ?? EVERY;
          const name = stocks.find((s) => s.id === stock)?.name ?? 'every stock';
          const list = stocks.filter((s) => s.id === key || free.includes(s.id));
          return (
            <OfStock
              key={key}
              at={i}
              of={{ key, name, profile }}
              stocks={list}
              every={key === EVERY || free.includes(EVERY)}
              alone={said.length === 1}
              known={known(profile)}
              put={(part) => put(said.map((p, n) => (n === i ? { ...p, ...part } : p)))}
              remove={() => put(said.filter((_, n) => n !== i))}
            />
          );
        })}
      </ul>
      <span className="mt-1 flex flex-wrap items-center gap-1.5">
        <Button
          small
          isDisabled={!first || free.length === 0 || said.length >= 200}
          onPress={() => first && add(first)}
        >
          <Plus size={14} aria-hidden /> {said.length > 0 ? 'For another stock' : 'For every stock'}
        </Button>
        <AddProfile onAdded={add} />
      </span>
    </Row>
  );
}

/** A profile, and what it is of. */
function OfStock({
  at,
  of: { key, name, profile },
  stocks,
  every,
  alone,
  known,
  put,
  remove,
}: {
  readonly at: number;
  readonly of: { readonly key: string; readonly name: string; readonly profile: Profile };
  readonly stocks: readonly Stock[];
  readonly every: boolean;
  readonly alone: boolean;
  readonly known: readonly Profile[];
  readonly put: (part: Partial<Profiles[number]>) => void;
  readonly remove: () => void;
}) {
  const gone = key !== EVERY && !stocks.some((s) => s.id === key);
  return (
    <li className="grid grid-cols-[9.5rem_minmax(0,1fr)_auto] items-start gap-1">
      <Pick
        label={`Stock of profile ${at + 1}`}
        value={key}
        options={[
          ...(every ? [{ key: EVERY, label: alone ? 'Every stock' : 'Every other stock' }] : []),
          ...(gone ? [{ key, label: 'A stock that is gone' }] : []),
          ...stocks.map((s) => ({ key: s.id, label: `${s.name} ${s.format}`, swatch: s.swatch })),
        ]}
        onChange={(k) => put({ stock: k === EVERY ? null : k })}
      />
      <Pick
        label={`Profile for ${name}`}
        value={profile.sha256}
        options={known.map((p) => ({ key: p.sha256, label: p.name }))}
        onChange={(sha256) => put({ profile: known.find((k) => k.sha256 === sha256) ?? profile })}
      />
      <Button small kind="quiet" aria-label={`Remove the profile for ${name}`} onPress={remove}>
        <X size={14} />
      </Button>
    </li>
  );
}
