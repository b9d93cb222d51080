import { useQuery } from '@tanstack/react-query';
import { api, at, reply } from '../api/client';
import { Qr } from '../ui/Qr';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { clock, day } from '../ui/words';
import { useSay } from '../words/words';

/** Milliseconds between two looks at who waits, while a code is shown. */
const LOOK = 4000;

/** Joining by a code on the projector, for an hour; whoever has typed it waits here to be let in. */
export function JoinBlock({ courseId, changed }: { courseId: string; changed: () => void }) {
  const say = useSay();
  const where = at({ id: courseId });
  const joining = useQuery({
    queryKey: ['joining', courseId],
    queryFn: () => reply(api.GET('/api/courses/{id}/joining', where)),
    refetchInterval: ({ state }) => (state.data?.code ? LOOK : false),
  });
  const { busy, error, run } = useTask();
  const show = () =>
    run(async () => {
      await reply(api.POST('/api/courses/{id}/code', where));
      await joining.refetch();
    });
  const end = () =>
    run(async () => {
      await reply(api.DELETE('/api/courses/{id}/code', where));
      await joining.refetch();
    });
  const settle = (id: string, into: boolean, account?: string) =>
    run(async () => {
      await reply(api.POST('/api/joining/{id}', { ...at({ id }), body: { in: into, ...(account && { account }) } }));
      await joining.refetch();
      changed();
    });
  const { code, endsAt, waiting = [] } = joining.data ?? {};
  const address = `${window.location.origin}/join`;
  return (
    <section aria-labelledby="join" className="card mt-3 text-sm">
      <h3 id="join" className="text-lg">
        {say('school.join')}
      </h3>
      {code ? (
        <div className="mt-2 flex flex-wrap items-center gap-6">
          <Qr text={`${address}#${code}`} label={say('school.join.qr', { code })} className="size-52" />
          <div>
            <p className="text-base">
              <b>{address}</b>
            </p>
            <p className="font-mono text-5xl font-bold tracking-wider">
              {code.slice(0, 4)} {code.slice(4)}
            </p>
            <p className="text-faint">{say('school.join.until', { time: endsAt ? clock(endsAt) : '' })}</p>
            <button type="button" className="button mt-2" disabled={busy} onClick={() => void end()}>
              {say('school.join.end')}
            </button>
          </div>
        </div>
      ) : (
        <>
          <p className="text-faint">{say('school.join.about')}</p>
          <button type="button" className="button mt-2" disabled={busy} onClick={() => void show()}>
            {say('school.join.show')}
          </button>
        </>
      )}
      {(error || joining.error) && <Notice>{error || joining.error?.message}</Notice>}
      {waiting.length > 0 && (
        <table className="glance mt-3" aria-label={say('school.join.waiting')}>
          <tbody>
            {waiting.map(({ id, name, signIn, hasAccount, known }) => (
              <tr key={id}>
                <td>
                  <bdi className="font-bold">{name}</bdi>{' '}
                  <span className="text-faint">
                    {hasAccount ? say('school.join.with', { username: signIn }) : say('school.join.newAccount', { username: signIn })}
                  </span>
                  {known.map((one) => (
                    <span key={one.id} className="mt-1 flex flex-wrap items-center gap-2">
                      {one.until
                        ? say('school.join.was', { day: day(one.until) })
                        : say('school.join.has', { account: [one.signIn, ...one.classes].join(', ') })}
                      <button type="button" className="button button-small" disabled={busy} onClick={() => void settle(id, true, one.id)}>
                        {say('school.join.same', { username: one.signIn })}
                      </button>
                    </span>
                  ))}
                </td>
                <td className="text-end">
                  <button
                    type="button"
                    className="button button-small button-main"
                    disabled={busy}
                    aria-label={say('school.join.letOf', { name })}
                    onClick={() => void settle(id, true)}
                  >
                    {say('school.join.let')}
                  </button>{' '}
                  <button
                    type="button"
                    className="button button-small"
                    disabled={busy}
                    aria-label={say('school.join.awayOf', { name })}
                    onClick={() => void settle(id, false)}
                  >
                    {say('school.join.away')}
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
