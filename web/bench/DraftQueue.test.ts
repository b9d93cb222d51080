import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Draft, Pattern } from '../api/types';
import { Presses, presses } from '../keep/Presses';
import { arrived, unsent } from '../keep/SaveQueue';
import { PatternStore } from '../music/PatternStore';
import { withHit } from '../music/pattern';
import { DraftQueue, draftName, newest, type Work } from './DraftQueue';

const pattern: Pattern = {
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Lesson',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96 },
  kit: 'boathouse',
  sections: [{ name: 'A', bars: 1, rows: [{ instrument: 'kick', hits: [] }] }],
};
const draft: Draft = { version: 3, pattern, note: '', savedAt: '2026-11-24T10:00:00+00:00' };
const PATH = '/api/parts/1';
const NAME = draftName('1');
/** Where the browser keeps what is not sent. */
const UNSENT = JSON.stringify(['nobody', 'unsent', NAME]);

type Sent = { method: string; path: string; body: { version: number; pattern: Pattern; note: string; press?: string; pressedAt?: string } };

/** A browser with nothing in it, and a server that answers as told. */
class World {
  kept = new Map<string, string>();
  sent: Sent[] = [];
  listeners = new Map<string, () => void>();
  keepalive: boolean[] = [];
  /** Seconds that the server asks to wait. */
  away: string | null = null;
  hold: Promise<void> = Promise.resolve();
  answer: (sent: Sent) => { status: number; body: unknown } | 'offline' = ({ body }) => ({
    status: 200,
    body: { version: body.version + 1, pattern: body.pattern, note: body.note, savedAt: '2026-11-24T10:05:00+00:00' },
  });

  constructor() {
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => this.kept.get(key) ?? null,
      setItem: (key: string, value: string) => this.kept.set(key, value),
      removeItem: (key: string) => this.kept.delete(key),
    });
    vi.stubGlobal('window', {
      addEventListener: (name: string, listener: () => void) => this.listeners.set(name, listener),
      removeEventListener: (name: string) => this.listeners.delete(name),
    });
    vi.stubGlobal('fetch', async (request: Request) => {
      const text = await request.text();
      this.keepalive.push(request.keepalive);
      await this.hold;
      const sent = { method: request.method, path: new URL(request.url).pathname, body: JSON.parse(text === '' ? '{}' : text) };
      this.sent.push(sent);
      const answer = this.answer(sent);
      if (answer === 'offline') throw new TypeError('no connection');
      return new Response(JSON.stringify(answer.body), { status: answer.status, headers: this.away ? { 'Retry-After': this.away } : {} });
    });
  }
}

let world: World;
let store: PatternStore;
let queue: DraftQueue;
const add = (at: number) => store.change('Add kick', (before) => withHit(before, 0, 0, { at }));

