import { printTestSheet } from '../../../../server';
import { endpoint, json, notThere } from '../../../_api';

/** Prints a sheet by which one sees how the machine turns. */
export const POST = endpoint(async ({ params }) =>
  (await printTestSheet(params.id ?? '')) ? json({}, 202) : notThere(),
);
