import type { Catalogue, Paper } from '../api/types';
import { instrumentsOf } from '../music/pattern';
import { Choice } from '../ui/Choice';
import type { Looks } from './looks';
import { MARKS } from './marks';

type Props = { data: Paper; looks: Looks; change: (part: Partial<Looks>) => void; catalogue: Catalogue };

/** What can be chosen of how beats look on paper. */
export function LooksBar({ data, looks, change, catalogue }: Props) {
  const hear = looks.as === 'hear';
  const steps = looks.as === 'steps' || looks.as === 'both';
  return (
    <>
      <Choice
        label="As"
        value={looks.as}
        options={[
          { value: 'steps', label: 'steps' },
          { value: 'staff', label: 'staff' },
          { value: 'both', label: 'both' },
          { value: 'hear', label: 'to hear' },
        ]}
        onChange={(as) => change({ as })}
      />
      <Choice
        label="Counting"
        value={looks.counting === '' ? data.counting : looks.counting}
        options={[
          { value: 'steps', label: '1 2 3 … 16' },
          { value: 'syllables', label: '1 e & a' },
          { value: 'bar-beat', label: 'bar.beat' },
        ]}
        onChange={(counting) => change({ counting })}
      />
      {!hear && (
        <>
          <Choice
            label="Filled with"
            value={looks.fill === 'frame' && !data.frame ? 'hits' : looks.fill}
            options={[
              { value: 'hits', label: 'the hits' },
              ...(data.frame ? [{ value: 'frame' as const, label: 'the frame' }] : []),
              { value: 'blank', label: 'blank, for a pencil' },
            ]}
            onChange={(fill) => change({ fill })}
          />
          <Choice
            label="On a page"
            value={looks.page}
            options={[
              { value: '1', label: 'one a page' },
              { value: '2', label: 'two' },
              { value: '4', label: 'four' },
            ]}
            onChange={(page) => change({ page })}
          />
          <Choice
            label="Paper"
            value={looks.size}
            options={[
              { value: 'A4', label: 'A4' },
              { value: 'letter', label: 'Letter' },
            ]}
            onChange={(size) => change({ size })}
          />
        </>
      )}
      {steps && (
        <>
          <Choice label="Marks" value={looks.marks} options={MARKS} onChange={(marks) => change({ marks })} />
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={looks.tints} onChange={(event) => change({ tints: event.target.checked })} />
            coloured rows
          </label>
        </>
      )}
      {!hear && data.beats.some(({ said }) => said.length > 0) && (
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={looks.said} onChange={(event) => change({ said: event.target.checked })} />
          with what differs
        </label>
      )}
      {steps && <Signs data={data} looks={looks} change={change} catalogue={catalogue} />}
    </>
  );
}

/** A letter or any other sign for a row, where a class likes one. */
function Signs({ data, looks, change, catalogue }: Props) {
  const names = [...new Set(data.beats.flatMap(({ pattern }) => instrumentsOf(pattern)))];
  return (
    <details>
      <summary className="quiet-link cursor-pointer">Custom symbols</summary>
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
