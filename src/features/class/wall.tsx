import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { ClassPlan } from '../../core/classroom/index.ts';
import { Button } from '../../ui/button.tsx';
import { useAwake } from '../../ui/use-awake.ts';
import { useKeys } from '../../ui/use-keys.ts';
import { useSize } from '../../ui/use-size.ts';
import { engraver } from '../../workers/engraver.ts';

/** Keys that go from part to part; pedals press the page keys. */
const KEYS: Readonly<Record<string, number>> = { PageDown: 1, ArrowRight: 1, PageUp: -1, ArrowLeft: -1 };

/** The class on the wall: one section's part, or all, as large as the room; the page keys go from one to the next. */
export function Wall({ plan, onClose }: { plan: ClassPlan; onClose: () => void }) {
  const [shown, setShown] = useState(-1);
  const place = useRef<HTMLDivElement>(null);
  const size = useSize(place);
  useAwake();
  const section = plan.sections[shown];
  const go = (by: number): void => {
    const count = plan.sections.length + 1;
    setShown(((shown + 1 + by + count) % count) - 1);
  };
  useKeys((key) => {
    const by = KEYS[key];
    if (by !== undefined) go(by);
    else if (key === 'Escape') onClose();
    return by !== undefined || key === 'Escape';
  });
  const { data: svg } = useQuery({
    queryKey: ['class wall', plan, shown, size?.width, size?.height],
    queryFn: async () => {
      const width = size?.width ?? 1000;
      if (!section)
        return engraver().classScore(plan, { width, staffHeight: wallStaff(plan.sections.length, size?.height) });
      return engraver().draw({ ...section.part, look: { fingers: 'all' } }, { width, staffHeight: 56 }, 'paper');
    },
    enabled: size !== undefined,
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <section aria-label="On the wall" className="wall fixed inset-0 z-10 flex flex-col bg-sheet p-4">
      <header className="flex flex-wrap items-baseline gap-4">
        <h1 className="text-4xl">
          {plan.title}
          {section ? `: ${section.name}` : ''}
        </h1>
        <span className="ml-auto flex gap-2">
          <Button onClick={() => go(-1)}>Before</Button>
          <Button onClick={() => go(1)}>Next</Button>
          <Button kind="quiet" onClick={onClose}>
            Close
          </Button>
        </span>
      </header>
      <div
        ref={place}
        role="img"
        aria-label={`Score of ${plan.title}${section ? ` for ${section.name}` : ''}`}
        className="score min-h-0 flex-1 overflow-hidden"
        dangerouslySetInnerHTML={{ __html: svg ?? '' }}
      />
      {section ? (
        <ul className="text-3xl leading-tight">
          {section.reminders.slice(0, 3).map((reminder) => (
            <li key={reminder}>{reminder}</li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}

/** A staff as high as so many of them under one another leave room for, CSS pixels. */
function wallStaff(staves: number, height = 700): number {
  return Math.max(18, Math.min(48, height / (staves * 4.5)));
}
