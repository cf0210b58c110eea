import * as z from 'zod';
import { ProgramForm } from '../../../core/programs';
import { changeForm, forgetProgram, programFile, programsAt, takePrograms } from '../../../server';
import { endpoint, fileResponse, json, notThere, refusal } from '../../_api';
import { jsonOf } from '../../_body';

const machineOf = ({ params }: { params: Record<string, string | undefined> }): string => params.machine ?? '';

/** The programs of a slitter, and how its maker writes files of them; `?as=file` as a file in the open form. */
export const GET = endpoint(async (context) => {
  const machine = machineOf(context);
  if (context.url.searchParams.get('as') === 'file') {
    const file = await programFile(machine);
    return file ? fileResponse(file.text, `${file.name} programs.xml`, 'application/xml') : notThere();
  }
  const found = await programsAt(machine);
  return found ? json(found) : notThere();
});

const File = z.strictObject({ text: z.string().max(2 << 20) });

/** Takes a file of programs in, of the open form or as the machine's maker writes them. */
export const POST = endpoint(async (context) => {
  const { text } = File.parse(await jsonOf(context, 4 << 20));
  const taken = await takePrograms(machineOf(context), text);
  return taken ? json(taken) : notThere();
});

const Form = z.strictObject({ form: ProgramForm.nullable() });

/** Says how the machine's maker writes its files; null for the open form alone. */
export const PUT = endpoint(async (context) => {
  const { form } = Form.parse(await jsonOf(context));
  return (await changeForm(machineOf(context), form)) ? json({}) : notThere();
});

/** Takes the program of a `?number` out. */
export const DELETE = endpoint(async (context) => {
  const number = Number(context.url.searchParams.get('number'));
  if (!Number.isInteger(number) || number < 1 || number > 9999) return refusal(400, 'Say the number of a program.');
  return (await forgetProgram(machineOf(context), number)) ? json({}) : notThere();
});