beforeEach(() => {
  vi.useFakeTimers();
  world = new World();
  store = new PatternStore(pattern);
  queue = new DraftQueue('1', store, draft);
});
afterEach(async () => {
  presses.drop('1');
  presses.seen('1');
  world.answer = ({ body }) => ({ status: 200, body: { version: body.version + 1, savedAt: null } });
  queue.stop();
  await vi.advanceTimersByTimeAsync(0);
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('keeping a draft', () => {
  it('sends several quick changes once, within a second, with the version they rest on', async () => {
    queue.start();
    add(0);
    add(240);
    expect(queue.keeping.state).toBe('changed');
    await vi.advanceTimersByTimeAsync(1000);
    expect(world.sent.map((one) => [one.method, one.path, one.body.version])).toEqual([['PUT', `${PATH}/draft`, 3]]);
    expect(queue.keeping).toEqual({ state: 'saved', at: '2026-11-24T10:05:00+00:00' });
    add(480);
    await vi.advanceTimersByTimeAsync(1000);
    expect(world.sent[1]?.body.version).toBe(4);
    expect(unsent<Work>(NAME)).toBeNull();
    expect(newest(NAME, draft).version, 'a page opened without a connection still knows it').toBe(5);
    expect(newest(NAME, { ...draft, version: 9 }).version, 'the server knows better').toBe(9);
  });

  it('keeps a change in the browser from the first moment, and sends it when the connection is back', async () => {
    queue.start();
    world.answer = () => 'offline';
    add(0);
    await vi.advanceTimersByTimeAsync(50);
    expect(JSON.parse(world.kept.get(UNSENT) ?? '{}').version).toBe(3);
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.keeping.state).toBe('waiting');
    add(240);
    world.answer = ({ body }) => ({ status: 200, body: { ...body, version: 4, savedAt: null } });
    world.listeners.get('online')?.();
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.keeping.state).toBe('saved');
    expect(world.sent.at(-1)?.body.pattern.sections[0]?.rows[0]?.hits).toHaveLength(2);
  });

  it('sends what an earlier visit could not', async () => {
    world.kept.set(UNSENT, JSON.stringify({ version: 3, work: { pattern: withHit(pattern, 0, 0, { at: 960 }), note: 'Later' } }));
    const kept = unsent<Work>(NAME);
    const again = new DraftQueue('1', new PatternStore(kept?.work.pattern ?? pattern), draft, kept);
    again.start();
    expect(again.note).toBe('Later');
    await vi.advanceTimersByTimeAsync(1000);
    expect(world.sent[0]?.body.note).toBe('Later');
    expect(world.sent[0]?.body.pattern.sections[0]?.rows[0]?.hits).toHaveLength(1);
    again.stop();
  });

  it('takes nobody for another hand whose page went away before the answer came', async () => {
    const work = { pattern: withHit(pattern, 0, 0, { at: 960 }), note: '' };
    // The server has it, in its own writing: defaults are left out or not, and keys stand in another order.
    const taken: Draft = { ...draft, version: 4, pattern: withHit(pattern, 0, 0, { velocity: 90, at: 960, push: 0 }) };
    const again = new DraftQueue('1', new PatternStore(work.pattern), taken, { version: 3, work });
    expect(again.keeping.state).toBe('saved');
    again.start();
    await vi.advanceTimersByTimeAsync(1000);
    expect([again.keeping.state, world.sent]).toEqual(['saved', []]);
    again.stop();
    // Something more was drawn while the first part was on its way.
    const more = { pattern: withHit(work.pattern, 0, 0, { at: 1200 }), note: '' };
    const later = new DraftQueue('1', new PatternStore(more.pattern), taken, { version: 3, work: more, sent: [work] });
    later.start();
    await vi.advanceTimersByTimeAsync(1000);
    expect([later.keeping.state, world.sent.at(-1)?.body.version]).toEqual(['saved', 4]);
    later.stop();
  });

  it('goes on by itself when an answer was lost on its way', async () => {
    let server: Draft = draft;
    world.answer = ({ body }) => {
      if (body.version !== server.version) return { status: 409, body: { title: '', status: 409, detail: 'Changed.', draft: server } };
      server = { ...draft, version: server.version + 1, pattern: body.pattern };
      return server.version === 4 ? 'offline' : { status: 200, body: server };
    };
    queue.start();
    add(0);
    await vi.advanceTimersByTimeAsync(400);
    expect(queue.keeping.state).toBe('waiting');
    add(240);
    await vi.advanceTimersByTimeAsync(50);
    expect(unsent<Work>(NAME)?.sent).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(10_000);
    expect([queue.keeping.state, server.version]).toEqual(['saved', 5]);
    expect(server.pattern.sections[0]?.rows[0]?.hits).toHaveLength(2);
    // Two different hands are still asked.
    server = { ...server, version: 9, pattern: withHit(pattern, 0, 0, { at: 480 }) };
    add(720);
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.keeping.state).toBe('conflict');
  });

  it('asks when what was not sent rests on an older version, and loses neither', async () => {
    const kept = { version: 2, work: { pattern: withHit(pattern, 0, 0, { at: 960 }), note: '' } };
    const mine = new PatternStore(kept.work.pattern);
    const again = new DraftQueue('1', mine, draft, kept);
    again.start();
    expect(again.keeping).toMatchObject({ state: 'conflict', other: { version: 3, work: { pattern, note: '' } } });
    await vi.advanceTimersByTimeAsync(5000);
    expect(world.sent).toEqual([]);
    expect(unsent<Work>(NAME)?.work.pattern, 'still there after another reload').toEqual(kept.work.pattern);
    await again.settle('both');
    await vi.advanceTimersByTimeAsync(1000);
    expect(world.sent.map((one) => [one.method, one.path])).toEqual([
      ['POST', `${PATH}/draft/states/3/keep`],
      ['PUT', `${PATH}/draft`],
    ]);
    expect(world.sent[1]?.body.version).toBe(3);
    again.stop();
  });

  it('goes on without storage', async () => {
    vi.stubGlobal('localStorage', {
      setItem: () => {
        throw new Error('full');
      },
      removeItem: () => {},
    });
    queue.start();
    add(0);
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.keeping.state).toBe('saved');
    world.answer = () => 'offline';
    add(240);
    await vi.advanceTimersByTimeAsync(1000);
    expect([queue.keeping.state, queue.here], 'the person is told to leave the page open').toEqual(['waiting', false]);
  });

  it('tells of another tab, sends nothing more, and lets the person choose', async () => {
    queue.start();
    const other: Draft = { version: 7, pattern: withHit(pattern, 0, 0, { at: 1920 }), note: '', savedAt: null };
    world.answer = () => ({ status: 409, body: { title: 'Conflict', status: 409, detail: 'Changed in another tab.', draft: other } });
    add(0);
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.keeping).toMatchObject({ state: 'conflict', sentence: 'Changed in another tab.', other: { version: 7 } });
    add(240);
    await vi.advanceTimersByTimeAsync(5000);
    expect(world.sent).toHaveLength(1);
    world.answer = ({ body }) => ({ status: 200, body: { ...body, version: 8, savedAt: null } });
    await queue.settle('mine');
    await vi.advanceTimersByTimeAsync(1000);
    expect(world.sent[1]?.body.version).toBe(7);
    expect(world.sent[1]?.body.pattern.sections[0]?.rows[0]?.hits.map((hit) => hit.at)).toEqual([0, 240]);
  });

  it('takes the other beat when asked to, and undo brings the own one back', async () => {
    queue.start();
    const other: Draft = { version: 7, pattern: withHit(pattern, 0, 0, { at: 1920 }), note: 'Other', savedAt: null };
    world.answer = () => ({ status: 409, body: { title: '', status: 409, detail: 'x', draft: other } });
    add(0);
    await vi.advanceTimersByTimeAsync(1000);
    await queue.settle('other');
    expect(store.pattern).toEqual(other.pattern);
    store.undo();
    expect(store.pattern.sections[0]?.rows[0]?.hits).toEqual([{ at: 0 }]);
  });

  it('says what the server refuses, and stops sending it', async () => {
    queue.start();
    world.answer = () => ({ status: 422, body: { title: '', status: 422, detail: 'The task fixes the tempo at 96; keep it.' } });
    add(0);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(queue.keeping).toEqual({ state: 'refused', sentence: 'The task fixes the tempo at 96; keep it.' });
    expect(world.sent).toHaveLength(1);
  });

  it('sends what is left when the page goes away', async () => {
    queue.start();
    add(0);
    world.listeners.get('pagehide')?.();
    expect(world.kept.has(UNSENT), 'the copy stays until it is known to be kept').toBe(true);
    await vi.advanceTimersByTimeAsync(0);
    expect([world.sent.length, world.keepalive, world.kept.has(UNSENT)]).toEqual([1, [true], false]);
  });
});

