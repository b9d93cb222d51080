import type { Effect } from '../api/types';
import { useSay } from '../words/words';
import type { PlanQueue } from './usePlanKeeping';

/** What saving would mean for beats that are handed in: for whom, and how the suggested mark moves. */
export function EffectNotice({ effect, queue }: { effect: Effect; queue: PlanQueue }) {
  const say = useSay();
  const changes = effect.parts.flatMap((part) => part.changes.map((change) => ({ ...change, part: part.position })));
  const attempts = effect.parts.reduce((sum, part) => sum + part.attempts, 0);
  const mark = (value: number | null) => value ?? say('plan.noMark');
  return (
    <section role="alert" aria-labelledby="effect" className="card arrive mb-3 border-lamp">
      <h2 id="effect">{say('plan.effect', { changed: changes.length, count: attempts })}</h2>
      <p className="text-sm text-faint">{say('plan.effect.kept')}</p>
      {changes.length > 0 && (
        <div className="mt-2">
          <table className="w-full text-sm">
            <thead className="text-start text-faint">
              <tr>
                <th className="font-normal">{say('plan.effect.student')}</th>
                <th className="font-normal">{say('plan.effect.suggested')}</th>
                <th className="font-normal">{say('plan.effect.mine')}</th>
                <th className="font-normal">{say('plan.effect.said')}</th>
              </tr>
            </thead>
            <tbody>
              {changes.map((change) => (
                <tr key={`${change.part} ${change.student}`} className="border-t border-rule align-top">
                  <td className="pe-3">
                    <bdi>{change.student}</bdi>
                  </td>
                  <td className="whitespace-nowrap pe-3">
                    {change.before === change.after ? mark(change.after) : `${mark(change.before)} → ${mark(change.after)}`}
                  </td>
                  <td className="pe-3">{change.mark ?? ''}</td>
                  <td>
                    {change.gone.map((text) => (
                      <s key={text} className="block text-faint">
                        {text}
                      </s>
                    ))}
                    {change.new.map((text) => (
                      <span key={text} className="block">
                        {text}
                      </span>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p className="mt-3 flex flex-wrap gap-2">
        <button type="button" className="button button-main" disabled={queue.busy} onClick={() => void queue.save()}>
          {say('plan.effect.save')}
        </button>
        <button type="button" className="button" onClick={queue.forgetEffect}>
          {say('plan.notYet')}
        </button>
      </p>
    </section>
  );
}
