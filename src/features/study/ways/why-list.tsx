import { memo } from 'react';
import { whatDecides, type Reason } from '../../../core/fingering/index.ts';
import type { BuiltStudy } from '../../../core/study/index.ts';

/** How many reasons are told; what is left weighs little. */
const TOLD = 4;

/**
 * Why the chosen way stands where it does: what speaks against it beside the easiest, or, for the
 * easiest, what speaks against the next.
 */
export const WhyList = memo(function WhyList({ built, chosen }: { built: BuiltStudy; chosen: number }) {
  const ranked = [...built.ways].sort((a, b) => a.cost - b.cost);
  const way = built.ways[chosen];
  const [easiest, next] = ranked;
  if (!way || !easiest || !next) return null;
  const first = way === easiest;
  const reasons = first ? whatDecides(easiest, next) : whatDecides(easiest, way);
  const heavy = reasons.slice(0, TOLD);
  const speaking = heavy.filter(({ difference }) => difference > 0 === first);
  const against = heavy.filter(({ difference }) => difference > 0 !== first);
  return (
    <details className="mt-1">
      <summary className="cursor-pointer">{first ? 'Why first' : 'Why not first'}</summary>
      {speaking.length > 0 ? <Sides title="For it" reasons={speaking} /> : null}
      {against.length > 0 ? <Sides title="Against it" reasons={against} /> : null}
    </details>
  );
});

/** What speaks for a way, or against it, the weightiest first. */
function Sides({ title, reasons }: { title: string; reasons: readonly Reason[] }) {
  return (
    <>
      <p className="text-sm text-faint">{title}</p>
      <ul>
        {reasons.map((reason) => (
          <li key={reason.term} className="py-0.5">
            {reason.why}
          </li>
        ))}
      </ul>
    </>
  );
}
