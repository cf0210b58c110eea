import { Command, CommanderError, Option } from 'commander';
import { Complaint, Stopped } from './inputs';

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
    .description('Imposes bound work from a docket file. No database, no server.')
    .exitOverride()
    .configureOutput({ writeOut: out, writeErr: () => undefined });

  program
    .command('plan')
    .description('print the plan as JSON: sheets, sides, cells, marks, findings, figures')
    .argument('<docket>', 'the docket file')
    .option('--shop <file>', 'the shop’s stocks and machines, for remedies that take another')
    .action(async (path: string, { shop }: { shop?: string }) => {
      const [{ docketFrom, shopFrom }, { load, threadFor }, { printedPlan }] = await Promise.all([
        import('./inputs'),
        import('./load'),
        import('./plan'),
      ]);
      const docket = docketFrom(path);
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
    .option('--anyway', 'impose even where a finding says that the paper would be spoilt', false)
    .action(async (docket: string, wished: { output: string; sides: 'all' | 'fronts' | 'backs'; anyway: boolean }) => {
      const { impose } = await import('./impose');
      await impose({ docket, worker, ...wished });
    });

  program
    .command('schema')
    .description('print the JSON Schema of the docket file')
    .action(async () => {
      const { docketJsonSchema } = await import('./schema');
      out(`${JSON.stringify(docketJsonSchema(), null, 2)}\n`);
    });

  try {
    await program.parseAsync(args, { from: 'user' });
    return 0;
  } catch (e) {
    if (e instanceof CommanderError && (e.code === 'commander.helpDisplayed' || e.code === 'commander.help')) return 0;
    err(`odd-sparrow: ${await told(e)}\n`);
    return e instanceof Stopped ? 3 : 2;
  }
}

/** What is said of what went wrong. */
async function told(e: unknown): Promise<string> {
  const known =
    [Complaint, Stopped, CommanderError].some((said) => e instanceof said) || (e as Error).name === 'ZodError';
  if (known) return (e as Error).message.replace(/^error: /, '');
  const { inWords } = await import('./load');
  return inWords(e);
}
