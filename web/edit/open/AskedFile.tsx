import { Notice } from '../../ui/states';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import type { Opening, Understood } from './useOpening';

/** What would come onto the sheet and what that changes; of a MIDI file also what its notes are, and where its drums stand. */
export function AskedFile({ editor, opening }: { editor: Editor; opening: Opening }) {
  const say = useSay();
  const { asked, understood, error } = opening;
  const again = (change: Partial<Pick<Understood, 'map' | 'channel'>>) => {
    if (understood) opening.bring(understood.file, { map: understood.map, channel: understood.channel, ...change });
  };
  if (!asked && !error) return null;
  return (
    <div className="mt-2">
      <Notice>
        {error && <p>{error}</p>}
        {asked && (
          <>
            <p>
              {asked.changes.length > 0 ? say('panels.file.changes', { name: asked.from }) : say('panels.file.ready', { name: asked.from })}
            </p>
            <ul className="my-1 list-disc ps-5">
              {asked.changes.map((change) => (
                <li key={change}>{change}</li>
              ))}
            </ul>
          </>
        )}
        {understood && understood.channels.length > 1 && (
          <label className="my-1 flex flex-wrap items-center gap-1.5">
            {say('panels.file.drums')}
            <select
              className="field field-small w-auto"
              value={understood.channel}
              onChange={(event) => again({ channel: Number(event.target.value) })}
            >
              <option value={0}>{asked ? say('panels.file.channel10') : say('panels.file.choose')}</option>
              {understood.channels.map(({ channel, notes }) => (
                <option key={channel} value={channel}>
                  {say('panels.file.channel', { channel, count: notes })}
                </option>
              ))}
            </select>
          </label>
        )}
        {asked && understood && (
          <UnknownNotes
            editor={editor}
            understood={understood}
            choose={(note, name) => again({ map: { ...understood.map, [note]: name } })}
          />
        )}
        <p className="flex gap-1.5">
          {asked && (
            <button type="button" className="button button-small" onClick={() => opening.take(asked)}>
              {say('panels.use')}
            </button>
          )}
          {(asked || understood) && (
            <button type="button" className="button button-small" onClick={opening.leave}>
              {say('panels.cancel')}
            </button>
          )}
        </p>
      </Notice>
    </div>
  );
}

type NotesProps = { editor: Editor; understood: Understood; choose: (note: number, name: string) => void };

/** Which drum each note is that a MIDI file has and nobody knows. */
function UnknownNotes({ editor, understood, choose }: NotesProps) {
  const say = useSay();
  return (
    <div className="my-1 flex flex-col gap-1">
      {understood.notes.map((note) => (
        <label key={note} className="flex items-center gap-1.5">
          {say('panels.file.note', { note })}
          <select
            className="field field-small w-auto"
            value={understood.map[note] ?? ''}
            onChange={(event) => choose(note, event.target.value)}
          >
            <option value="">{say('panels.file.out')}</option>
            {editor.catalogue.instruments.map(({ name, label }) => (
              <option key={name} value={name}>
                {label}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}
