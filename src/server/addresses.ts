import { endpointOf, PrinterAddress, type PrinterAt } from '../machines';
import { sql } from './db';
import { findMachine } from './tables/shop';

/**
 * Where a machine of the shop is printed to. A docket carries an address as well, of the day it was planned and of
 * whoever wrote it: that one is never called.
 * @throws PrinterAddress where the shop's is none
 */
export async function printerOf(machineId: string, name: string): Promise<PrinterAt> {
  const machine = await findMachine(sql, machineId);
  if (!machine) throw new PrinterAddress(`of ${name}`, 'the shop has no machine of that name any more');
  if (!machine.printer) throw new PrinterAddress(`of ${name}`, 'the shop knows no print service of it');
  endpointOf(machine.printer);
  return { uri: machine.printer, pin: machine.certificate };
}
