import { Command, CommanderError, Option } from 'commander';
import type { Imposing } from './impose';
import type { Unit } from '../core';
import { Complaint, Failed, Stopped, type OfRecords } from './inputs';
import type { LayingOut, Ordering } from './ticket';

const TABLE = new Option('--table <file>', 'the table that imprints are from, in place of the docket’s');
const ONLY = new Option('--only <records>', 'some of the records, counted from 1: 341-360,402');

/** What a run of the command line writes to. */
export interface Output {
  readonly out: (text: string) => void;
  readonly err: (text: string) => void;
  /** The program of the thread that reads and composes with care. */
  readonly worker: string;
}

/** Runs the command line. @returns its exit status: 0, 2 where something is wrong that one line says, 3 where a finding stops the job */
export async function run(args: readonly string[], { out, err, worker }: Output): Promise<number> {
  const program = new Command('odd-sparrow')
    .description('Imposes bound and flat work from a docket file. No database, no server.')
    .exitOverride()
    .configureOutput({ writeOut: out, writeErr: () => undefined });

  program
    .command('plan')
    .description('print the plan as JSON: sheets, sides, cells, marks, findings, figures')
    .argument('<docket>', 'the docket file')
    .option('--shop <file>', 'the shop’s stocks and machines, for remedies that take another')
    .addOption(TABLE)
    .addOption(ONLY)
    .action(async (path: string, { shop, ...records }: { shop?: string } & OfRecords) => {
      const [{ docketFrom, shopFrom, withRecords }, { load, threadFor }, { printedPlan }] = await Promise.all([
        import('./inputs'),
        import('./load'),
        import('./plan'),
      ]);
      const docket = withRecords(docketFrom(path), records);
      const hands = threadFor(worker);
      try {
        await load(hands, path, docket, (it) =>
          out(`${JSON.stringify(printedPlan(it, shopFrom(shop, docket)), null, 2)}\n`),
        );
      } finally {
        await hands.close();
      }
    });

  program
    .command('impose')
    .description('write the imposed PDF')
    .argument('<docket>', 'the docket file')
    .requiredOption('-o, --output <file>', 'the PDF to write')
    .addOption(
      new Option('--sides <which>', 'all sides, or one pass of a machine that prints one side')
        .choices(['all', 'fronts', 'backs'])
        .default('all'),
    )
    .addOption(TABLE)
    .addOption(ONLY)
    .option('--profile <file>', 'the profile of a press that colours are brought to, in place of the docket’s')
    .addOption(new Option('--proof <how>', 'a proof for other paper').choices(['scaled', 'cropped', 'panels']))
    .option('--paper <size>', 'the paper of the proof: a4, sra3, 330x480', 'a4')
    .option('--together', 'front and back of the proof beside each other, as one', false)
    .addOption(
      new Option('--plates', 'parted into plates: a page in greys for every ink of every side')
        .default(false)
        .conflicts(['proof', 'sides']),
    )
    .option('--forms', 'a PDF of its own for every form, together in a ZIP', false)
    .option('--anyway', 'impose even where a finding says that the paper would be spoilt', false)
    .action(async (docket: string, wished: Omit<Imposing, 'docket' | 'worker' | 'say'>) => {
      const { impose } = await import('./impose');
      await impose({ docket, worker, say: (text) => err(`odd-sparrow: ${text}\n`), ...wished });
    });

  tickets(program, worker);

  cutting(program, worker, out);

  checking(program, worker, out);

  program
    .command('schema')
    .description('print the JSON Schema of the docket file')
    .option('--order', 'that of an order', false)
    .action(async ({ order }: { order: boolean }) => {
      const { docketJsonSchema, orderJsonSchema } = await import('./schema');
      out(`${JSON.stringify(order ? orderJsonSchema() : docketJsonSchema(), null, 2)}\n`);
    });

  try {
    await program.parseAsync(args, { from: 'user' });
    return 0;
  } catch (e) {
    if (e instanceof CommanderError && (e.code === 'commander.helpDisplayed' || e.code === 'commander.help')) return 0;
    err(`odd-sparrow: ${await told(e)}\n`);
    return e instanceof Stopped || e instanceof Failed ? 3 : 2;
  }
}

