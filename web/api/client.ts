import type { Problem, Session } from './types';

/** What the server refused, in one sentence for a person. status is 0 when it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    sentence: string,
    readonly body: Problem & Record<string, unknown>,
  ) {
    super(sentence);
  }
}

/** Milliseconds to wait for an answer. */
const PATIENCE = 20_000;

let csrf = '';

/** Asks who is signed in, and keeps the token that later requests need. */
export async function session(): Promise<Session> {
  const answer = await call<Session>('GET', '/api/session');
  csrf = answer.csrf;
  return answer;
}

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * @param body      sent as JSON; a text is sent as it is
 * @param keepalive lets the request outlive the page
 * @throws ApiError
 */
export async function call<T>(method: Method, path: string, body?: unknown, keepalive = false): Promise<T> {
  const response = await request(method, path, body, keepalive);
  return (response.status === 204 ? undefined : await response.json()) as T;
}

/**
 * A target that is only heard, as sound.
 * @returns left: how often it may still be played, null for as often as one likes
 * @throws ApiError
 */
export async function hear(partId: string, bar: number | null, speed: number): Promise<{ wav: ArrayBuffer; left: number | null }> {
  const response = await request('POST', `/api/parts/${partId}/hear`, { bar, speed });
  const left = response.headers.get('X-Left');
  return { wav: await response.arrayBuffer(), left: left === null || left === 'any' ? null : Number(left) };
}

async function request(method: Method, path: string, body?: unknown, keepalive = false): Promise<Response> {
  const send = () =>
    fetch(path, {
      method,
      credentials: 'same-origin',
      keepalive,
      headers: method === 'GET' ? {} : { 'Content-Type': 'application/json', 'X-CSRF-Token': csrf },
      body: body === undefined ? null : typeof body === 'string' ? body : JSON.stringify(body),
      // A connection that hangs is as good as none.
      signal: keepalive ? null : AbortSignal.timeout(PATIENCE),
    }).catch(() => {
      throw new ApiError(0, 'The connection is lost; what you do is kept here and sent when it is back.', {
        title: '',
        status: 0,
        detail: '',
      });
    });
  let response = await send();
  if (response.status === 403 && (await problemOf(response.clone())).reason === 'csrf') {
    await session();
    response = await send();
  }
  if (response.ok) return response;
  const problem = await problemOf(response);
  throw new ApiError(response.status, problem.detail, problem);
}
async function problemOf(response: Response): Promise<Problem & Record<string, unknown>> {
  try {
    return await response.json();
  } catch {
    return { title: 'Error', status: response.status, detail: 'The server did not answer as expected; try again in a moment.' };
  }
}
