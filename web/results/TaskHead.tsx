import { Link } from 'react-router';
import { api, at, reply } from '../api/client';
import type { Term } from '../api/types';
import { NumberField } from '../ui/NumberField';
import { useTask } from '../ui/useTask';
import { taskName } from '../ui/words';
import { useSay } from '../words/words';

type Props = { part: Term['parts'][number]; shown: string; frozen: boolean; changed: () => void };

/** A task at the head of its column, with how much it counts; 0 for not at all. */
export function TaskHead({ part, shown, frozen, changed }: Props) {
  const say = useSay();
  const { error, run } = useTask();
  const weigh = (weight: number) =>
    run(async () => {
      if (part.own) {
        const { title, points } = part;
        await reply(api.PUT('/api/columns/{id}', { ...at({ id: part.id }), body: { title, points, weight } }));
      } else {
        await reply(api.PUT('/api/assignments/{id}/weight', { ...at({ id: part.assignmentId }), body: { weight } }));
      }
      changed();
    });
  const remove = () =>
    run(async () => {
      await reply(api.DELETE('/api/columns/{id}', at({ id: part.id })));
      changed();
    });
  const name = taskName(part.title, part.parts, part);
  return (
    <th scope="col" className={part.weight === 0 ? 'opacity-70' : ''}>
      {part.own ? (
        name
      ) : (
        <Link to={`/picture/${part.id}`} className="quiet-link">
          {name}
        </Link>
      )}
      {shown === 'mark' && ` (${say('term.of', { points: part.points })})`}
      <span className="mt-0.5 flex items-center gap-1 text-xs">
        {say('term.weight')}
        {frozen ? (
          ` ${part.weight}`
        ) : (
          <NumberField
            label={say('term.weightOf', { name })}
            value={part.weight}
            low={0}
            high={10}
            className="field field-small w-11"
            take={(weight) => void weigh(weight)}
          />
        )}
        {part.own && !frozen && (
          <button type="button" className="quiet-link ms-1" aria-label={say('term.removeOf', { name })} onClick={() => void remove()}>
            {say('term.remove')}
          </button>
        )}
      </span>
      {error && <span role="alert">{error}</span>}
    </th>
  );
}
