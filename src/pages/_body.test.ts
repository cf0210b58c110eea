import { describe, expect, it } from 'vitest';
import { BadBody, jsonOf, keepable } from './_body';

const body = (text: string | Uint8Array<ArrayBuffer>): { request: Request } => ({
  request: new Request('http://127.0.0.1/', { method: 'POST', body: text }),
});
const refused = async (text: string | Uint8Array<ArrayBuffer>, most?: number): Promise<number> => {
  const e: unknown = await jsonOf(body(text), most).catch((x: unknown) => x);
  return e instanceof BadBody ? e.status : 0;
};

describe('a body of JSON', () => {
  it('is read', async () => {
    expect(await jsonOf(body('{"a":[1,"ü 🐦"]}'))).toEqual({ a: [1, 'ü 🐦'] });
  });

  it('is no larger and no deeper than can be borne, and not anything', async () => {
    expect(await refused(`"${'x'.repeat(2 << 20)}"`)).toBe(413);
    expect(await refused(`"${'x'.repeat(50)}"`, 40)).toBe(413);
    expect(await refused(`${'['.repeat(65)}${']'.repeat(65)}`)).toBe(400);
    expect(await refused(`${'['.repeat(64)}${']'.repeat(64)}`)).toBe(0);
    // brackets in text are text
    expect(await refused(JSON.stringify(`[\\"${'['.repeat(500)}`))).toBe(0);
    expect(await refused('{"a":')).toBe(400);
    expect(await refused('')).toBe(400);
    expect(await refused(new Uint8Array([0x22, 0xff, 0x22]))).toBe(400);
  });

  it('holds only characters that can be kept, in names as in values', async () => {
    expect(await refused('{"a":"b\\u0000"}')).toBe(400);
    expect(await refused('{"a":"\\ud83d"}')).toBe(400);
    expect(await refused('{"a\\u0000":1}')).toBe(400);
    expect(await refused('{"__proto__":{"x":1}}')).toBe(400);
    expect(keepable({ a: ['🐦', null, 1, true] })).toBe(true);
  });

  it('that says it is larger than may be is not waited for', async () => {
    const request = new Request('http://127.0.0.1/', {
      method: 'POST',
      headers: { 'content-length': String(3 << 20) },
      body: '{}',
    });
    await expect(jsonOf({ request })).rejects.toMatchObject({ status: 413 });
  });
});
