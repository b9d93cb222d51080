import { api, at, reply } from '../api/client';
import type { Pattern } from '../api/types';
import { TakeSound } from '../sound/TakeSound';

/** A beat that was handed in, as sound to take away. */
export function AttemptSound({ attempt }: { attempt: { id: string; pattern: Pattern } }) {
  return (
    <TakeSound
      key={attempt.id}
      title="Download this beat as audio"
      sections={attempt.pattern.sections.map(({ name }) => name)}
      ask={(order) => reply(api.POST('/api/attempts/{id}/renderings', { ...at({ id: attempt.id }), body: order }))}
    />
  );
}
