import { type ReactNode, useState } from 'react';
import { useSay } from '../words/words';

type Props = {
  /** Verb and thing, as on the button that does it. */
  action: string;
  /** What happens then, to whom. */
  children: ReactNode;
  /** To whom or what it is done, for those who hear the button alone. */
  to?: string;
  disabled?: boolean;
  act: () => void;
};

/** A button for what is rare and large: it first says what will happen, and does it with a second press in the same place. */
export function AskFirst({ action, to, children, disabled = false, act }: Props) {
  const say = useSay();
  const [asking, setAsking] = useState(false);
  const label = to ? `${action} …: ${to}` : `${action} …`;
  if (!asking) {
    return (
      <button type="button" className="button button-small" disabled={disabled} aria-label={label} onClick={() => setAsking(true)}>
        {action} …
      </button>
    );
  }
  return (
    <div role="alertdialog" aria-label={label} className="card flex max-w-md flex-col gap-2 text-start text-sm">
      <div>{children}</div>
      <span className="flex gap-2">
        <button
          type="button"
          className="button button-small button-main"
          disabled={disabled}
          // biome-ignore lint/a11y/noAutofocus: the answer to a press stands where the press was
          autoFocus
          onClick={() => {
            setAsking(false);
            act();
          }}
        >
          {action}
        </button>
        <button type="button" className="button button-small" onClick={() => setAsking(false)}>
          {say('frame.cancel')}
        </button>
      </span>
    </div>
  );
}