describe('a server that is being restarted', () => {
  it('is tried again after the time that it has named, and the work goes on', async () => {
    queue.start();
    world.away = '2';
    world.answer = () => ({ status: 503, body: { title: '', status: 503, detail: 'The server is being restarted.' } });
    add(0);
    await vi.advanceTimersByTimeAsync(500);
    expect(queue.keeping).toEqual({ state: 'waiting', sentence: 'Kept here until the server is back' });
    world.answer = ({ body }) => ({ status: 200, body: { version: body.version + 1, savedAt: null } });
    await vi.advanceTimersByTimeAsync(2100);
    expect([queue.keeping.state, world.sent.length]).toEqual(['saved', 2]);
  });
});

describe('leaving and coming back at once', () => {
  it('waits for what is on its way', async () => {
    queue.start();
    add(0);
    let arrive = () => {};
    world.hold = new Promise<void>((resolve) => {
      arrive = resolve;
    });
    queue.stop();
    let back = false;
    void arrived(NAME).then(() => {
      back = true;
    });
    await vi.advanceTimersByTimeAsync(100);
    expect(back).toBe(false);
    arrive();
    await vi.advanceTimersByTimeAsync(0);
    expect([back, unsent(NAME)]).toEqual([true, null]);
  });

  it('keeps what is too large to be sent by a page that is gone, and sends it the usual way', async () => {
    queue.start();
    store.change('Fill', (before) => ({ ...before, title: 'x'.repeat(70_000) }));
    world.listeners.get('pagehide')?.();
    expect(world.kept.has(UNSENT)).toBe(true);
    await vi.advanceTimersByTimeAsync(0);
    expect(world.keepalive).toEqual([false]);
  });
});

