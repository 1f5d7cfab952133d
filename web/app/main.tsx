import '@fontsource-variable/instrument-sans';
import '@fontsource-variable/martian-mono';
import './styles.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import { router } from './routes';
import { isAnythingUnkept, saveLeftovers } from '../state/saving/open-saved';

// Edits that a window left unsaved when it was closed, or crashed.
void saveLeftovers().catch(() => undefined);
window.addEventListener('beforeunload', (event) => isAnythingUnkept() && event.preventDefault());

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 2000 } } });

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
      <Toaster
        theme="dark"
        position="bottom-right"
        toastOptions={{
          style: {
            background: 'var(--color-raised)',
            border: '1px solid var(--color-rule)',
            color: 'var(--color-text)',
            borderRadius: 3,
            fontFamily: 'var(--font-sans)',
          },
        }}
      />
    </QueryClientProvider>
  </StrictMode>,
);
