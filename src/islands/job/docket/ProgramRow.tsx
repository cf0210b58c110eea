import { useEffect, useMemo, useState } from 'react';
import { FileCode2 } from 'lucide-react';
import {
  codeText,
  cutRuns,
  forPiles,
  forProgram,
  formatSize,
  guillotineOf,
  isKind,
  plural,
  programsOf,
  slitterOf,
  stepOf,
  trimRun,
  type Finish,
  type ForProgram,
  type PileProgram,
  type SlitProgram,
} from '../../../core';
import { Button } from '../../../ui/Button';
import { Pick } from '../../../ui/choices';
import { ask } from '../../../ui/client';
import { download } from '../../../ui/download';
import { Row } from '../../../ui/fields';
import { useNotices } from '../../../ui/Notices';
import { useUnit } from '../../../ui/unit';
import { useJob, useJobStore } from '../context';

/** The programs of a machine of the shop, slitter or guillotine. */
interface Loaded {
  readonly programs: readonly SlitProgram[];
  readonly piles: readonly { readonly number: number; readonly program: PileProgram }[];
}
const NONE: Loaded = { programs: [], piles: [] };

/** The programs that the shop's machine has; none while they are on their way. */
function useProgramsOf(machine: string): Loaded {
  const [known, setKnown] = useState<{ readonly of: string; readonly loaded: Loaded } | null>(null);
  useEffect(() => {
    if (machine === '') return;
    let wanted = true;
    ask<Loaded>(`/api/programs/${encodeURIComponent(machine)}`).then(
      (loaded) => wanted && setKnown({ of: machine, loaded }),
      // a machine that the shop has no longer has no programs either
      () => wanted && setKnown({ of: machine, loaded: NONE }),
    );
    return () => {
      wanted = false;
    };
  }, [machine]);
  return known?.of === machine ? known.loaded : NONE;
}

/** What laying a job out for a program needs. */
const useLaying = () => useJob(({ docket, plan, artwork, shop, change }) => ({ docket, plan, artwork, shop, change }));

/** A docket laid out for a program that was chosen, where it can be. */
function useChoose(): (name: string, laid: ForProgram) => void {
  const change = useJob((s) => s.change);
  return (name, laid) => {
    if ('cannot' in laid) useNotices.getState().say({ tone: 'stop', text: `${name} cannot be chosen. ${laid.cannot}` });
    else change(laid.patch, `laid out for ${name}`);
  };
}

/** The program that a slitter works the job by: one that it has, by its name, or one made for the job. */
export function ProgramRow() {
  const { docket, plan, artwork, shop, change } = useLaying();
  const { unit } = useUnit();
  const slitter = slitterOf(docket.finish);
  const { programs } = useProgramsOf(slitter?.id ?? '');
  const choosing = useChoose();
  const own = useMemo(() => programsOf(docket.finish, plan, docket.title), [docket.finish, docket.title, plan]);
  if (!slitter) return <PilesRow />;
  const chosen = stepOf(docket.finish, 'cut')?.program ?? null;
  const listed = chosen && !programs.some((p) => p.number === chosen.number) ? [chosen, ...programs] : programs;
  const made = own.map((p) => codeText(p.number)).join(', ');
  const choose = (key: string): void => {
    const program = listed.find((p) => String(p.number) === key);
    if (!program) {
      change({ finish: { route: withoutProgram(docket.finish.route) } }, 'a program of its own');
      return;
    }
    if (!isKind(docket, 'flat')) return;
    choosing(program.name, forProgram(program, docket, artwork, shop, unit));
  };
  return (
    <Row label="Program" hint={`${slitter.name} works it by ${made || 'none yet'}`}>
      <span className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-1.5">
        <Pick
          label="Program of the slitter"
          value={chosen ? String(chosen.number) : 'own'}
          options={[
            { key: 'own', label: 'Made for this job' },
            ...listed.map((p) => ({
              key: String(p.number),
              label: p.name,
              detail: `${codeText(p.number)}, ${formatSize(p.sheet, unit)}`,
            })),
          ]}
          onChange={choose}
        />
        <span>
          <WriteButton isDisabled={own.length === 0} />
        </span>
      </span>
    </Row>
  );
}

/** Writes the programs of the job as it is on the screen. */
function WriteButton({ isDisabled = false }: { readonly isDisabled?: boolean }) {
  const store = useJobStore();
  const write = async (): Promise<void> => {
    const { saved, settled } = store.getState();
    if (await settled()) download(`/api/jobs/${saved.id}/programs`);
  };
  return (
    <Button small isDisabled={isDisabled} onPress={() => void write()}>
      <FileCode2 size={14} aria-hidden /> Write it as a file
    </Button>
  );
}

/** No program is called so: names are trimmed. */
const OWN = ' ';

/** The programs of a guillotine: those of the sheets and of the bound blocks together, or one that it has, by its name. */
function PilesRow() {
  const { docket, plan, artwork, shop, change } = useLaying();
  const { unit } = useUnit();
  const guillotine = guillotineOf(docket.finish);
  const { piles } = useProgramsOf(guillotine && guillotine.memory !== null ? guillotine.id : '');
  const choosing = useChoose();
  const cuts = useMemo(() => {
    const { finish, product } = docket;
    const machine = guillotineOf(finish);
    const runs = machine ? cutRuns(plan, machine, finish.route) : [];
    const trims = finish.here ? trimRun(plan, product.copies, finish.route) : null;
    const programs = [...runs, ...(trims ? [trims] : [])].map((r) => r.program);
    return { piles: programs.length, cuts: programs.reduce((n, p) => n + p.cuts.length, 0) };
  }, [docket, plan]);
  const chosen = stepOf(docket.finish, 'cut')?.piles ?? null;
  const has = piles.map((p) => p.program);
  const listed = chosen && !has.some((p) => p.name === chosen.name) ? [chosen, ...has] : has;
  const choose = (name: string): void => {
    const program = listed.find((p) => p.name === name);
    if (!program) change({ finish: { route: withoutProgram(docket.finish.route) } }, 'a program of its own');
    else if (isKind(docket, 'flat')) choosing(name, forPiles(program, docket, artwork, shop, unit));
  };
  if (cuts.piles === 0 && !chosen) return null;
  return (
    <Row label="Program" hint={`${plural(cuts.piles, 'kind')} of pile, ${plural(cuts.cuts, 'cut')}`}>
      <span className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-1.5">
        {isKind(docket, 'flat') && listed.length > 0 && (
          <Pick
            label="Program of the guillotine"
            value={chosen?.name ?? OWN}
            options={[
              { key: OWN, label: 'Made for this job' },
              ...listed.map(({ name, pile }) => ({ key: name, label: name, detail: formatSize(pile, unit) })),
            ]}
            onChange={choose}
          />
        )}
        <span>
          <WriteButton isDisabled={cuts.piles === 0} />
        </span>
      </span>
    </Row>
  );
}

const withoutProgram = (route: Finish['route']): Finish['route'] =>
  route.map((s) => (s.process === 'cut' ? { process: s.process, machine: s.machine } : s));
