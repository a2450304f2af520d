import { counted } from '../../core/base/index.ts';
import { useState } from 'react';
import { toast } from 'sonner';
import { SCHOOLS } from '../../core/schools/index.ts';
import { askName, type Ask } from '../../core/grading/index.ts';
import { toSaved } from '../../data/library.ts';
import { added } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { useBookEntries } from '../../data/book.ts';
import { grader } from '../../workers/grader.ts';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** Works asks out by one school and keeps them in the library; tells how it goes, and can be stopped. */
export function useMaking(school: string): {
  readonly make: (asks: readonly Ask[]) => Promise<void>;
  readonly share: number | undefined;
} {
  const [share, setShare] = useState<number>();
  const book = useBookEntries();
  const make = async (asks: readonly Ask[]): Promise<void> => {
    setShare(0);
    try {
      const made = await grader().make(asks, school || undefined, book ?? [], setShare);
      if (!made) {
        toast('Stopped: nothing was kept.');
        return;
      }
      const now = Date.now();
      const fresh = made.flatMap(({ outcome }, place) =>
        outcome.ok ? [toSaved(outcome.value, 0, new Date(now + place).toISOString())] : [],
      );
      const refused = made.flatMap(({ ask, outcome }) =>
        outcome.ok ? [] : [{ ask, reason: outcome.refusal.message }],
      );
      await save(fresh.map((study) => added('studies', study)));
      if (fresh.length > 0) toast.success(`Kept ${counted(fresh.length, 'study', 'studies')} in the library.`);
      for (const { ask, reason } of refused.slice(0, 3)) {
        toast.error(`${askName(ask)} cannot be played: ${reason}`, { duration: 15_000 });
      }
    } catch (error) {
      sayTrouble(error);
    } finally {
      setShare(undefined);
    }
  };
  return { make, share };
}

/** Makes every missing study of a grade, fingered by one school. */
export function MakeMissing({
  missing,
  school,
  onSchool,
  share,
  onMake,
}: {
  missing: readonly Ask[];
  school: string;
  onSchool: (school: string) => void;
  share: number | undefined;
  onMake: () => void;
}) {
  return (
    <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-1">
      {share === undefined ? (
        <Button kind="strong" disabled={missing.length === 0} onClick={onMake}>
          {missing.length === 0 ? 'Nothing is missing' : `Make the ${missing.length} missing`}
        </Button>
      ) : (
        <>
          <Button onClick={() => void grader().cancel()}>Stop</Button>
          <progress value={share} max={1} aria-label="Making studies" className="accent-accent" />
          <span role="status">{Math.round(share * 100)} %</span>
        </>
      )}
      <span>
        fingered by the school{' '}
        <Choice
          label="School"
          value={school}
          options={[
            { value: '', label: 'usual fingering' },
            ...SCHOOLS.filter((one) => !one.instruments).map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChoose={onSchool}
        />
      </span>
    </div>
  );
}
