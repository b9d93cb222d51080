import type { Catalogue, Result } from '../api/types';
import { useSay } from '../words/words';
import type { ASPECTS } from './aspects';

/** The suggested mark, unfolded into what it was reckoned from. */
export function Arithmetic({ result, catalogue }: { result: Result; catalogue: Catalogue }) {
  const say = useSay();
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  const { placement } = result.aspects;
  const others = Object.entries(result.aspects).flatMap(([name, value]) =>
    name === 'placement' || value === null || (result.weights[name] ?? 0) === 0 ? [] : [{ name, value, weight: result.weights[name] ?? 0 }],
  );
  const own = result.weights.placement ?? 0;
  const weights = others.reduce((sum, one) => sum + one.weight, own);
  const kept = others.reduce((sum, one) => sum + one.weight * one.value, own);
  const count = (status: string) => result.pairs.filter((pair) => pair.status === status).length;
  return (
    <details className="mt-3">
      <summary className="font-bold">{say('mark.sum', { mark: result.mark ?? say('mark.sum.none'), points: result.points ?? 0 })}</summary>
      {result.placement && (
        <table className="mt-2 w-full text-sm">
          <thead className="text-start text-faint">
            <tr>
              <th className="font-normal">{say('mark.sum.row')}</th>
              <th className="ps-2 text-end font-normal">{say('mark.sum.hits')}</th>
              <th className="ps-2 text-end font-normal" title={say('mark.sum.luck.title')}>
                {say('mark.sum.luck')}
              </th>
              <th className="ps-2 text-end font-normal">{say('mark.sum.earned')}</th>
            </tr>
          </thead>
          <tbody>
            {result.placement.rows.map((row) => (
              <tr key={row.instrument} className="border-t border-rule">
                <td>{label(row.instrument)}</td>
                <td className="ps-2 text-end">
                  {say('mark.sum.of', { credits: short(row.credits), asked: row.asked })}
                  {row.played > row.asked && say('mark.sum.played', { count: row.played })}
                </td>
                <td className="ps-2 text-end">{short(row.chance)}</td>
                <td className="ps-2 text-end">{percent(row.earned)}</td>
              </tr>
            ))}
            {result.placement.unasked.map(({ instrument, strokes }) => (
              <tr key={instrument} className="border-t border-rule">
                <td>{label(instrument)}</td>
                <td className="ps-2 text-end">{say('mark.sum.extra', { count: strokes })}</td>
                <td />
                <td className="ps-2 text-end">0 %</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-2 text-sm">{say('mark.sum.placement', { percent: percent(placement ?? 0) })}</p>
      {others.map(({ name, value, weight }) => (
        <p key={name} className="text-sm">
          {say('mark.sum.aspect', { name: say(`mark.aspect.${name as (typeof ASPECTS)[number]}`), percent: percent(value), weight })}
        </p>
      ))}
      {weights > 0 && (
        <p className="mt-1 text-sm">
          {result.points} × {percent(placement ?? 0)} × {short(kept)}/{weights} ={' '}
          {say('mark.sum.rounded', {
            sum: ((result.points * (placement ?? 0) * kept) / weights).toFixed(2),
            mark: result.mark ?? say('mark.sum.none'),
          })}
        </p>
      )}
      <p className="mt-1 text-sm">
        {say('mark.sum.counts', {
          match: count('match'),
          moved: count('moved'),
          other: count('other-drum'),
          missing: count('missing'),
          extra: count('extra'),
        })}
      </p>
    </details>
  );
}

const short = (value: number) => Math.round(100 * value) / 100;
const percent = (value: number) => `${Math.round(100 * value)} %`;
