import { BASE, ownPath } from '../data/base-path.ts';
import '../core/base/without-eval.ts';
import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, Suspense, type ComponentType } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Link, Route, Routes } from 'react-router';
import { hashOfKey } from '../data/query-keys.ts';
import { loadSettings } from '../data/settings.ts';
import { adoptStudioFromAddress, currentStudio } from '../data/studio.ts';
import { NewStudyScreen, SavedStudyScreen } from '../features/study/study-screen.tsx';
import { haveAtHand } from '../features/study/use-built-study.ts';
import { engraver } from '../workers/engraver.ts';
import { Notice } from '../ui/notice.tsx';
import { FaultBoundary } from './fault.tsx';
import { Shell } from './shell.tsx';
import { later } from '../ui/later.ts';

/** Screens that come when they are asked for. */
const LATER: readonly (readonly [path: string, Screen: ComponentType])[] = [
  ['/', later(() => import('../features/library/library-screen.tsx'), 'LibraryScreen')],
  ['/syllabus', later(() => import('../features/syllabus/syllabus-screen.tsx'), 'SyllabusScreen')],
  ['/book', later(() => import('../features/book/book-screen.tsx'), 'BookScreen')],
  ['/tuning', later(() => import('../features/tuning/tuning-screen.tsx'), 'TuningScreen')],
  ['/pupils', later(() => import('../features/pupils/pupils-screen.tsx'), 'PupilsScreen')],
  ['/pupils/:id', later(() => import('../features/pupils/page/pupil-screen.tsx'), 'PupilScreen')],
  ['/pupils/:id/lesson', later(() => import('../features/pupils/lesson/lesson-screen.tsx'), 'LessonScreen')],
  ['/pupils/:id/practice', later(() => import('../features/pupils/room/practice-screen.tsx'), 'PracticeScreen')],
  ['/pupils/:id/sheet', later(() => import('../features/pupils/sheet/sheet-screen.tsx'), 'SheetScreen')],
  ['/passage', later(() => import('../features/passage/passage-screen.tsx'), 'PassageScreen')],
  ['/class', later(() => import('../features/class/classes-screen.tsx'), 'ClassesScreen')],
  ['/notices', later(() => import('../features/notices/notices-screen.tsx'), 'NoticesScreen')],
  ['/class/:id', later(() => import('../features/class/class-screen.tsx'), 'ClassScreen')],
];

adoptStudioFromAddress();

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

/** The place for the application, once the page is read: its script does not wait for that. */
async function place(): Promise<HTMLElement> {
  if (document.readyState === 'loading')
    await new Promise((resolve) => document.addEventListener('DOMContentLoaded', resolve, { once: true }));
  const root = document.getElementById('root');
  if (!root) throw new Error('The page has no place for the application.');
  return root;
}

/** The teacher's own studio needs nothing; the demonstration is laid out once. */
async function layOut(): Promise<void> {
  if (currentStudio() === 'demo') await (await import('../data/demo.ts')).layOutDemo();
}

// The engraver comes up while the page waits for the engine; it loads when that has answered (`head-start.ts`).
if (ownPath(window.location.pathname).startsWith('/studies/'))
  engraver()
    .wake()
    .catch(() => undefined);

// A demonstration that can't be laid out still opens; the library then says why it can't be read.
void Promise.allSettled([layOut(), haveAtHand(client, window.location), loadSettings()])
  .then(place)
  .then((root) => {
    createRoot(root).render(
      <StrictMode>
        <QueryClientProvider client={client}>
          <FaultBoundary>
            <BrowserRouter basename={BASE} useTransitions={false}>
              <Routes>
                <Route element={<Shell />}>
                  <Route path="/studies/new" element={<NewStudyScreen />} />
                  <Route path="/studies/:id" element={<SavedStudyScreen />} />
                  {LATER.map(([path, Screen]) => (
                    <Route
                      key={path}
                      path={path}
                      element={
                        <Suspense>
                          <Screen />
                        </Suspense>
                      }
                    />
                  ))}
                  <Route path="*" element={<NoSuchPage />} />
                </Route>
              </Routes>
            </BrowserRouter>
          </FaultBoundary>
        </QueryClientProvider>
      </StrictMode>,
    );
  });
