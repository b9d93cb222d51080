import { instantOf, inZone, isAway, wallTime, zoneName } from './zone';

type Props = {
  label: string;
  /** An instant; null for none. */
  value: string | null;
  change: (value: string | null) => void;
  disabled?: boolean;
};

/** A day and a time of the school's clock. */
export function TimeField({ label, value, change, disabled = false }: Props) {
  return (
    <label className="text-sm">
      {label}
      {isAway() && 'timeZone' in inZone() && <span className="text-faint">, by the school's clock ({zoneName()})</span>}
      <input
        type="datetime-local"
        className="field mt-1"
        disabled={disabled}
        value={value ? wallTime(value) : ''}
        onChange={(event) => change(event.target.value === '' ? null : instantOf(event.target.value))}
      />
    </label>
  );
}
