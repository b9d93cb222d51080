import { useState } from 'react';
import { api, at, reply } from '../api/client';
import type { Bench, Catalogue, CheckAnswer } from '../api/types';
import type { Editor } from '../edit/Editor';
import { Notice } from '../ui/states';
import { Tick } from '../ui/Tick';
import { useTask } from '../ui/useTask';
import { lower } from '../ui/words';
import { useSay } from '../words/words';

type Props = { editor: Editor; partId: string; help: Bench['help'] };

/** Asking about the beat before it is handed in: the one question that the task allows, as often as it allows. */
export default function CheckBlock({ editor, partId, help }: Props) {
  const say = useSay();
  const [left, setLeft] = useState(help.checksLeft);
  const [answer, setAnswer] = useState<CheckAnswer | null>(null);
  const { busy, error, run } = useTask();
  const check = async () => {
    const body = { pattern: editor.store.pattern };
    const said = await run(() => reply(api.POST('/api/parts/{id}/check', { ...at({ id: partId }), body })));
    if (!said) return;
    setAnswer(said);
    editor.closeBars((said.bars ?? []).filter(({ right }) => right).map(({ bar }) => bar - 1));
    setLeft(said.left);
  };
  return (
    <section aria-labelledby="check" className="card p-3">
      <h2 id="check">{say('beat.check')}</h2>
      <p className="mt-2 flex flex-wrap items-center gap-2">
        <button type="button" className="button" disabled={busy || left === 0} onClick={() => void check()}>
          {help.ask !== 'nothing' && say(`beat.check.${help.ask}`)}
        </button>
        {left !== null && (
          <span className="text-sm text-faint">{left === 0 ? say('beat.check.none') : say('beat.check.left', { count: left })}</span>
        )}
      </p>
      <div role="status" className="text-sm">
        {answer && <Said answer={answer} catalogue={editor.catalogue} />}
      </div>
      {error && <Notice>{error}</Notice>}
    </section>
  );
}

function Said({ answer, catalogue }: { answer: CheckAnswer; catalogue: Catalogue }) {
  const say = useSay();
  const label = (name: string) => catalogue.instruments.find((one) => one.name === name)?.label ?? name;
  const { count, rows, bars, places } = answer;
  if (count !== undefined) return <p className="mt-2">{say('beat.check.right', { count })}</p>;
  if (places) {
    return (
      <p className="mt-2">
        {places.length === 0 ? say('beat.check.same') : say('beat.check.at', { places: places.map(({ place }) => place).join('; ') })}
      </p>
    );
  }
  const list =
    rows?.map(({ instrument, right }) => ({ name: label(instrument), right })) ??
    bars?.map(({ bar, right }) => ({ name: say('beat.sheet.bar', { number: bar }), right }));
  return (
    <ul className="mt-2 flex flex-col gap-1">
      {(list ?? []).map(({ name, right }) => (
        <li key={name} className="flex items-start gap-2">
          <Tick met={right} />
          {right ? say('beat.check.isRight', { name }) : say('beat.check.notYet', { name: lower(name) })}
        </li>
      ))}
    </ul>
  );
}
