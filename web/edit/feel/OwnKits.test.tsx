// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { editorOf, lesson } from '../../../tests/web/lesson';
import type { SavedKit } from '../../api/types';
import { withKit } from '../../music/kits';
import { OwnKits } from './OwnKits';
import { keptKits } from './useOwnKit';

afterEach(cleanup);

const kit = (name: string, more: Partial<SavedKit> = {}): SavedKit => ({
  id: name,
  name,
  own: true,
  by: 'Odile Marrick',
  base: 'pier',
  sharedWith: [],
  pieces: [{ instrument: 'kick', sound: 'parade/kick', level: 1, pan: 0, tune: 0 }],
  ...more,
});

function shown(kits: SavedKit[], own: string[] = [], played?: SavedKit) {
  const beat = lesson({ kick: [{ at: 0 }] });
  const { editor } = editorOf(played ? withKit(beat, played) : beat);
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Number.POSITIVE_INFINITY } } });
  queries.setQueryData(keptKits.queryKey, { kits, courses: [] });
  queries.setQueryData(['sounds'], { sounds: own.map((name) => ({ id: name, name, own: true, seconds: 1, bytes: 1 })) });
  render(
    <QueryClientProvider client={queries}>
      <OwnKits editor={editor} />
    </QueryClientProvider>,
  );
  return editor;
}

it('plays a beat with a kit, and says who has lent it', () => {
  const editor = shown([kit('Harbour'), kit('Bay', { own: false })]);
  expect(screen.getByRole('button', { name: 'Bay' }).title).toBe('Lent by Odile Marrick');
  fireEvent.click(screen.getByRole('button', { name: 'Harbour' }));
  expect(editor.store.pattern.kit).toBe('pier');
  expect(editor.store.pattern.sections[0]?.rows[0]?.sound).toBe('parade/kick');
});

it('has a list where there are many, counted as people count', () => {
  const editor = shown([...Array(12).keys()].map((i) => kit(`Kit ${i + 1}`)));
  const list = screen.getByLabelText<HTMLSelectElement>('Play it with a kit of your own');
  expect([...list.options].slice(0, 3).map(({ text }) => text)).toEqual(['Kits of your own', 'Kit 1', 'Kit 2']);
  fireEvent.change(list, { target: { value: 'Kit 10' } });
  expect(editor.store.pattern.kit).toBe('pier');
});

it('keeps nothing without a name, and says when a name is taken', () => {
  shown([kit('Harbour')]);
  const keep = () => screen.getByRole<HTMLButtonElement>('button', { name: /these sounds/ });
  expect(keep().disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Name of a kit of your own'), { target: { value: 'Harbour ' } });
  expect([keep().disabled, keep().textContent]).toEqual([false, 'Replace it with these sounds']);
});

it('says where a sound of one’s own plays in place of a lent one', () => {
  const bay = kit('Bay', { own: false, pieces: [{ instrument: 'kick', sound: 'tin', level: 1, pan: 0, tune: 0 }] });
  shown([bay], ['tin'], bay);
  expect(screen.getByText(/^Your own “tin” plays/)).toBeTruthy();
  cleanup();
  shown([bay], ['lid'], bay);
  expect(screen.queryByText(/^Your own/)).toBeNull();
});
