import type { Result } from '../api/types';
import { ASPECT_NAMES } from './names';

/** The suggested mark, unfolded into what it was reckoned from. */
export function Arithmetic({ result }: { result: Result }) {
  const assessed = Object.entries(result.aspects).flatMap(([name, value]) =>
    value === null ? [] : [{ name, value, weight: result.weights[name] ?? 0 }],
  );
  const weights = assessed.reduce((sum, one) => sum + one.weight, 0);
  const sum = assessed.reduce((total, one) => total + one.weight * one.value, 0);
  const exact = weights > 0 ? ((result.points * sum) / weights).toFixed(2) : 'nothing';
  const count = (status: string) => result.pairs.filter((pair) => pair.status === status).length;
  const credit = result.pairs.reduce((total, pair) => total + (pair.credit ?? 0), 0);
  const counted = result.pairs.filter((pair) => pair.target !== null && (pair.submission !== null || pair.statement !== null)).length;
  return (
    <details className="mt-3">
      <summary className="font-bold">
        Suggested mark: {result.mark ?? 'none'} of {result.points}
      </summary>
      <table className="mt-2 w-full text-sm">
        <thead className="text-left text-faint">
          <tr>
            <th className="font-normal">Aspect</th>
            <th className="text-right font-normal">reached</th>
            <th className="text-right font-normal">weight</th>
            <th className="text-right font-normal">adds</th>
          </tr>
        </thead>
        <tbody>
          {Object.entries(result.aspects).map(([name, value]) => (
            <tr key={name} className="border-t border-rule">
              <td>{ASPECT_NAMES[name as keyof typeof ASPECT_NAMES]}</td>
              <td className="text-right">{value === null ? 'not assessed' : value.toFixed(4)}</td>
              <td className="text-right">{value === null ? '' : result.weights[name]}</td>
              <td className="text-right">{value === null ? '' : ((result.weights[name] ?? 0) * value).toFixed(2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm">
        {result.points} × {sum.toFixed(2)} / {weights} = {exact}, rounded to {result.mark ?? 'no mark'}.
      </p>
      <p className="mt-1 text-sm">
        Placement: 2 × {credit} / ({counted} asked + {result.strokes.submission} played).
      </p>
      <p className="mt-1 text-sm">
        {count('match')} in place, {count('moved')} moved, {count('other-drum')} on another drum, {count('missing')} missing,{' '}
        {count('extra')} too many.
      </p>
    </details>
  );
}