describe('handing in', () => {
  it('sends the beat as it is now, and the draft is kept with it', async () => {
    queue.start();
    add(0);
    queue.setNote('Kick on one.');
    world.answer = ({ body }) => ({
      status: 201,
      body: { draft: { ...body, version: 4, savedAt: null }, attempts: [{ id: 'a', number: 1 }] },
    });
    expect((await queue.handIn())?.attempts).toHaveLength(1);
    expect(world.sent.map((one) => [one.path, one.body.note])).toEqual([[`${PATH}/attempts`, 'Kick on one.']]);
    expect(queue.keeping.state).toBe('saved');
    await vi.advanceTimersByTimeAsync(5000);
    expect(world.sent).toHaveLength(1);
  });

  it('keeps a press without a connection, and sends it once it is back, with its key, its time and the beat as it was', async () => {
    vi.setSystemTime('2026-11-26T16:58:00Z');
    queue.start();
    add(0);
    const pressed = store.pattern;
    world.answer = () => 'offline';
    expect(await queue.handIn()).toBeNull();
    expect(presses.waiting('1')?.at).toBe('2026-11-26T16:58:00Z');
    add(240);
    world.answer = ({ path, body }) =>
      path.endsWith('attempts')
        ? { status: 201, body: { draft: { version: 4, savedAt: null }, attempts: [{ id: 'a', number: 1 }], parts: [] } }
        : { status: 200, body: { version: body.version + 1, savedAt: null } };
    vi.setSystemTime('2026-11-26T17:20:00Z');
    await vi.advanceTimersByTimeAsync(6000);
    const hands = world.sent.filter(({ path }) => path.endsWith('attempts')).map(({ body }) => body);
    expect(hands.map(({ press }) => press === hands[0]?.press)).toEqual([true, true]);
    expect([hands[0]?.pressedAt, hands[1]?.pressedAt]).toEqual([undefined, '2026-11-26T16:58:00Z']);
    expect(hands[1]?.pattern).toEqual(pressed);
    expect([presses.waiting('1'), presses.outcome('1')]).toMatchObject([null, { done: { attempts: [{ number: 1 }] } }]);
    expect(queue.keeping.state, 'what was done since is kept as ever').toBe('saved');
  });

  it('tells why a press that waited was refused, and takes one back that the person thinks better of', async () => {
    add(0);
    world.answer = () => 'offline';
    await queue.handIn();
    world.answer = () => ({ status: 409, body: { title: '', status: 409, detail: 'The time for handing in is over.' } });
    await vi.advanceTimersByTimeAsync(6000);
    expect([presses.waiting('1'), presses.outcome('1')]).toMatchObject([null, { refused: 'The time for handing in is over.' }]);
    expect(new Presses().outcome('1'), 'also after a reload, until it is seen').toEqual(presses.outcome('1'));
    presses.seen('1');
    expect([presses.outcome('1'), new Presses().outcome('1')]).toEqual([null, null]);
    world.answer = () => 'offline';
    await queue.handIn();
    presses.drop('1');
    await vi.advanceTimersByTimeAsync(20_000);
    expect(world.sent.filter(({ body }) => body.pressedAt)).toHaveLength(1);
  });

  it('says that it is not handed in where the browser has no room to keep the press', async () => {
    add(0);
    world.answer = () => 'offline';
    vi.stubGlobal('localStorage', {
      getItem: () => null,
      removeItem: () => {},
      setItem: () => {
        throw new Error('full');
      },
    });
    await expect(queue.handIn()).rejects.toThrow('Not handed in');
  });

  it('says that the task was taken back, and keeps the beat', async () => {
    queue.start();
    world.answer = () => ({ status: 404, body: { title: '', status: 404, detail: 'This is not here, or it is not yours to see.' } });
    add(0);
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.keeping).toMatchObject({ state: 'refused', sentence: expect.stringContaining('withdrawn this task') });
    expect(unsent<Work>(NAME)?.work.pattern).toEqual(store.pattern);
    await expect(queue.handIn()).rejects.toThrow('withdrawn this task');
  });

  it('gives the reason back when it is refused, and keeps the draft anyway', async () => {
    queue.start();
    add(0);
    world.answer = ({ path, body }) =>
      path.endsWith('attempts')
        ? { status: 409, body: { title: '', status: 409, detail: 'The time for handing in is over.' } }
        : { status: 200, body: { ...body, version: 4, savedAt: null } };
    await expect(queue.handIn()).rejects.toThrow('The time for handing in is over.');
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.keeping.state).toBe('saved');
  });
});

describe('what is asked of the beat', () => {
  const checked = (passed: number) => ({ passed, failed: 2 - passed, points: passed, results: [] });

  it('is as the beat was last kept', async () => {
    queue = new DraftQueue('1', store, { ...draft, checked: checked(0) });
    expect(queue.checked?.passed).toBe(0);
    world.answer = ({ body }) => ({ status: 200, body: { ...body, version: body.version + 1, savedAt: null, checked: checked(1) } });
    queue.start();
    add(0);
    expect(queue.checked?.passed, 'not before the core has said so').toBe(0);
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.checked?.passed).toBe(1);
  });

  it('stays as it was while there is no connection', async () => {
    queue = new DraftQueue('1', store, { ...draft, checked: checked(1) });
    world.answer = () => 'offline';
    queue.start();
    add(0);
    await vi.advanceTimersByTimeAsync(1000);
    expect([queue.keeping.state, queue.checked?.passed]).toEqual(['waiting', 1]);
  });

  it('is nothing where it does not tick itself', async () => {
    queue.start();
    add(0);
    await vi.advanceTimersByTimeAsync(1000);
    expect(queue.checked).toBeNull();
  });
});
