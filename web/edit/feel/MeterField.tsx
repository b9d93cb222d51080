import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, reply } from '../../api/client';
import type { Meter, Pattern, Remetered } from '../../api/types';
import { Notice } from '../../ui/states';
import { useTask } from '../../ui/useTask';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { meterName, sameMeter } from '../meters';
import { type Counting, fetchMusic } from '../useMusic';

/** Changing the meter keeps every hit that still fits, and asks before one is lost. */
export function MeterField({ editor, counting }: { editor: Editor; counting: Counting }) {
  const say = useSay();
  const queries = useQueryClient();
  const { meter } = editor.store.pattern;
  const [asked, setAsked] = useState<{ meter: Meter; answer: Remetered } | null>(null);
  const { error, run } = useTask();
  const listed = editor.catalogue.meters;
  const meters = listed.some((one) => sameMeter(one, meter)) ? listed : [meter, ...listed];
  const take = (to: Meter, answer: Remetered) => {
    setAsked(null);
    const tempo = editor.allowed.freedom && !editor.allowed.freedom.tempo ? { tempo: editor.store.pattern.tempo } : {};
    editor.mark(null);
    editor.store.change(say('panels.meter.change', { meter: `${to.count}/${to.unit}` }), () => ({ ...answer.pattern, ...tempo }));
    editor.say(say('panels.meter.now', { meter: `${to.count}/${to.unit}` }));
  };
  const choose = async (to: Meter) => {
    const found = await run(async () => {
      await fetchMusic(queries, to, counting);
      // Where somebody edits while the core computes, it computes again from what there is then.
      let answer: Remetered;
      let sent: Pattern;
      do {
        sent = editor.store.pattern;
        answer = await reply(api.POST('/api/edit/remeter', { body: { pattern: sent, meter: to } }));
      } while (sent !== editor.store.pattern);
      return answer;
    });
    if (!found) return;
    if (found.lost.length > 0) setAsked({ meter: to, answer: found });
    else take(to, found);
  };
  return (
    <>
      <label className="flex w-32 flex-col">
        {say('edit.sign.Meter')}
        <select
          className="field mt-1"
          value={meters.findIndex((one) => sameMeter(one, meter))}
          onChange={(event) => void choose(meters[Number(event.target.value)] ?? meter)}
        >
          {meters.map((one, i) => (
            <option key={meterName(one)} value={i}>
              {meterName(one)}
            </option>
          ))}
        </select>
      </label>
      {error && <Notice>{error}</Notice>}
      {asked && (
        <Notice>
          <p>{say('panels.meter.lost', { count: asked.answer.lost.length, meter: `${asked.meter.count}/${asked.meter.unit}` })}</p>
          <p className="mt-2 flex gap-2">
            <button type="button" className="button" onClick={() => take(asked.meter, asked.answer)}>
              {say('panels.meter.anyway')}
            </button>
            <button type="button" className="button" onClick={() => setAsked(null)}>
              {say('panels.meter.stay', { meter: `${meter.count}/${meter.unit}` })}
            </button>
          </p>
        </Notice>
      )}
    </>
  );
}
