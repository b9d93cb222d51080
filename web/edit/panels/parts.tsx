import type { ReactNode } from 'react';

/** The colours that a row, or a group of rows, can have. */
export const TINTS = ['amber', 'moss', 'tide', 'plum', 'rust'] as const;

/** A block of a panel with its heading. */
export function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="mt-3 min-w-0 first:mt-0">
      <legend className="mb-1 text-sm text-faint">{title}</legend>
      <div className="flex flex-wrap items-center gap-1.5">{children}</div>
    </fieldset>
  );
}

export function Small({ onClick, disabled, pressed, title, label, children }: SmallProps) {
  return (
    <button
      type="button"
      className="button button-small"
      onClick={onClick}
      disabled={disabled ?? false}
      aria-pressed={pressed}
      title={title}
      aria-label={label}
    >
      {children}
    </button>
  );
}

type SmallProps = {
  onClick: () => void;
  disabled?: boolean;
  pressed?: boolean;
  title?: string;
  label?: string;
  children: ReactNode;
};
