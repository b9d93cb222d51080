// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { editorOf, lesson } from '../../../tests/web/lesson';
import type { Pattern } from '../../api/types';
import { TypeBlock } from './TypeBlock';

let answer: Pattern;
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal(
    'fetch',
    async () => new Response(JSON.stringify({ pattern: answer }), { headers: { 'Content-Type': 'application/json' } }),
  );
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
const take = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Take it' });

describe('typing a pattern', () => {
  it('says what would come and go, and changes nothing before it is taken', async () => {
    const { editor, store } = editorOf(lesson({ kick: [{ at: 240 }] }));
    answer = lesson({ kick: [{ at: 0 }, { at: 960 }], china: [{ at: 0 }] });
    render(<TypeBlock editor={editor} />);
    await typed('kick 1 5; china 1');
    expect(screen.getByRole('status').textContent).toBe('Read: 2 hits would come, 1 would go, a new row of china with 1 hit.');
    expect(editor.state.preview).toEqual([{ row: 0, places: [0, 960] }]);
    expect(store.pattern.sections[0]?.rows).toHaveLength(1);
    fireEvent.click(take());
    expect(store.pattern.sections[0]?.rows.map((row) => row.hits.length)).toEqual([2, 1]);
  });

  it('does not take what the task has not', async () => {
    const { editor } = editorOf(lesson({ kick: [] }), { rows: false, form: false }, ['kick']);
    render(<TypeBlock editor={editor} />);
    answer = lesson({ kick: [], china: [{ at: 0 }] });
    await typed('china 1');
    expect(screen.getByRole('status').textContent).toBe('China: the task works with its own instruments. Leave this line out.');
    expect(take().disabled).toBe(true);
    answer = lesson({ kick: [{ at: 3840 }] }, 2);
    await typed('kick 17');
    expect(screen.getByRole('status').textContent).toBe('This goes on to bar 2, and the task has 1 bar; leave out what is beyond.');
    expect(take().disabled).toBe(true);
  });
});
