import { useState, type FormEvent, type ReactNode } from 'react';
import { Button } from '../../ui/Button';
import { isSame } from './kept';

/** Asks for a name to keep something under. */
export function KeepAs({
  label,
  field,
  all,
  keep,
  children,
}: {
  /** What is kept, as a sentence that the name ends. */
  readonly label: string;
  readonly field: string;
  /** What is kept already: a name that is there is replaced. */
  readonly all: readonly { readonly name: string }[];
  readonly keep: (name: string) => Promise<void>;
  readonly children?: ReactNode;
}) {
  const [name, setName] = useState('');
  const submit = (e: FormEvent): void => {
    e.preventDefault();
    if (name.trim() !== '') void keep(name.trim()).then(() => setName(''));
  };
  return (
    <form className="mb-3 grid gap-1 border-b border-ink/25 pb-3" onSubmit={submit}>
      <label className="block text-sm text-ink-soft">
        {label}
        <span className="mt-1 flex gap-2">
          <input
            aria-label={field}
            maxLength={60}
            autoComplete="off"
            className="w-full rounded-sm border border-ink/35 bg-paper px-2 py-1 text-[0.95rem] text-ink"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Button small type="submit" isDisabled={name.trim() === ''}>
            {all.some((k) => isSame(k.name, name)) ? 'Replace' : 'Keep'}
          </Button>
        </span>
      </label>
      {children}
    </form>
  );
}
