import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Link, Route, Routes } from 'react-router';
import { layOutDemo } from '../data/demo.ts';
import { hashOfKey } from '../data/query-keys.ts';
import { adoptStudioFromAddress } from '../data/studio.ts';
import { LibraryScreen } from '../features/library/library-screen.tsx';
import { NoticesScreen } from '../features/notices/notices-screen.tsx';
import { NewStudyScreen, SavedStudyScreen } from '../features/study/study-screen.tsx';
import { Notice } from '../ui/notice.tsx';
import { FaultBoundary } from './fault.tsx';
import { headStart } from './head-start.ts';
import { reloadWhereFilesAreGone } from './newer-version.ts';
import { Shell } from './shell.tsx';
import './styles.css';

const TuningScreen = lazy(async () => ({
  default: (await import('../features/tuning/tuning-screen.tsx')).TuningScreen,
}));

const BookScreen = lazy(async () => ({
  default: (await import('../features/book/book-screen.tsx')).BookScreen,
}));
const SyllabusScreen = lazy(async () => ({
  default: (await import('../features/syllabus/syllabus-screen.tsx')).SyllabusScreen,
}));

adoptStudioFromAddress();
reloadWhereFilesAreGone();
headStart(window.location.pathname);

// A fingering goes on screen as it arrives, not a timer's turn later.
notifyManager.setScheduler(queueMicrotask);

const client = new QueryClient({
  defaultOptions: {
    queries: { retry: false, networkMode: 'always', refetchOnWindowFocus: false, queryKeyHashFn: hashOfKey },
    mutations: { networkMode: 'always' },
  },
});

function NoSuchPage() {
  return (
    <Notice tone="trouble" wholePage title="There is no such page">
      <Link to="/" className="underline">
        Go to the library
      </Link>
    </Notice>
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
          <FaultBoundary>
            <BrowserRouter useTransitions={false}>
              <Routes>
                <Route element={<Shell />}>
                  <Route path="/" element={<LibraryScreen />} />
                  <Route path="/studies/new" element={<NewStudyScreen />} />
                  <Route path="/studies/:id" element={<SavedStudyScreen />} />
                  <Route
                    path="/syllabus"
                    element={
                      <Suspense>
                        <SyllabusScreen />
                      </Suspense>
                    }
                  />
                  <Route
                    path="/book"
                    element={
                      <Suspense>
                        <BookScreen />
                      </Suspense>
                    }
                  />
                  <Route
                    path="/tuning"
                    element={
                      <Suspense>
                        <TuningScreen />
                      </Suspense>
                    }
                  />
                  <Route path="/notices" element={<NoticesScreen />} />
                  <Route path="*" element={<NoSuchPage />} />
                </Route>
              </Routes>
            </BrowserRouter>
          </FaultBoundary>
        </QueryClientProvider>
      </StrictMode>,
    );
  });
