import * as z from 'zod';
import { TicketError } from './error';
import { closing, DECLARATION, element, opening } from './write';
import { readXml, within } from './xml';

/** What a finishing machine tells of itself: status signals of XJMF (CIP4, XJDF 2.1, chapter 9), one machine a message. */

const STATES = { Idle: 'idle', Production: 'running', Stopped: 'stopped' } as const;
type Status = keyof typeof STATES;

export const DeviceSignal = z.strictObject({
  device: z.string().trim().min(1).max(100),
  state: z.enum(['idle', 'running', 'stopped']),
  /** Why it is as it is, as one word: `no-code`. */
  reason: z.string().max(100).nullable(),
  /** What it works, and how far. */
  job: z
    .strictObject({
      name: z.string().max(300),
      done: z.int().min(0).max(100_000_000),
      percent: z.number().min(0).max(100),
    })
    .nullable(),
});
export type DeviceSignal = z.infer<typeof DeviceSignal>;

const NAMESPACE = 'http://www.CIP4.org/JDFSchema_2_0';

/** Writes a machine's status as an XJMF message. @param id the message's own, and when it is sent */
export function signalWritten(
  { device, state, reason, job }: DeviceSignal,
  { id, time }: { readonly id: string; readonly time: string },
): string {
  const header = { name: 'Header', attributes: { DeviceID: device, ID: id, Time: time } };
  const status = (Object.keys(STATES) as Status[]).find((s) => STATES[s] === state)!;
  return (
    DECLARATION +
    opening({ name: 'XJMF', attributes: { xmlns: NAMESPACE, Version: '2.1' } }) +
    element(header) +
    element({
      name: 'SignalStatus',
      children: [
        header,
        {
          name: 'DeviceInfo',
          attributes: { Status: status, StatusDetails: reason ?? undefined },
          children: job
            ? [
                {
                  name: 'JobPhase',
                  attributes: {
                    JobID: job.name,
                    Status: state === 'stopped' ? 'Stopped' : 'InProgress',
                    Amount: job.done,
                    PercentCompleted: job.percent,
                  },
                },
              ]
            : [],
        },
      ],
    }) +
    closing('XJMF')
  );
}

/** Reads the status signals of an XJMF message; other messages in it are none of ours. @throws TicketError */
export function readSignals(text: string): DeviceSignal[] {
  const root = readXml(text, 'file');
  if (root.name !== 'XJMF') throw new TicketError(`The message begins with <${root.name}>: it is no XJMF.`);
  const [sender] = root.children.filter((c) => c.name === 'Header');
  return within(root, 'SignalStatus').flatMap((signal) =>
    within(signal, 'DeviceInfo').map((info): DeviceSignal => {
      const [own] = signal.children.filter((c) => c.name === 'Header');
      const [phase] = within(info, 'JobPhase');
      const status = info.attributes.Status ?? '';
      const parsed = DeviceSignal.safeParse({
        device: own?.attributes.DeviceID ?? sender?.attributes.DeviceID ?? '',
        // a machine that is set up, or waits for its operator, works on nothing
        state: status in STATES ? STATES[status as Status] : 'idle',
        reason: info.attributes.StatusDetails ?? null,
        job: phase
          ? {
              name: phase.attributes.JobID ?? '',
              done: Math.round(Number(phase.attributes.Amount ?? 0)),
              percent: Number(phase.attributes.PercentCompleted ?? 0),
            }
          : null,
      });
      if (!parsed.success)
        throw new TicketError('The message says a status that none is: no device, or a figure that is none.');
      return parsed.data;
    }),
  );
}
