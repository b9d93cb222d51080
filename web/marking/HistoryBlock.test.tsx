// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { HistoryBlock } from './HistoryBlock';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function opened(status: number, body: unknown) {
  vi.stubGlobal('fetch', async () => new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } }));
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={queries}>
      <HistoryBlock attemptId="01a2152d-7a6a-7329-92a3-b6a8ac546995" />
    </QueryClientProvider>,
  );
  fireEvent.click(screen.getByText('History'));
}

const entry = (what: string, by: string | null, details: object, minute: number) => ({
  what,
  by,
  details,
  at: `2026-11-25T10:0${minute}:00+00:00`,
});

it('says who did what to an attempt, in their order', async () => {
  opened(200, {
    entries: [
      entry('hand-in', 'Wren', { number: 1 }, 1),
      entry('return', 'Odile Marrick', { from: null, to: 12 }, 2),
      entry('take-back', 'Odile Marrick', { from: 12, to: null }, 3),
      entry('return', null, { from: 12, to: 14.5 }, 4),
    ],
  });
  const told = (await screen.findAllByRole('listitem')).map((one) => one.textContent?.replace(/^.*?: /, ''));
  expect(told).toEqual([
    'Wren handed in',
    'Odile Marrick returned with mark 12',
    'Odile Marrick took the return back',
    'somebody mark changed from 12 to 14.5',
  ]);
});

it('has a sentence when there is nothing, and when it cannot be read', async () => {
  opened(200, { entries: [] });
  expect(await screen.findByText('Nothing is recorded of this attempt.')).toBeTruthy();
  cleanup();
  opened(404, { title: 'Not Found', status: 404, detail: 'This is not here, or it is not yours to see.' });
  expect(await screen.findByText('This is not here, or it is not yours to see.')).toBeTruthy();
});
