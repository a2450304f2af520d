import { BASE } from '../data/base-path.ts';
import { Component, type ReactNode } from 'react';
import { Notice } from '../ui/notice.tsx';

/** Stands in for a page that failed, and says that nothing kept is lost. */
export class FaultBoundary extends Component<{ children: ReactNode }, { fault: Error | undefined }> {
  override state: { fault: Error | undefined } = { fault: undefined };

  static getDerivedStateFromError(fault: unknown): { fault: Error } {
    return { fault: fault instanceof Error ? fault : new Error(String(fault)) };
  }

  override render(): ReactNode {
    const { fault } = this.state;
    if (!fault) return this.props.children;
    return (
      <main className="p-8">
        <Notice tone="trouble" wholePage title="Something went wrong in Step Ladder">
          What you kept is safe.{' '}
          <a href={window.location.href} className="underline">
            Load this page again
          </a>{' '}
          or{' '}
          <a href={BASE} className="underline">
            open the library
          </a>
          .<p className="mt-2 text-sm text-faint">For a bug report: {fault.message}</p>
        </Notice>
      </main>
    );
  }
}
