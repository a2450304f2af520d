import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Link, RouterProvider, useRouteError } from 'react-router';
import { layOutDemo } from '../data/demo.ts';
import { adoptStudioFromAddress } from '../data/studio.ts';
import { LibraryScreen } from '../features/library/library-screen.tsx';
import { NoticesScreen } from '../features/notices/notices-screen.tsx';
import { NewStudyScreen, SavedStudyScreen } from '../features/study/study-screen.tsx';
import { Notice } from '../ui/notice.tsx';
import { Shell } from './shell.tsx';
import './styles.css';

adoptStudioFromAddress();

const client = new QueryClient({
  defaultOptions: {
    queries: { retry: false, networkMode: 'always', refetchOnWindowFocus: false },
    mutations: { networkMode: 'always' },
  },
});

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Fault />,
    children: [
      { path: '/', element: <LibraryScreen /> },
      { path: '/studies/new', element: <NewStudyScreen /> },
      { path: '/studies/:id', element: <SavedStudyScreen /> },
      { path: '/notices', element: <NoticesScreen /> },
      { path: '*', element: <NoSuchPage /> },
    ],
  },
]);

function NoSuchPage() {
  return (
    <Notice tone="trouble" wholePage title="There is no such page">
      <Link to="/" className="underline">
        Go to the library
      </Link>
    </Notice>
  );
}

function Fault() {
  const error = useRouteError();
  return (
    <main className="p-8">
      <Notice tone="trouble" wholePage title="Something went wrong in Step Ladder">
        {error instanceof Error ? error.message : 'The page could not be shown.'} What you kept is safe.{' '}
        <a href="/" className="underline">
          Open the library again
        </a>
      </Notice>
    </main>
  );
}

const root = document.getElementById('root');
if (!root) throw new Error('The page has no place for the application.');

// A demonstration that can't be laid out still opens; the library then says why it can't be read.
layOutDemo()
  .catch(() => undefined)
  .finally(() => {
    createRoot(root).render(
      <StrictMode>
        <QueryClientProvider client={client}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </StrictMode>,
    );
  });
