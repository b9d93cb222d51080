import type { Catalogue, Paper } from '../api/types';
import { instrumentsOf } from '../music/pattern';
import { Choice } from '../ui/Choice';
import { useSay } from '../words/words';
import type { Looks } from './looks';
import { MARKS } from './marks';

type Props = { data: Paper; looks: Looks; change: (part: Partial<Looks>) => void; catalogue: Catalogue };

/** What can be chosen of how beats look on paper. */
export function LooksBar({ data, looks, change, catalogue }: Props) {
  const say = useSay();
  const hear = looks.as === 'hear';
  const steps = looks.as === 'steps' || looks.as === 'both';
  return (
    <>
      <Choice
        label={say('paper.as')}
        value={looks.as}
        options={[
          { value: 'steps', label: say('paper.as.steps') },
          { value: 'staff', label: say('paper.as.staff') },
          { value: 'both', label: say('paper.as.both') },
          { value: 'hear', label: say('paper.as.hear') },
        ]}
        onChange={(as) => change({ as })}
      />
      <Choice
        label={say('paper.counting')}
        value={looks.counting === '' ? data.counting : looks.counting}
        options={[
          { value: 'steps', label: '1 2 3 … 16' },
          { value: 'syllables', label: '1 e & a' },
          { value: 'bar-beat', label: say('paper.barBeat') },
        ]}
        onChange={(counting) => change({ counting })}
      />
      {!hear && (
        <>
          <Choice
            label={say('paper.fill')}
            value={looks.fill === 'frame' && !data.frame ? 'hits' : looks.fill}
            options={[
              { value: 'hits', label: say('paper.fill.hits') },
              ...(data.frame ? [{ value: 'frame' as const, label: say('paper.fill.frame') }] : []),
              { value: 'blank', label: say('paper.fill.blank') },
            ]}
            onChange={(fill) => change({ fill })}
          />
          <Choice
            label={say('paper.page')}
            value={looks.page}
            options={[
              { value: '1', label: say('paper.page.1') },
              { value: '2', label: say('paper.page.2') },
              { value: '4', label: say('paper.page.4') },
            ]}
            onChange={(page) => change({ page })}
          />
          <Choice
            label={say('paper.size')}
            value={looks.size}
            options={[
              { value: 'A4', label: 'A4' },
              { value: 'letter', label: say('paper.size.letter') },
            ]}
            onChange={(size) => change({ size })}
          />
        </>
      )}
      {steps && (
        <>
          <Choice
            label={say('paper.marks')}
            value={looks.marks}
            options={MARKS.map(({ value, label }) => ({ value, label: say(label) }))}
            onChange={(marks) => change({ marks })}
          />
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={looks.tints} onChange={(event) => change({ tints: event.target.checked })} />
            {say('paper.tints')}
          </label>
        </>
      )}
      {!hear && data.beats.some(({ said }) => said.length > 0) && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={looks.said} onChange={(event) => change({ said: event.target.checked })} />
          {say('paper.said')}
        </label>
      )}
      {steps && <Signs data={data} looks={looks} change={change} catalogue={catalogue} />}
    </>
  );
}

/** A letter or any other sign for a row, where a class likes one. */
function Signs({ data, looks, change, catalogue }: Props) {
  const say = useSay();
  const names = [...new Set(data.beats.flatMap(({ pattern }) => instrumentsOf(pattern)))];
  return (
    <details>
      <summary className="quiet-link cursor-pointer">{say('paper.symbols')}</summary>
      <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {names.map((name) => (
          <label key={name} className="flex items-center gap-1.5">
            {catalogue.instruments.find((one) => one.name === name)?.label ?? name}
            <input
              className="field field-small w-12 text-center"
              value={looks.signs[name] ?? ''}
              maxLength={2}
              onChange={(event) => change({ signs: { ...looks.signs, [name]: event.target.value } })}
            />
          </label>
        ))}
      </div>
    </details>
  );
}
