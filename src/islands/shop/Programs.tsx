import { useEffect, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Download, FileCode2, Upload, X } from 'lucide-react';
import {
  codeText,
  formatSize,
  plural,
  type FinisherOf,
  type PileProgram,
  type Size,
  type SlitProgram,
} from '../../core';
import type { ProgramForm } from '../../core/programs';
import { Button } from '../../ui/Button';
import { ask } from '../../ui/client';
import { download } from '../../ui/download';
import { Row } from '../../ui/fields';
import { useNotices } from '../../ui/Notices';
import { useUnit } from '../../ui/unit';
import { readShop, useShop } from './store';

interface Has {
  readonly programs: readonly SlitProgram[];
  readonly form: ProgramForm | null;
  readonly piles: readonly { readonly number: number; readonly program: PileProgram }[];
}
const NONE: Has = { programs: [], form: null, piles: [] };

const say = useNotices.getState().say;
const failed = (e: unknown): void => void say({ tone: 'stop', text: (e as Error).message });

/** The programs that a slitter or a guillotine has: read from files, written as one, taken out. */
export function Programs({ machine }: { readonly machine: FinisherOf<'slitter' | 'guillotine'> }) {
  const { id } = machine;
  const [has, setHas] = useState<Has | null>(null);
  // anew whenever the shop is: another window may have read a file
  const file = useShop((s) => s.file);
  const path = `/api/programs/${encodeURIComponent(id)}`;
  const read = (): Promise<void> => ask<Has>(path).then(setHas, () => setHas(NONE));
  useEffect(() => {
    let wanted = true;
    ask<Has>(path).then(
      (it) => wanted && setHas(it),
      () => wanted && setHas(NONE),
    );
    return () => {
      wanted = false;
    };
  }, [path, file]);

  const take = async (chosen: File): Promise<void> => {
    const text = await chosen.text();
    const taken = await ask<{ programs: number; reads: boolean }>(path, 'POST', { text });
    const learnt = taken.reads ? ', and where it looks for its mark' : '';
    say({ tone: 'fine', text: `${plural(taken.programs, 'program')} of ${chosen.name} taken in${learnt}.` });
    await Promise.all([read(), readShop()]);
  };
  const takeForm = async (chosen: File): Promise<void> => {
    let form: unknown;
    try {
      form = JSON.parse(await chosen.text());
    } catch {
      throw new Error(`${chosen.name} is not JSON: a form says as JSON how the maker writes its files.`);
    }
    await ask(path, 'PUT', { form });
    say({ tone: 'fine', text: `Files of ${machine.name} are read as ${chosen.name} says.` });
    await read();
  };
  const drop = (number: number): Promise<unknown> => ask(`${path}?number=${number}`, 'DELETE').then(read);
  const withoutForm = (): Promise<unknown> => ask(path, 'PUT', { form: null }).then(read);

  const listed = has && linesOf(has);

  return (
    <Row label="Programs" hint="what it is loaded with: a job can be laid out for one by its name">
      {listed && <List lines={listed} onDrop={(number) => void drop(number).catch(failed)} />}
      <span className="mt-1 flex flex-wrap items-center gap-1.5">
        <FileTrigger
          acceptedFileTypes={['.xml', 'text/xml', 'application/xml']}
          onSelect={(l) => l?.[0] && void take(l[0]).catch(failed)}
        >
          <Button small>
            <Upload size={13} aria-hidden /> Read a file
          </Button>
        </FileTrigger>
        <Button small isDisabled={!listed || listed.length === 0} onPress={() => download(`${path}?as=file`)}>
          <Download size={13} aria-hidden /> Write a file
        </Button>
        {machine.kind === 'slitter' && (
          <FileTrigger
            acceptedFileTypes={['.json', 'application/json']}
            onSelect={(l) => l?.[0] && void takeForm(l[0]).catch(failed)}
          >
            <Button small kind="quiet">
              <FileCode2 size={13} aria-hidden /> {has?.form ? `Form: ${has.form.called}` : 'Its maker’s form…'}
            </Button>
          </FileTrigger>
        )}
        {has?.form && (
          <Button small kind="quiet" aria-label="The open form alone" onPress={() => void withoutForm().catch(failed)}>
            <X size={13} aria-hidden />
          </Button>
        )}
      </span>
    </Row>
  );
}

interface Line {
  readonly number: number;
  readonly name: string;
  readonly sheet: Size;
  readonly said: string;
}

const linesOf = ({ programs, piles }: Has): readonly Line[] => [
  ...programs.map(({ number, name, sheet, slits, crossCuts }) => ({
    number,
    name,
    sheet,
    said: `${plural(slits.length, 'slit')}, ${plural(crossCuts.length, 'cross cut')}`,
  })),
  ...piles.map(({ number, program: { name, pile, stages } }) => ({
    number,
    name,
    sheet: pile,
    said: plural(
      stages.reduce((n, s) => n + s.cuts.length, 0),
      'cut',
    ),
  })),
];

function List({ lines, onDrop }: { readonly lines: readonly Line[]; readonly onDrop: (number: number) => void }) {
  const { unit } = useUnit();
  if (lines.length === 0) return <p className="pt-1 text-sm">None yet.</p>;
  return (
    <ul aria-label="Programs" className="max-h-72 overflow-y-auto border border-ink/20">
      {lines.map(({ number, name, sheet, said }) => (
        <li key={number} className="flex items-baseline gap-2 border-b border-ink/15 px-2 py-1 text-sm last:border-0">
          <span className="num">{codeText(number)}</span>
          <span className="min-w-0 flex-1 break-words">
            {name}
            <span className="block text-xs text-ink-soft">
              {formatSize(sheet, unit)}, {said}
            </span>
          </span>
          <Button small kind="quiet" aria-label={`Take out ${name}`} onPress={() => onDrop(number)}>
            <X size={13} aria-hidden />
          </Button>
        </li>
      ))}
    </ul>
  );
}
