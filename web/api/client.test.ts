import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError, api, at, hear, reply, session } from './client';

type Sent = { path: string; method: string; token: string | null };
let requests: Sent[];
let answers: (() => Response)[];

beforeEach(() => {
  requests = [];
  answers = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    requests.push({ path: new URL(request.url).pathname, method: request.method, token: request.headers.get('X-CSRF-Token') });
    const answer = answers.shift();
    if (!answer) throw new TypeError('no connection');
    return answer();
  });
});
afterEach(() => vi.unstubAllGlobals());

const json = (status: number, body: unknown) => () => new Response(JSON.stringify(body), { status });
const signedOut = (csrf: string) => json(200, { csrf, account: null });
const error = async (promise: Promise<unknown>): Promise<ApiError> => {
  try {
    await promise;
  } catch (problem) {
    if (problem instanceof ApiError) return problem;
  }
  throw new Error('It was not refused.');
};

const today = () => reply(api.GET('/api/today'));
const phrase = () => reply(api.POST('/api/phrases', { body: { text: 'Good ears.' } }));

describe('asking the server', () => {
  it('carries the token of the session in what changes something, and in nothing else', async () => {
    answers = [signedOut('one'), json(200, {}), json(200, {})];
    await session();
    await today();
    await phrase();
    expect(requests.map((one) => one.token)).toEqual([null, null, 'one']);
  });

  it('fetches a new token when the old one has run out, and asks again', async () => {
    answers = [signedOut('old'), json(403, { reason: 'csrf', detail: 'Reload.' }), signedOut('new'), json(200, { done: true })];
    await session();
    expect(await phrase()).toEqual({ done: true });
    expect(requests.map((one) => [one.path, one.token])).toEqual([
      ['/api/session', null],
      ['/api/phrases', 'old'],
      ['/api/session', null],
      ['/api/phrases', 'new'],
    ]);
  });

  it('gives the sentence of a problem, its status and what else it holds', async () => {
    answers = [json(409, { title: 'Conflict', status: 409, detail: 'Changed in another tab.', draft: { version: 2 } })];
    const refused = await error(phrase());
    expect([refused.status, refused.message, refused.body.draft]).toEqual([409, 'Changed in another tab.', { version: 2 }]);
  });

  it('has a sentence for an answer that is no problem document, and for no answer', async () => {
    answers = [() => new Response('<h1>Bad gateway</h1>', { status: 502 })];
    expect((await error(today())).message).toBe('The server did not answer as expected. Try again in a moment.');
    const lost = await error(today());
    expect([lost.status, lost.message.startsWith('No connection')]).toEqual([0, true]);
  });

  it('knows how long a server that is being restarted wants to be left alone', async () => {
    answers = [() => new Response('{"detail": "Restarting."}', { status: 503, headers: { 'Retry-After': '2' } })];
    const away = await error(today());
    expect([away.passes, away.wait]).toEqual([true, 2]);
  });

  it('takes an answer that breaks off for none', async () => {
    answers = [
      () => new Response('{"draft": {"ver', { status: 200 }),
      () => new Response('', { status: 201, headers: { 'Content-Length': '0' } }),
    ];
    for (const broken of [await error(today()), await error(phrase())]) expect([broken.status, broken.passes]).toEqual([0, true]);
  });

  it('takes an answer without a body', async () => {
    answers = [() => new Response(null, { status: 204 })];
    expect(await reply(api.DELETE('/api/phrases/{id}', at({ id: 'p' })))).toBeUndefined();
  });
});

describe('a target that is only heard', () => {
  const sound = (left: string) => () => new Response('RIFF', { headers: { 'X-Left': left } });

  it('comes as sound, with how often it may still be played', async () => {
    answers = [sound('4'), sound('0'), sound('any')];
    const first = await hear('p', 2, 0.5);
    expect([new TextDecoder().decode(first.wav), first.left]).toEqual(['RIFF', 4]);
    expect((await hear('p', null, 1)).left).toBe(0);
    expect((await hear('p', null, 1)).left, 'as often as one likes').toBeNull();
    expect(requests.map(({ path, method }) => [path, method])).toEqual(Array.from({ length: 3 }, () => ['/api/parts/p/hear', 'POST']));
  });

  it('says so when there is nothing left to hear', async () => {
    answers = [json(409, { title: 'Conflict', status: 409, detail: 'You have listened as often as this task allows.' })];
    expect((await error(hear('p', null, 1))).message).toBe('You have listened as often as this task allows.');
  });
});
