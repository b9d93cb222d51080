// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, onTestFinished, vi } from 'vitest';
import { editorOf, lesson } from '../../../tests/web/lesson';
import type { Pattern } from '../../api/types';
import { speak } from '../../words/words';
import { DropRoom } from '../DropRoom';
import { FileBlock } from './FileBlock';

let answers: Record<string, { status?: number; body: unknown }>;
let asked: string[];
beforeEach(() => {
  asked = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const path = `${new URL(request.url).pathname}${new URL(request.url).search}`;
    asked.push(path);
    const found = Object.entries(answers).find(([begin]) => path.startsWith(begin))?.[1];
    return new Response(JSON.stringify(found?.body), {
      status: found?.status ?? 200,
      headers: { 'Content-Type': 'application/json' },
    });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const midi = new File(['MThd'], 'beat.mid');
const settled = () => act(async () => void (await new Promise((done) => setTimeout(done, 20))));

describe('opening a file', () => {
  it('asks which channel the drums are on, and reads it again', async () => {
    const { editor, store } = editorOf(lesson({ kick: [] }));
    const channels = [
      { channel: 1, notes: 20 },
      { channel: 3, notes: 8 },
    ];
    answers = { '/api/edit/import': { status: 409, body: { status: 409, detail: 'Choose the channel.', title: '', channels } } };
    render(<FileBlock editor={editor} counting="steps" locked={false} shown={true} reveal={() => {}} />);
    act(() => editor.onFile?.(midi));
    await settled();
    expect(screen.getByRole('alert').textContent).toContain('Choose the channel.');
    const pattern = lesson({ kick: [{ at: 0 }] });
    answers = { '/api/edit/import': { body: { pattern, lost: ['8 notes are left out.'], channels, unknown: [] } } };
    fireEvent.change(screen.getByLabelText('The drums are on'), { target: { value: '3' } });
    await settled();
    expect(asked.at(-1)).toBe('/api/edit/import?name=beat.mid&channel=3');
    expect(screen.getByRole('alert').textContent).toContain('8 notes are left out.');
    expect(store.pattern.sections[0]?.rows[0]?.hits, 'nothing has changed yet').toHaveLength(0);
    fireEvent.click(screen.getByRole('button', { name: 'Use this' }));
    expect(store.pattern.sections[0]?.rows[0]?.hits).toHaveLength(1);
    expect(screen.queryByRole('alert')).toBeNull();
    store.undo();
    expect(store.pattern.sections[0]?.rows[0]?.hits).toHaveLength(0);
  });

  it('says what the sheet is in, where a file does not', async () => {
    const { editor, store } = editorOf(lesson({ kick: [{ at: 0 }] }));
    answers = { '/api/edit/import': { body: { pattern: store.pattern, lost: [], channels: [], unknown: [] } } };
    render(<FileBlock editor={editor} counting="steps" locked={false} shown={true} reveal={() => {}} />);
    act(() => editor.onFile?.(new File(['kick 1 3'], 'beat.txt')));
    await settled();
    const sent = new URL(asked.at(-1) ?? '', 'http://here').searchParams;
    expect(sent.get('counting')).toBe('steps');
    const like = JSON.parse(sent.get('like') ?? '') as Pattern;
    expect([like.meter, like.tempo]).toEqual([store.pattern.meter, store.pattern.tempo]);
    expect(like.sections).toEqual([{ name: 'A', bars: 1, rows: [] }]);
  });

  it.each(['en-US', 'de'] as const)('takes a dropped sound as one of its own, other files as a beat: %s', async (tag) => {
    await speak(tag);
    onTestFinished(() => speak('en-US'));
    const { editor } = editorOf(lesson({ kick: [] }));
    answers = { '/api/edit/import': { status: 409, body: { status: 409, detail: 'Choose the channel.', title: '', channels: [] } } };
    editor.onSound = vi.fn();
    render(
      <DropRoom editor={editor} locked={false}>
        <FileBlock editor={editor} counting="steps" locked={false} shown={true} reveal={() => {}} />
      </DropRoom>,
    );
    const room = document.querySelector('.workbench-main');
    const wav = new File(['RIFF'], 'gate.WAV');
    if (!room) throw new Error('there is no room');
    fireEvent.drop(room, { dataTransfer: { types: ['Files'], files: [wav] } });
    expect(editor.onSound).toHaveBeenCalledWith(wav);
    await settled();
    expect(asked, 'it is not read as a beat').toEqual([]);
    fireEvent.drop(room, { dataTransfer: { types: ['Files'], files: [midi] } });
    await settled();
    expect(asked).toEqual(['/api/edit/import?name=beat.mid']);
    expect(editor.onSound).toHaveBeenCalledTimes(1);
  });

  it('takes nothing while the sheet is locked', () => {
    const { editor } = editorOf(lesson({ kick: [] }));
    render(<FileBlock editor={editor} counting="steps" locked={true} shown={true} reveal={() => {}} />);
    expect(editor.onFile).toBeNull();
    expect(editor.onPattern).toBeNull();
  });
});

describe('saving a file', () => {
  it('says before it is saved what its kind cannot hold', async () => {
    vi.useFakeTimers();
    const { editor } = editorOf(lesson({ kick: [{ at: 0 }] }));
    answers = { '/api/edit/export': { body: { bytes: '', lost: ['Pushes are left out.'] } } };
    render(<FileBlock editor={editor} counting="steps" locked={false} shown={true} reveal={() => {}} />);
    fireEvent.change(screen.getByLabelText('Kind of pattern file'), { target: { value: 'txt' } });
    await act(async () => void (await vi.advanceTimersByTimeAsync(500)));
    expect(screen.getByRole('status').textContent).toBe('What is left out: Pushes are left out.');
    fireEvent.change(screen.getByLabelText('Kind of pattern file'), { target: { value: 'json' } });
    expect(screen.queryByRole('status')).toBeNull();
    vi.useRealTimers();
  });
});
