import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ApiError } from './api/client';
import { App } from './app/App';
import { keepPage } from './app/keepPage';
import { needWords } from './words/words';
import './app/styles.css';

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      // Without a connection the browser's own copy answers.
      networkMode: 'always',
      retry: (count, error) => count < 2 && error instanceof ApiError && (error.status === 0 || error.status >= 500),
    },
  },
});

/** Names in Korean letters need a font that others do not have to load. */
const HANGUL = /[\uac00-\ud7af]/;
const PEOPLE = ['session', 'today', 'marking', 'attempt', 'picture', 'term', 'paper', 'shelf', 'school'];
const unwatch = queries.getQueryCache().subscribe(({ query: { queryKey, state } }) => {
  if (!PEOPLE.includes(String(queryKey[0])) || !HANGUL.test(JSON.stringify(state.data) ?? '')) return;
  unwatch();
  void import('./app/hangul.css');
});

void needWords('frame').then(() => {
  createRoot(document.getElementById('pulsanda') as HTMLElement).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
});

keepPage();
