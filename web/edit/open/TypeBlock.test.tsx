// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { editorOf, lesson } from '../../../tests/web/lesson';
import type { Pattern } from '../../api/types';
import { TypeBlock } from './TypeBlock';

let answer: Pattern;
let numbers: { as: 'beats' | 'steps'; which: string[] } | null = null;
let sent: { numbers?: string | null }[] = [];
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('fetch', async (request: Request) => {
    sent.push(await request.json());
    return new Response(JSON.stringify({ pattern: answer, numbers }), { headers: { 'Content-Type': 'application/json' } });
  });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

async function typed(text: string): Promise<void> {
  fireEvent.change(screen.getByLabelText('Rows as text'), { target: { value: text } });
  await act(async () => void (await vi.advanceTimersByTimeAsync(400)));
}
const take = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Use this' });

describe('typing a pattern', () => {
  it('says what would come and go, and changes nothing before it is taken', async () => {
    const { editor, store } = editorOf(lesson({ kick: [{ at: 240 }] }));
    answer = lesson({ kick: [{ at: 0 }, { at: 960 }], china: [{ at: 0 }] });
    render(<TypeBlock editor={editor} counting="syllables" />);
    await typed('kick 1 5; china 1');
    expect(screen.getByRole('status').textContent).toBe('Read: 2 new hits, 1 removed, a new row of china with 1 hit.');
    expect(editor.state.preview).toEqual([{ row: 0, places: [0, 960] }]);
    expect(store.pattern.sections[0]?.rows).toHaveLength(1);
    fireEvent.click(take());
    expect(store.pattern.sections[0]?.rows.map((row) => row.hits.length)).toEqual([2, 1]);
  });

  it('does not take what the task has not', async () => {
    const { editor } = editorOf(lesson({ kick: [] }), { rows: false, form: false }, ['kick']);
    render(<TypeBlock editor={editor} counting="syllables" />);
    answer = lesson({ kick: [], china: [{ at: 0 }] });
    await typed('china 1');
    expect(screen.getByRole('status').textContent).toBe('China: The task works with its own instruments. Remove this line.');
    expect(take().disabled).toBe(true);
    answer = lesson({ kick: [{ at: 3840 }] }, 2);
    await typed('kick 17');
    expect(screen.getByRole('status').textContent).toBe('This goes on to bar 2, and the task has 1 bar. Remove the rest.');
    expect(take().disabled).toBe(true);
  });

  it('says what the numbers were read as where they could be either, and changes it for the whole text', async () => {
    const { editor } = editorOf(lesson({ snare: [] }));
    answer = lesson({ snare: [{ at: 960 }] });
    numbers = { as: 'beats', which: ['2', '4'] };
    sent = [];
    render(<TypeBlock editor={editor} counting="syllables" />);
    await typed('snare 2 4');
    expect(screen.getByRole('button', { name: 'Read as beats 2 and 4' }).getAttribute('aria-pressed')).toBe('true');
    numbers = { as: 'steps', which: ['2', '4'] };
    fireEvent.click(screen.getByRole('button', { name: 'As steps 2 and 4' }));
    await act(async () => void (await vi.advanceTimersByTimeAsync(400)));
    expect(sent.at(-1)?.numbers).toBe('steps');
    expect(screen.getByRole('button', { name: 'Read as steps 2 and 4' })).toBeTruthy();
    numbers = null;
  });
});
