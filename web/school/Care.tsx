import { api, at, reply } from '../api/client';
import type { Slip } from '../api/types';
import { AskFirst } from '../ui/AskFirst';
import type { Task } from '../ui/useTask';
import { useSay } from '../words/words';

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
  const say = useSay();
  const renew = () => run(async () => show((await reply(api.POST('/api/accounts/{id}/password', at({ id })))).slips));
  const turn = () =>
    run(async () => {
      await reply(api.PUT('/api/accounts/{id}', { ...at({ id }), body: { disabled: !disabled } }));
      changed();
    });
  const word = say(disabled ? 'school.care.enable' : 'school.care.disable');
  return (
    <>
      {hasPassword ? (
        <AskFirst action={say('school.care.replace')} to={name} disabled={busy} act={() => void renew()}>
          {say('school.care.what', { name })}
        </AskFirst>
      ) : (
        <button
          type="button"
          className="button button-small"
          disabled={busy}
          aria-label={say('school.care.slipOf', { name })}
          onClick={() => void renew()}
        >
          {say('school.care.slip')}
        </button>
      )}
      {mayDisable && (
        <button
          type="button"
          className="button button-small"
          disabled={busy}
          aria-label={say(disabled ? 'school.care.enableOf' : 'school.care.disableOf', { name })}
          onClick={() => void turn()}
        >
          {word}
        </button>
      )}
    </>
  );
}
