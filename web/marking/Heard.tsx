import type { Said } from '../api/types';
import { useSay } from '../words/words';

type Props = {
  attemptId: string;
  speaker: 'teacher' | 'student';
  said: Said;
  /** Of the student, where a teacher listens. */
  name?: string;
  /** Whether the one who listens has said it. */
  mine?: boolean;
  /** Counts what was spoken in this place, so that the newest is heard. */
  take?: number;
};

/** What somebody has spoken, with what is written under it. */
export function Heard({ attemptId, speaker, said, name = '', mine = false, take = 0 }: Props) {
  const say = useSay();
  const label = mine ? say('mark.spoken.mine') : speaker === 'teacher' ? say('mark.spoken.teacher') : say('mark.spoken.student', { name });
  return (
    <figure className="my-2">
      {/* biome-ignore lint/a11y/useMediaCaption: what is said stands under it, where it was typed */}
      <audio
        controls
        preload="metadata"
        aria-label={label}
        className="h-9 w-full max-w-sm"
        src={`/api/attempts/${attemptId}/spoken/${speaker}?take=${take}`}
      />
      <figcaption className="text-sm">
        <span className="text-faint">{label}</span>
        {said.caption !== '' && (
          <>
            {': '}
            <bdi className="whitespace-pre-line">{said.caption}</bdi>
          </>
        )}
      </figcaption>
    </figure>
  );
}
