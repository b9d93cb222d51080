import createClient from 'openapi-fetch';
import { say } from '../words/words';
import { inWords } from './places';
import type { paths } from './schema.gen';
import type { Problem, Session } from './types';

/** What the server refused, in one sentence for a person. status is 0 when it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    sentence: string,
    readonly body: Problem & Record<string, unknown>,
    /** Seconds after which it is worth another try, where the server has said so. */
    readonly wait: number | null = null,
  ) {
    super(sentence);
  }

  /** Whether the same may succeed later: no connection, the server being restarted, or too much at once. */
  get passes(): boolean {
    return this.status === 0 || this.status >= 500 || this.status === 429;
  }
}

/** Milliseconds to wait for an answer. */
const PATIENCE = 20_000;

let csrf = '';

/**
 * The server's interface with the paths and shapes of docs/openapi.yaml; reply() gives what it says.
 * @example reply(api.GET('/api/parts/{id}/bench', at({ id })))
 */
export const api = createClient<paths>({ baseUrl: globalThis.location?.origin ?? 'http://localhost', fetch: send });

/** The blanks of a path. */
export function at<P extends Record<string, string | number>>(path: P): { params: { path: P } } {
  return { params: { path } };
}

/** @throws ApiError with the server's sentence */
export async function reply<T>(request: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await request.catch((thrown) => {
    throw thrown instanceof ApiError ? thrown : lost(); // an answer that breaks off is no JSON
  });
  if (response.ok && data === undefined && response.status !== 204) throw lost();
  if (response.ok) return data as T;
  const problem = (typeof error === 'object' && error !== null && 'detail' in error ? error : odd(response.status)) as Problem;
  const wait = Number(response.headers.get('Retry-After'));
  throw new ApiError(response.status, inWords(problem.detail), problem as Problem & Record<string, unknown>, wait > 0 ? wait : null);
}

/** Asks who is signed in, and keeps the token that later requests need. */
export async function session(): Promise<Session> {
  const found = await reply(api.GET('/api/session'));
  csrf = found.csrf;
  return found;
}

/**
 * A target that is only heard, as sound.
 * @returns left: how often it may still be played, null for as often as one likes
 * @throws ApiError
 */
export async function hear(id: string, bar: number | null, speed: number): Promise<{ wav: ArrayBuffer; left: number | null }> {
  const request = api.POST('/api/parts/{id}/hear', { ...at({ id }), body: { bar, speed }, parseAs: 'arrayBuffer' });
  const wav = await reply(request);
  const left = (await request).response.headers.get('X-Left');
  return { wav: wav as unknown as ArrayBuffer, left: left === null || left === 'any' ? null : Number(left) };
}

/** Sends with the token; once more with a new one when the old one has run out. */
async function send(request: Request): Promise<Response> {
  const again = request.clone();
  const response = await reach(request);
  if (response.status !== 403) return response;
  const problem = await response
    .clone()
    .json()
    .catch(() => null);
  if (problem?.reason !== 'csrf') return response;
  await session();
  return reach(again);
}

async function reach(request: Request): Promise<Response> {
  if (request.method !== 'GET') request.headers.set('X-CSRF-Token', csrf);
  // A connection that hangs is as good as none; a request that outlives the page is not waited for.
  const signal = request.keepalive ? null : AbortSignal.timeout(PATIENCE);
  try {
    return await fetch(request, { signal });
  } catch {
    throw lost();
  }
}

function lost(): ApiError {
  return new ApiError(0, say('frame.error.lost'), { title: '', status: 0, detail: say('frame.error.lost') });
}

function odd(status: number): Problem {
  return { title: 'Error', status, detail: say('frame.error.odd') };
}
