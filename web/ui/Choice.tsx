import { Label, Radio, RadioGroup } from '@headlessui/react';

/** One of a few, all visible. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <RadioGroup value={value} onChange={onChange} className="flex flex-wrap items-center gap-1.5">
      <Label className="sr-only">{label}</Label>
      {options.map((option) => (
        <Radio key={option.value} value={option.value} className="button">
          {option.label}
        </Radio>
      ))}
    </RadioGroup>
  );
}
