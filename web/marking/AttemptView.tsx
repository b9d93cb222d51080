import { useState } from 'react';
import type { AttemptToMark, Catalogue, Statement } from '../api/types';
import { when } from '../ui/words';
import { Answer } from './Answer';
import { Compared } from './Compared';
import { OwnBeat } from './OwnBeat';

/** One attempt beside its target, and the teacher's answer. */
export function AttemptView({ data, catalogue }: { data: AttemptToMark; catalogue: Catalogue }) {
  const [text, setText] = useState(data.feedback.text);
  const take = (statement: Statement) =>
    setText((before) => (before.trim() === '' ? statement.text : `${before.trimEnd()}\n${statement.text}`));
  const answer = <Answer data={data} text={text} setText={setText} limit={catalogue.limits.feedback} />;
  return (
    <>
      <h2 className="text-2xl">
        <bdi>{data.student.name}</bdi>, attempt {data.attempt.number}
      </h2>
      <p className="mb-3 text-sm text-faint">
        Handed in {when(data.attempt.handedInAt)}
        {data.attempt.note && (
          <>
            {' · “'}
            <bdi className="text-ink">{data.attempt.note}</bdi>”
          </>
        )}
      </p>
      {data.result && data.part.target ? (
        <Compared
          result={data.result}
          target={data.part.target}
          submission={data.attempt.pattern}
          music={data.music}
          catalogue={catalogue}
          beatName="Their beat"
          take={take}
        >
          {answer}
        </Compared>
      ) : (
        <>
          <OwnBeat title="Their beat" pattern={data.attempt.pattern} music={data.music} catalogue={catalogue} />
          <div className="mt-4 max-w-xl">{answer}</div>
        </>
      )}
    </>
  );
}
