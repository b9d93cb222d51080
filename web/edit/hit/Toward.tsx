import { useSay } from '../../words/words';

/** Percent of swing of the places that hits are drawn to; null is as the beat swings itself. */
export type Aim = number | null;

const AIMS = [
  [null, 'edit.toward.own'],
  [50, 'edit.toward.straight'],
  [58, 'edit.toward.light'],
  [66.67, 'edit.toward.triplet'],
] as const;

/** Which places hits are drawn to: those of the beat, or straight or swung ones. */
export function Toward({ aim, setAim, disabled = false }: { aim: Aim; setAim: (aim: Aim) => void; disabled?: boolean }) {
  const say = useSay();
  return (
    <select
      aria-label={say('edit.toward')}
      className="field field-small w-auto"
      value={aim ?? ''}
      disabled={disabled}
      onChange={(event) => setAim(event.target.value === '' ? null : Number(event.target.value))}
    >
      {AIMS.map(([value, words]) => (
        <option key={words} value={value ?? ''}>
          {say(words)}
        </option>
      ))}
    </select>
  );
}
