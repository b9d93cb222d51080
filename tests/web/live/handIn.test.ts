import createClient from 'openapi-fetch';
import { expect, test } from 'vitest';
import type { components, paths } from '../../../web/api/schema.gen';

/** A program of somebody else's: all that it knows is docs/openapi.yaml. It keeps cookies, as a browser does. */
function client(baseUrl: string) {
  const cookies = new Map<string, string>();
  let token = '';
  const api = createClient<paths>({ baseUrl });
  api.use({
    onRequest({ request }) {
      request.headers.set('Cookie', [...cookies].map((pair) => pair.join('=')).join('; '));
      request.headers.set('X-CSRF-Token', token);
      return request;
    },
    onResponse({ response }) {
      for (const cookie of response.headers.getSetCookie()) {
        const [name = '', value = ''] = (cookie.split(';')[0] ?? '').split('=');
        cookies.set(name, value);
      }
    },
  });
  return {
    api,
    async session() {
      const { data } = await api.GET('/api/session');
      token = data?.csrf ?? '';
      return data;
    },
  };
}

test('a client made from the description signs in, builds a beat, hands it in and signs out', async () => {
  const { PULSANDA_URL: url = '', DEMO_PASSWORD: password = '' } = process.env;
  const { api, session } = client(url);
  expect((await session())?.account).toBeNull();

  const refused = await api.POST('/api/sign-in', { body: { name: 'tomas', password: `not ${password}` } });
  expect(refused.response.status).toBe(401);
  expect(refused.error?.detail).toMatch(/password/);
  expect((await api.POST('/api/sign-in', { body: { name: 'tomas', password } })).response.status).toBe(204);
  expect((await session())?.account?.name).toBe('Tomás Quintero');

  const today = (await api.GET('/api/today')).data as components['schemas']['StudentToday'];
  const ahead = (time: string | null) => time === null || Date.parse(time) > Date.now();
  const task = today.tasks.find(({ attempt, waiting, dueAt, closedAt }) => !attempt && !waiting && ahead(dueAt) && !closedAt);
  expect(task).toBeDefined();
  const params = { path: { id: task?.partId ?? '' } };
  const bench = (await api.GET('/api/parts/{id}/bench', { params })).data;
  if (!bench) throw new Error('There is no Bench.');
  const pattern = structuredClone(bench.draft.pattern);
  const row = pattern.sections[0]?.rows[0];
  if (!row) throw new Error('There is no row.');
  row.hits = [{ at: 0, velocity: 90 }];

  const kept = await api.PUT('/api/parts/{id}/draft', { params, body: { version: bench.draft.version, pattern, note: 'By a program' } });
  expect(kept.response.status).toBe(200);
  const version = kept.data?.version ?? -1;
  const stale = await api.PUT('/api/parts/{id}/draft', { params, body: { version: bench.draft.version - 1, pattern, note: '' } });
  expect(stale.response.status).toBe(409);

  const press = crypto.randomUUID();
  const body = { version, pattern, note: 'By a program', press, pressedAt: null };
  const handedIn = await api.POST('/api/parts/{id}/attempts', { params, body });
  expect(handedIn.error).toBeUndefined();
  expect(handedIn.response.status).toBe(201);
  expect(handedIn.data?.attempts).toHaveLength(1);
  const again = await api.POST('/api/parts/{id}/attempts', { params, body });
  expect(again.data?.attempts).toHaveLength(1); // one press hands in once

  expect((await api.POST('/api/sign-out')).response.status).toBe(204);
  await session();
  expect((await api.GET('/api/today')).response.status).toBe(401);
});
