import { api, at, reply } from '../api/client';
import type { Slip } from '../api/types';
import type { Task } from '../ui/useTask';

type Props = {
  person: { id: string; name: string; disabled: boolean };
  /** Whether the account can be disabled by whoever looks. */
  mayDisable: boolean;
  task: Task;
  /** Shows first passwords, once. */
  show: (slips: Slip[]) => void;
  changed: () => void;
};

/** What is done for an account: a new first password, and disabling it or enabling it again. */
export function Care({ person: { id, name, disabled }, mayDisable, task: { busy, run }, show, changed }: Props) {
  const renew = () => run(async () => show((await reply(api.POST('/api/accounts/{id}/password', at({ id })))).slips));
  const turn = () =>
    run(async () => {
      await reply(api.PUT('/api/accounts/{id}', { ...at({ id }), body: { disabled: !disabled } }));
      changed();
    });
  const word = disabled ? 'Enable' : 'Disable';
  return (
    <>
      <button
        type="button"
        className="button button-small"
        disabled={busy}
        aria-label={`New password for ${name}`}
        onClick={() => void renew()}
      >
        New password
      </button>
      {mayDisable && (
        <button type="button" className="button button-small" disabled={busy} aria-label={`${word} ${name}`} onClick={() => void turn()}>
          {word}
        </button>
      )}
    </>
  );
}
