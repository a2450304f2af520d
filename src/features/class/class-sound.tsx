import { useEffect, useState } from 'react';
import { silence, sound } from '../../audio/sounding.ts';
import type { ClassPlan } from '../../core/classroom/index.ts';
import { soundPlan, USUAL_PLAYING, type SoundPlan } from '../../core/sound/index.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

/** How loud the others are beside the part in hand. */
const BESIDE = 0.35;

/** Plays the class: all sections alike, one louder than the others, or one alone; a bar is counted in. */
export function ClassSound({ plan }: { plan: ClassPlan }) {
  const [on, setOn] = useState(false);
  const [hand, setHand] = useState('');
  const [others, setOthers] = useState(true);
  useEffect(() => () => silence(), [plan]);
  const begin = (): void => {
    const plans = plan.sections.map(({ part }, place) =>
      soundPlan(part, { ...USUAL_PLAYING, clicks: place === 0 ? 1 : 0 }),
    );
    const lead = hand === '' ? 0 : Number(hand);
    const first = plans[lead];
    if (!first) return;
    // Whichever part leads, the clicks are those of the bars all share.
    const whole = longest(plans);
    const led: SoundPlan = { ...first, clicks: whole.clicks, seconds: whole.seconds };
    const share = hand === '' ? 1 : BESIDE;
    const besides =
      hand !== '' && !others ? [] : plans.filter((_, place) => place !== lead).map((one) => ({ plan: one, share }));
    setOn(true);
    sound(({ play }) => play(led, { loop: false, besides, onNote: () => undefined, onEnd: () => setOn(false) })).catch(
      (error: unknown) => {
        setOn(false);
        sayTrouble(error, 'Nothing can sound: ');
      },
    );
  };
  return (
    <p className="no-print flex flex-wrap items-center gap-x-3 gap-y-1">
      <Button onClick={() => (on ? silence() : begin())}>{on ? 'Stop' : 'Play'}</Button>
      <Choice
        label="Part in hand"
        value={hand}
        options={[
          { value: '', label: 'all sections alike' },
          ...plan.sections.map(({ name }, place) => ({ value: String(place), label: name })),
        ]}
        onChoose={setHand}
      />
      {hand === '' ? null : (
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={others} onChange={(event) => setOthers(event.target.checked)} />
          with the others, softer
        </label>
      )}
    </p>
  );
}

function longest(plans: readonly SoundPlan[]): SoundPlan {
  return plans.reduce((most, one) => (one.seconds > most.seconds ? one : most));
}