/** The command that looks a file over. */
function checking(program: Command, worker: string, out: Output['out']): void {
  program
    .command('check')
    .description('look a file over before it is imposed; exit status 3 where it is not to be printed')
    .argument('<file>', 'the PDF or picture')
    .option('--rules <file>', 'the shop’s rules as JSON')
    .option('--json', 'the report as JSON', false)
    .option('--password <word>', 'what opens a locked file')
    .action(async (file: string, wished: { rules?: string; json: boolean; password?: string }) => {
      const { check } = await import('./check');
      await check({ file, worker, ...wished, rules: wished.rules ?? null }, out);
    });
}

/** The commands about what is cut: how, and by which programs. */
function cutting(program: Command, worker: string, out: Output['out']): void {
  program
    .command('cuts')
    .description('print how the sheets are cut as JSON, or write the card that lies at the guillotine')
    .argument('<docket>', 'the docket file')
    .option('--card <file>', 'the PDF of the cut card to write')
    .option('--programs <file>', 'the programs of its slitter or guillotine to write, in the open form')
    .addOption(new Option('--unit <unit>', 'the measures of the card').choices(['mm', 'in']).default('mm'))
    .addOption(TABLE)
    .addOption(ONLY)
    .action(
      async (
        docket: string,
        { card, programs, ...wished }: { card?: string; programs?: string; unit: Unit } & OfRecords,
      ) => {
        const { tellCuts } = await import('./cuts');
        await tellCuts({ docket, worker, card: card ?? null, programs: programs ?? null, ...wished }, out);
      },
    );

  program
    .command('programs')
    .description('print the programs of a slitter’s or guillotine’s file as JSON')
    .argument('<file>', 'the file, in the open form or as the form says')
    .option('--form <file>', 'how the machine’s maker writes its files')
    .action(async (file: string, { form }: { form?: string }) => {
      const { tellPrograms } = await import('./cuts');
      await tellPrograms(file, form ?? null, out);
    });
}

/** The commands about tickets: a layout out, an order in. */
function tickets(program: Command, worker: string): void {
  program
    .command('layout')
    .description('write the layout for the program that goes on with it')
    .argument('<docket>', 'the docket file')
    .requiredOption('-o, --output <file>', 'the ticket to write')
    .addOption(new Option('--as <format>', 'the format').choices(['xjdf', 'jdf', 'ppf']).default('xjdf'))
    .option('--previews', 'PPF: how much of each ink there is where, for the keys of a press')
    .addOption(TABLE)
    .addOption(ONLY)
    .action(async (docket: string, wished: Omit<LayingOut, 'docket' | 'worker'>) => {
      const { layOut } = await import('./ticket');
      await layOut({ docket, worker, ...wished });
    });

  program
    .command('order')
    .description('make a docket of an order: a ticket in XJDF, JDF, CSV or JSON, and its artwork')
    .argument('<ticket>', 'the ticket')
    .requiredOption('--artwork <file>', 'the artwork')
    .requiredOption('--shop <file>', 'the shop’s stocks and machines')
    .requiredOption('-o, --output <file>', 'the docket to write')
    .option('--number <number>', 'which order, where the ticket has several')
    .action(async (ticket: string, wished: Omit<Ordering, 'ticket' | 'worker'>) => {
      const { order } = await import('./ticket');
      await order({ ticket, worker, ...wished });
    });
}

/** What is said of what went wrong. */
async function told(e: unknown): Promise<string> {
  const known =
    [Complaint, Failed, Stopped, CommanderError].some((said) => e instanceof said) || (e as Error).name === 'ZodError';
  if (known) return (e as Error).message.replace(/^error: /, '');
  const { inWords } = await import('./load');
  return inWords(e);
}
