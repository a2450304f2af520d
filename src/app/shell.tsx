import { Moon, Sun } from '../ui/icons.tsx';
import { useEffect, useState } from 'react';
import { Link, NavLink, Outlet } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';
import { Toaster, toast } from 'sonner';
import { useNewerVersion } from './newer-version.ts';
import { useDailyBackup } from '../data/backup-queries.ts';
import { useRecordChanges } from '../data/library-queries.ts';
import { StorageBanner } from './storage-banner.tsx';
import { WhoseChange } from './whose-change.tsx';
import { chooseLight, lightNow } from '../data/light.ts';
import { BASE } from '../data/base-path.ts';
import { chooseStudio, currentStudio } from '../data/studio.ts';
import { keepThroughLeaving } from '../data/use-kept.ts';

/** The frame around every screen. */
export function Shell() {
  const takeNewer = useNewerVersion();
  useRecordChanges();
  useDailyBackup();
  useEffect(keepThroughLeaving, []);
  return (
    <div className="frame flex min-h-screen flex-col">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:bg-sheet focus:p-2">
        Skip to the page
      </a>
      <header className="no-print relative border-b border-rule">
        <div className="mx-auto flex max-w-[88rem] flex-wrap items-baseline gap-x-3 gap-y-1 py-2 pr-12 pl-4 sm:gap-x-8 sm:px-8">
          <Link to="/" className="font-serif text-xl font-bold sm:text-2xl">
            Step Ladder
          </Link>
          <nav aria-label="Main" className="flex flex-wrap gap-x-2 max-sm:text-[0.88rem] sm:gap-x-5">
            <Place to="/">Library</Place>
            <Place to="/studies/new">Build</Place>
            <Place to="/pupils">Pupils</Place>
            <Place to="/syllabus">Syllabus</Place>
            <Place to="/book">Book</Place>
            <Place to="/tuning">Tuning</Place>
          </nav>
          <div className="flex flex-wrap items-baseline gap-x-4 sm:ml-auto">
            {currentStudio() === 'demo' ? <DemoBanner /> : null}
            <Lamp />
          </div>
        </div>
      </header>
      <StorageBanner />
      {takeNewer ? (
        <p role="status" className="no-print border-b border-rule bg-wash px-4 py-1 text-center sm:px-8">
          A newer Step Ladder is here:{' '}
          <button type="button" className="font-medium underline" onClick={takeNewer}>
            take it
          </button>
        </p>
      ) : null}
      <main id="main" className="mx-auto w-full max-w-[88rem] flex-1 px-4 py-3 sm:px-8 print:max-w-none print:p-0">
        <Outlet />
      </main>
      <footer className="no-print border-t border-rule px-4 py-3 text-sm text-faint sm:px-8">
        <Link to="/notices" className="underline">
          Licence and notices
        </Link>
      </footer>
      <WhoseChange />
      <Toaster
        position="bottom-right"
        closeButton
        duration={10_000}
        style={{ fontFamily: 'inherit' }}
        toastOptions={{
          // The library's own are for a white page.
          classNames: { closeButton: 'border-rule! bg-sheet! text-ink!' },
          style: {
            background: 'var(--color-sheet)',
            color: 'var(--color-ink)',
            border: '1px solid var(--color-rule)',
            fontSize: '1rem',
          },
        }}
      />
    </div>
  );
}

function Place({ to, children }: { to: string; children: string }) {
  return (
    <NavLink
      to={to}
      end
      data-words={children}
      className="place underline-offset-8 hover:underline aria-[current=page]:font-bold aria-[current=page]:underline"
    >
      {children}
    </NavLink>
  );
}

/** Between day and lamplight; where a page begins is how the machine is set. */
function Lamp() {
  const [light, setLight] = useState(lightNow);
  const other = light === 'day' ? 'lamp' : 'day';
  const Picture = light === 'day' ? Moon : Sun;
  return (
    <button
      type="button"
      className="self-center p-1 max-sm:absolute max-sm:top-2.5 max-sm:right-3"
      aria-label={light === 'day' ? 'Show the page dark' : 'Show the page light'}
      title={light === 'day' ? 'Dark' : 'Light'}
      onClick={() => {
        chooseLight(other);
        setLight(other);
      }}
    >
      <Picture size={18} aria-hidden="true" />
    </button>
  );
}

function DemoBanner() {
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const reset = async (): Promise<void> => {
    setBusy(true);
    try {
      await (await import('../data/demo.ts')).resetDemo();
      await client.invalidateQueries();
      toast.success('The demonstration studio is as it was.');
    } catch (error) {
      toast.error((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const leave = (): void => {
    chooseStudio('own');
    window.location.assign(BASE);
  };
  return (
    <aside aria-label="Demonstration" className="flex flex-wrap items-baseline gap-x-4 text-sm">
      <p className="text-faint">Demonstration: an invented studio</p>
      <button type="button" className="underline" disabled={busy} onClick={() => void reset()}>
        {busy ? 'Resetting …' : 'Reset the demonstration'}
      </button>
      <button type="button" className="underline" onClick={leave}>
        Go to your own library
      </button>
    </aside>
  );
}
