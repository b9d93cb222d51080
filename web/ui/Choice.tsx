import { Label, Radio, RadioGroup } from '@headlessui/react';

type Props<T extends string> = {
  label: string;
  value: T;
  options: { value: T; label: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
  /** Small, with its label in front. */
  small?: boolean;
};

/** One of a few, all visible. */
export function Choice<T extends string>({ label, value, options, onChange, disabled = false, small = false }: Props<T>) {
  return (
    <RadioGroup value={value} onChange={onChange} disabled={disabled} className="joined">
      <Label className={small ? 'me-2 self-center text-sm text-faint' : 'sr-only'}>{label}</Label>
      {options.map((option) => (
        <Radio key={option.value} value={option.value} className={small ? 'button button-small' : 'button'}>
          {option.label}
        </Radio>
      ))}
    </RadioGroup>
  );
}
