import { useRef, useState } from 'react';
import { fieldsOf, PART, unknownFields } from '../../../core';
import { cx } from '../../../ui/cx';
import { Row } from '../../../ui/fields';
import { useJob } from '../context';
import { usePrint } from './print';

/** What it says: typed, with counters and columns put in by a click, or dragged. */
export function TextRow({ at }: { readonly at: number }) {
  const { print, set } = usePrint(at);
  const { imprint, table, hasParts } = useJob(({ docket, artwork }) => ({
    imprint: docket.imprint,
    table: artwork.table,
    hasParts: docket.product.kind === 'flat' && docket.product.parts.length > 0,
  }));
  const [draft, setDraft] = useState<string | null>(null);
  /** Where in the text the next field goes; at its end where nobody has pointed elsewhere. */
  const caret = useRef<readonly [number, number] | null>(null);
  const columns = table?.columns.map((c) => c.name) ?? [];
  const names = [...imprint.counters.map((c) => c.name), ...columns, ...(hasParts ? [PART] : [])];
  const commit = (text: string): void => {
    setDraft(null);
    if (text !== print.text) set({ text }, 'other words');
  };
  const put = (name: string): void => {
    const now = draft ?? print.text;
    const [from, to] = caret.current ?? [now.length, now.length];
    caret.current = null;
    commit(`${now.slice(0, from)}{${name}}${now.slice(to)}`);
  };
  const unknown = unknownFields({ ...imprint, prints: [print] }, columns, hasParts);
  return (
    <Row label="Says">
      <textarea
        onSelect={(e) => (caret.current = [e.currentTarget.selectionStart, e.currentTarget.selectionEnd])}
        aria-label="Says"
        rows={Math.min(5, (draft ?? print.text).split('\n').length)}
        value={draft ?? print.text}
        maxLength={2000}
        onChange={(e) => setDraft(e.target.value)}
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault();
          const [, name] = /^\{([^{}]+)\}$/.exec(e.dataTransfer.getData('text/plain')) ?? [];
          if (name) put(name);
        }}
        onBlur={() => draft !== null && commit(draft)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) commit(draft ?? print.text);
          if (e.key === 'Escape' && draft !== null) {
            setDraft(null);
            e.stopPropagation();
          }
        }}
        className="num w-full resize-y rounded-sm border border-ink/35 bg-paper px-2 py-1 text-[0.95rem]"
      />
      {names.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-1" aria-label="Put in">
          {names.map((name) => (
            <li key={name}>
              {/* a button of the browser's own: it can be taken hold of and dropped on the text, or on the page */}
              <button
                type="button"
                draggable
                title="Click to put it in, or drag it into the text or onto the page"
                aria-label={`Put in ${name}`}
                onDragStart={(e) => e.dataTransfer.setData('text/plain', `{${name}}`)}
                onClick={() => put(name)}
                className={cx(
                  'min-h-6 cursor-grab rounded-sm border px-2 py-0.5 text-sm font-medium',
                  fieldsOf(print.text).includes(name)
                    ? 'border-moss bg-moss/15'
                    : 'border-dashed border-ink/40 bg-paper',
                )}
              >
                {name}
              </button>
            </li>
          ))}
        </ul>
      )}
      {unknown.length > 0 && (
        <p role="alert" className="mt-0.5 text-xs text-brick">
          Neither a counter nor a column: {unknown.join(', ')}.
        </p>
      )}
    </Row>
  );
}
