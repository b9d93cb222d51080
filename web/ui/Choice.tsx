import { Label, Radio, RadioGroup } from '@headlessui/react';

type Props<T extends string> = {
  label: string;
  value: T;
  options: { value: T; label: string }[];
  onChange: (value: T) => void;
  disabled?: boolean;
};

/** One of a few, all visible. */
export function Choice<T extends string>({ label, value, options, onChange, disabled = false }: Props<T>) {
  return (
    <RadioGroup value={value} onChange={onChange} disabled={disabled} className="joined">
      <Label className="sr-only">{label}</Label>
      {options.map((option) => (
        <Radio key={option.value} value={option.value} className="button">
          {option.label}
        </Radio>
      ))}
    </RadioGroup>
  );
}
