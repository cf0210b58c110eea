import type { IncomingMessage } from 'node:http';
import type { Readable } from 'node:stream';
import { attributesOf, encode, ipp, textOf, type AttributeGroup, type Message } from '../machines/ipp/codec';
import { Group, Status } from '../machines/ipp/tags';
import { OPERATIONS, type Answer, type IppService, type Operations } from './ipp-operations';
import { readHeader } from './ipp-request';
import { Refusal } from './refusal';

/** Answers one IPP request (RFC 8011, 4). The document, if there is one, goes straight to disk. */
export async function answer(service: IppService, req: IncomingMessage): Promise<Buffer> {
  const { message, rest } = await readHeader(req);
  if (!message)
    return encode({
      version: [1, 1],
      code: Status.badRequest,
      requestId: 1,
      groups: [operationGroup('The request is not IPP.')],
    });
  const reply = (code: number, groups: readonly AttributeGroup[], said?: string): Buffer =>
    encode({
      version: message.version[0] >= 1 && message.version[0] <= 2 ? message.version : [2, 0],
      code,
      requestId: message.requestId,
      groups: [operationGroup(said), ...groups],
    });
  try {
    const { ignored, groups } = await handle(service, message, rest);
    return reply(ignored.length > 0 ? Status.okIgnored : Status.ok, [
      ...(ignored.length > 0 ? [{ tag: Group.unsupported, attributes: ignored }] : []),
      ...groups,
    ]);
  } catch (e) {
    if (!(e instanceof Refusal)) throw e;
    rest.resume();
    return reply(
      e.status,
      e.unsupported.length > 0 ? [{ tag: Group.unsupported, attributes: e.unsupported }] : [],
      e.message,
    );
  }
}

function operationGroup(said?: string): AttributeGroup {
  return {
    tag: Group.operation,
    attributes: [
      ipp.charset('attributes-charset', 'utf-8'),
      ipp.language('attributes-natural-language', 'en'),
      ...(said ? [ipp.text('status-message', [...said].slice(0, 120).join(''))] : []),
    ],
  };
}

/** What a request says of itself, when it is one that can be answered (RFC 8011, 4.1). */
function addressed(m: Message): Operations {
  // RFC 8011, 4.1.8: the major version decides
  if (m.version[0] < 1 || m.version[0] > 2)
    throw new Refusal(Status.versionNotSupported, 'IPP versions 1.1 and 2.0 are spoken here.');
  if (m.requestId < 1) throw new Refusal(Status.badRequest, 'The request has no number.');
  const first = m.groups[0];
  const [charset, language] = first?.attributes ?? [];
  if (
    first?.tag !== Group.operation ||
    charset?.name !== 'attributes-charset' ||
    language?.name !== 'attributes-natural-language'
  )
    throw new Refusal(Status.badRequest, 'Charset and language must come first.');
  if (!['utf-8', 'us-ascii'].includes(String(charset.values[0]?.value).toLowerCase()))
    throw new Refusal(Status.charsetNotSupported, 'Only utf-8 is spoken here.');
  const op = attributesOf(m, Group.operation);
  const target = textOf(op.get('printer-uri')) ?? textOf(op.get('job-uri'));
  if (!target) throw new Refusal(Status.badRequest, 'The request names no printer.');
  if (!/^ipps?:\/\//i.test(target))
    throw new Refusal(Status.badRequest, 'The printer is not named by an ipp: address.');
  return op;
}

async function handle(service: IppService, message: Message, rest: Readable): Promise<Answer> {
  service.press.tick();
  const op = addressed(message);
  const answering = OPERATIONS.get(message.code);
  if (!answering)
    throw new Refusal(Status.operationNotSupported, `Operation 0x${message.code.toString(16)} is not known here.`);
  return answering({ service, message, op, rest });
}
