import { api, at, reply } from '../api/client';
import type { Pattern } from '../api/types';
import { TakeSound } from '../sound/TakeSound';
import { useSay } from '../words/words';

/** A beat that was handed in, as sound to take away. */
export function AttemptSound({ attempt }: { attempt: { id: string; pattern: Pattern } }) {
  const say = useSay();
  return (
    <details key={attempt.id} className="text-sm">
      <summary className="quiet-link w-fit">{say('beat.sound.this')}</summary>
      <TakeSound
        title={say('beat.sound.this')}
        sections={attempt.pattern.sections.map(({ name }) => name)}
        ask={(order) => reply(api.POST('/api/attempts/{id}/renderings', { ...at({ id: attempt.id }), body: order }))}
      />
    </details>
  );
}
