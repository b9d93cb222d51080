import { useEffect, useRef, useState } from 'react';
import { bytes } from '../api/bytes';
import { api, at, reply } from '../api/client';
import type { Said } from '../api/types';
import { type Recorder, record, SPEECH } from '../sound/record';
import { AskFirst } from '../ui/AskFirst';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { useSay } from '../words/words';
import { Heard } from './Heard';
import { minutes } from './minutes';

/** Characters. */
const MOST_CAPTION = 2000;

type Props = {
  attemptId: string;
  /** Who speaks here. */
  speaker: 'teacher' | 'student';
  first: Said | null;
  /** Whether the other side hears it at once, since the answer is with them already. */
  atOnce?: boolean;
};

/** Words that are spoken instead of typed, with a line under them for what is said. A recording that could not be sent stays here. */
export function Speak({ attemptId, speaker, first, atOnce = false }: Props) {
  const say = useSay();
  const [said, setSaid] = useState(first);
  const [caption, setCaption] = useState(first?.caption ?? '');
  const [take, setTake] = useState(0);
  const [recorder, setRecorder] = useState<Recorder | null>(null);
  const [unsent, setUnsent] = useState<Blob | null>(null);
  const { busy, error, setError, run } = useTask();
  useEffect(() => () => recorder?.stop(), [recorder]);
  const send = (recording: Blob) =>
    run(async () => {
      setUnsent(recording);
      const kept = await reply(
        api.PUT('/api/attempts/{id}/spoken', {
          ...at({ id: attemptId }),
          ...bytes(recording),
        }),
      );
      setUnsent(null);
      setSaid(kept);
      setCaption('');
      setTake((before) => before + 1);
    });
  const speak = async () => {
    setError('');
    try {
      const going = await record(SPEECH);
      setRecorder(going);
      const recording = await going.done;
      setRecorder(null);
      await send(recording);
    } catch (problem) {
      setRecorder(null);
      setError((problem as Error).message);
    }
  };
  const write = () =>
    run(async () => {
      await reply(api.PUT('/api/attempts/{id}/spoken/caption', { ...at({ id: attemptId }), body: { text: caption } }));
      setSaid((before) => before && { ...before, caption: caption.trim() });
    });
  const remove = () =>
    run(async () => {
      await reply(api.DELETE('/api/attempts/{id}/spoken', at({ id: attemptId })));
      setSaid(null);
      setCaption('');
    });
  return (
    <div className="mt-2 text-sm" data-speak>
      {said && !recorder && <Heard attemptId={attemptId} speaker={speaker} said={{ ...said, caption: '' }} mine take={take} />}
      {said && !recorder && (
        <label className="mb-1.5 flex items-center gap-2">
          <span className="shrink-0">{say('mark.spoken.caption')}</span>
          <input
            className="field field-small min-w-0 flex-1"
            dir="auto"
            maxLength={MOST_CAPTION}
            value={caption}
            onChange={(event) => setCaption(event.target.value)}
            onBlur={() => caption.trim() !== said.caption && void write()}
            onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          />
        </label>
      )}
      <div className="flex flex-wrap items-center gap-2">
        {recorder ? (
          <>
            <button type="button" className="button button-small button-main" onClick={() => recorder.stop()}>
              {say('mark.spoken.stop')}
            </button>
            <Clock />
          </>
        ) : (
          <button type="button" className="button button-small" disabled={busy} onClick={() => void speak()}>
            {busy
              ? say('mark.spoken.keeping')
              : said
                ? say('mark.spoken.anew')
                : say(speaker === 'teacher' ? 'mark.spoken.speak.teacher' : 'mark.spoken.speak.student')}
          </button>
        )}
        {said && !recorder && (
          <AskFirst action={say('mark.spoken.remove')} disabled={busy} act={() => void remove()}>
            {say('mark.spoken.removes')}
          </AskFirst>
        )}
        {unsent && !busy && (
          <button type="button" className="button button-small" onClick={() => void send(unsent)}>
            {say('mark.spoken.again')}
          </button>
        )}
        {atOnce && !recorder && <span className="text-faint">{say('mark.spoken.atOnce')}</span>}
      </div>
      {error && <Notice>{error}</Notice>}
    </div>
  );
}

/** How long one has been speaking, of how long one may. */
function Clock() {
  const say = useSay();
  const begun = useRef(performance.now());
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setSeconds(Math.floor((performance.now() - begun.current) / 1000)), 250);
    return () => clearInterval(timer);
  }, []);
  return <span aria-live="off">{say('mark.spoken.clock', { now: minutes(seconds), most: minutes(SPEECH.seconds) })}</span>;
}
