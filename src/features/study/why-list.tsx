import { memo } from 'react';
import { whatDecides } from '../../core/fingering/reading/reasons.ts';
import type { BuiltStudy } from '../../core/study/build.ts';

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
  return (
    <section aria-labelledby="why-heading" className="mt-3">
      <h3 id="why-heading" className="text-lg">
        {first ? 'Why it comes before the next' : 'Why it comes after the easiest'}
      </h3>
      <ul>
        {reasons.slice(0, TOLD).map((reason) => (
          <li key={reason.term} className="flex gap-3 py-0.5">
            <span className="w-12 shrink-0 text-right text-faint">
              {reason.difference > 0 ? '+' : '−'}
              {Math.abs(reason.difference).toFixed(1)}
            </span>
            <span>{reason.why}</span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-sm text-faint">
        + speaks against the {first ? 'next' : 'chosen'} way, − for it; a comfortable shift is about 3.
      </p>
    </section>
  );
});
