import { useEffect, useMemo, useState } from 'react';
import { FileCode2 } from 'lucide-react';
import {
  codeText,
  cutRuns,
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

const NONE: readonly SlitProgram[] = [];

/** The programs that the shop's slitter has; none while they are on their way. */
function useProgramsOf(machine: string): readonly SlitProgram[] {
  const [known, setKnown] = useState<{ readonly of: string; readonly programs: readonly SlitProgram[] } | null>(null);
  useEffect(() => {
    if (machine === '') return;
    let wanted = true;
    ask<{ programs: SlitProgram[] }>(`/api/programs/${encodeURIComponent(machine)}`).then(
      ({ programs }) => wanted && setKnown({ of: machine, programs }),
      // a machine that the shop has no longer has no programs either
      () => wanted && setKnown({ of: machine, programs: NONE }),
    );
    return () => {
      wanted = false;
    };
  }, [machine]);
  return known?.of === machine ? known.programs : NONE;
}

/** The program that a slitter works the job by: one that it has, by its name, or one made for the job. */
export function ProgramRow() {
  const { docket, plan, artwork, shop, change } = useJob(({ docket, plan, artwork, shop, change }) => ({
    docket,
    plan,
    artwork,
    shop,
    change,
  }));
  const { unit } = useUnit();
  const slitter = slitterOf(docket.finish);
  const programs = useProgramsOf(slitter?.id ?? '');
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
    const laid = forProgram(program, docket, artwork, shop, unit);
    if ('cannot' in laid)
      useNotices.getState().say({ tone: 'stop', text: `${program.name} cannot be chosen. ${laid.cannot}` });
    else change(laid.patch, `laid out for ${program.name}`);
  };
  return (
    <Row label="Program" hint={`${slitter.name} works it by ${made || 'none yet'}`}>
      <span className="grid gap-1.5">
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

/** The programs of a guillotine: those of the sheets and of the bound blocks together. */
function PilesRow() {
  const { docket, plan } = useJob(({ docket, plan }) => ({ docket, plan }));
  const cuts = useMemo(() => {
    const { finish, product } = docket;
    const machine = guillotineOf(finish);
    const runs = machine ? cutRuns(plan, machine) : [];
    const trims = finish.here ? trimRun(plan, product.copies, finish.route) : null;
    const programs = [...runs, ...(trims ? [trims] : [])].map((r) => r.program);
    return { piles: programs.length, cuts: programs.reduce((n, p) => n + p.cuts.length, 0) };
  }, [docket, plan]);
  if (cuts.piles === 0) return null;
  return (
    <Row label="Program" hint={`${plural(cuts.piles, 'kind')} of pile, ${plural(cuts.cuts, 'cut')}`}>
      <WriteButton />
    </Row>
  );
}

const withoutProgram = (route: Finish['route']): Finish['route'] =>
  route.map((s) => (s.process === 'cut' ? { process: s.process, machine: s.machine } : s));
