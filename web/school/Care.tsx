import { api, at, reply } from '../api/client';
import type { Slip } from '../api/types';
import { AskFirst } from '../ui/AskFirst';
import type { Task } from '../ui/useTask';

type Props = {
  person: { id: string; name: string; disabled: boolean; hasPassword: boolean };
  /** Whether the account can be disabled by whoever looks. */
  mayDisable: boolean;
  task: Task;
  /** Shows login slips. */
  show: (slips: Slip[]) => void;
  changed: () => void;
};

/** What is done for an account: a new login slip, and disabling it or enabling it again. */
export function Care({ person: { id, name, disabled, hasPassword }, mayDisable, task: { busy, run }, show, changed }: Props) {
  const renew = () => run(async () => show((await reply(api.POST('/api/accounts/{id}/password', at({ id })))).slips));
  const turn = () =>
    run(async () => {
      await reply(api.PUT('/api/accounts/{id}', { ...at({ id }), body: { disabled: !disabled } }));
      changed();
    });
  const word = disabled ? 'Enable' : 'Disable';
  return (
    <>
      {hasPassword ? (
        <AskFirst action="Replace password" to={name} disabled={busy} act={() => void renew()}>
          <bdi>{name}</bdi> has chosen a password. It will stop working, {name} is signed out on all devices, and needs the new login slip.
        </AskFirst>
      ) : (
        <button type="button" className="button button-small" disabled={busy} aria-label={`New slip: ${name}`} onClick={() => void renew()}>
          New slip
        </button>
      )}
      {mayDisable && (
        <button type="button" className="button button-small" disabled={busy} aria-label={`${word} ${name}`} onClick={() => void turn()}>
          {word}
        </button>
      )}
    </>
  );
}
