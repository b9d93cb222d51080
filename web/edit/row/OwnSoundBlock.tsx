import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { bytes } from '../../api/bytes';
import { api, at, reply } from '../../api/client';
import type { Catalogue, OwnSound, Row } from '../../api/types';
import { rowChanged } from '../../music/rows';
import { pieceOf, pieceWords } from '../../sound/Kits';
import type { Player } from '../../sound/Player';
import { MOST_SECONDS, type Recorder, record } from '../../sound/record';
import { Notice } from '../../ui/states';
import { useTask } from '../../ui/useTask';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { Block, Small } from '../panels/parts';

const MOST_BYTES = 2 * 1024 * 1024;
const MOST_NAME = 40;

type Props = {
  editor: Editor;
  row: Row;
  index: number;
  player: Player;
  locked: boolean;
  /** A sound that was dropped on the sheet, for this row. */
  dropped?: File | null;
  taken?: () => void;
};

/** What a row sounds with: its kit, or a short sound that somebody has brought or recorded. */
export function OwnSoundBlock({ editor, row, index, player, locked, dropped = null, taken }: Props) {
  const say = useSay();
  const queries = useQueryClient();
  const { data } = useQuery({ queryKey: ['sounds'], queryFn: () => reply(api.GET('/api/sounds')) });
  const sounds = data?.sounds ?? [];
  const [name, setName] = useState('');
  const { busy, error, setError, run } = useTask();
  const file = useRef<HTMLInputElement>(null);
  const give = (sound: string | null) => {
    const what = sound === null ? say('panels.sound.kit') : (pieceWords(editor.catalogue, sound) ?? `“${sound}”`);
    editor.store.change(say('panels.sound.play', { name: editor.words.name(index), what }), (pattern) =>
      rowChanged(pattern, editor.index, index, { sound }),
    );
    void player.audition(row.instrument, 100, { ...row, sound });
  };
  const renew = async () => {
    player.kits.own.renew();
    await queries.invalidateQueries({ queryKey: ['sounds'] });
  };
  const bring = (file: Blob, usual: string) =>
    run(async () => {
      if (file.size > MOST_BYTES) throw new Error(say('panels.sound.large'));
      const query = { name: unused(name.trim() || usual, sounds) };
      const sound = await reply(
        api.POST('/api/sounds', {
          params: { query },
          ...bytes(file),
        }),
      );
      setName('');
      await renew();
      give(sound.name);
      editor.say(say('panels.sound.yours', { name: sound.name }));
    });
  const bringFile = (chosenFile: File) =>
    bring(chosenFile, chosenFile.name.replace(/\.\w+$/, '').slice(0, MOST_NAME) || say('panels.sound.mine'));
  const latest = useRef({ bringFile, taken });
  latest.current = { bringFile, taken };
  useEffect(() => {
    if (!dropped || !data) return;
    latest.current.taken?.();
    void latest.current.bringFile(dropped);
  }, [dropped, data]);
  const remove = (sound: OwnSound) =>
    run(async () => {
      await reply(api.DELETE('/api/sounds/{id}', at({ id: sound.id })));
      await renew();
      editor.say(say('panels.sound.gone', { name: sound.name }));
    });
  const chosen = sounds.find((one) => one.name === row.sound);
  return (
    <Block title={say('panels.sound')}>
      <select
        aria-label={say('panels.sound')}
        className="field field-small"
        value={row.sound ?? ''}
        disabled={locked}
        onChange={(event) => give(event.target.value || null)}
      >
        <option value="">{say('panels.sound.asKit')}</option>
        {sounds.map((one) => (
          <option key={one.id} value={one.name}>
            {one.name}
            {one.own ? '' : ` ${say('panels.sound.teacher')}`}
          </option>
        ))}
        {row.sound && !chosen && !pieceOf(row.sound) && (
          <option value={row.sound}>{say('panels.sound.notHere', { name: row.sound })}</option>
        )}
        {editor.catalogue.kits
          .filter((kit) => kit.url !== null)
          .map((kit) => (
            <optgroup key={kit.name} label={say('panels.sound.from', { name: kit.label })}>
              {piecesOf(editor.catalogue, kit, row.instrument).map((one) => (
                <option key={one.name} value={`${kit.name}/${one.name}`}>
                  {one.label}, {kit.label}
                </option>
              ))}
            </optgroup>
          ))}
      </select>
      {!locked && (
        <>
          <input
            aria-label={say('panels.sound.name')}
            placeholder={say('panels.sound.name')}
            className="field field-small w-36"
            maxLength={MOST_NAME}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Small disabled={busy} onClick={() => file.current?.click()}>
            {busy ? say('panels.sound.reading') : say('panels.sound.bring')}
          </Small>
          <RecordButton disabled={busy} take={(bytes) => void bring(bytes, say('panels.sound.mine'))} refuse={setError} />
          <Small disabled={busy || !chosen?.own} onClick={() => chosen && void remove(chosen)} title={say('panels.sound.forAll')}>
            {say('panels.form.removeWord')}
          </Small>
          <input
            ref={file}
            type="file"
            aria-label={say('panels.sound.file')}
            accept="audio/*,.wav,.flac,.ogg,.opus,.mp3"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const chosenFile = event.target.files?.[0];
              event.target.value = '';
              if (chosenFile) void bringFile(chosenFile);
            }}
          />
          <p className="w-full text-xs text-faint">{say('panels.sound.kinds', { seconds: MOST_SECONDS })}</p>
        </>
      )}
      {error && <Notice>{error}</Notice>}
    </Block>
  );
}

/** What a kit has itself, the row's own instrument first. */
function piecesOf(catalogue: Catalogue, kit: Catalogue['kits'][number], instrument: string): Catalogue['instruments'] {
  const own = catalogue.instruments.filter(({ name }) => kit.played[name] === undefined);
  return [...own.filter(({ name }) => name === instrument), ...own.filter(({ name }) => name !== instrument)];
}

/** The name, or with a number behind it where there is one of that name. */
function unused(name: string, sounds: OwnSound[]): string {
  const taken = new Set(sounds.filter(({ own }) => own).map((one) => one.name));
  let free = name.slice(0, MOST_NAME);
  for (let number = 2; taken.has(free); number++) free = `${name.slice(0, MOST_NAME - 4)} ${number}`;
  return free;
}

/** Records while it is on. */
function RecordButton({ disabled, take, refuse }: { disabled: boolean; take: (bytes: Blob) => void; refuse: (sentence: string) => void }) {
  const say = useSay();
  const [recorder, setRecorder] = useState<Recorder | null>(null);
  useEffect(() => () => recorder?.stop(), [recorder]);
  const begin = async () => {
    try {
      const going = await record();
      setRecorder(going);
      take(await going.done);
    } catch (problem) {
      refuse((problem as Error).message);
    } finally {
      setRecorder(null);
    }
  };
  return recorder ? (
    <Small pressed onClick={() => recorder.stop()}>
      {say('panels.sound.stop')}
    </Small>
  ) : (
    <Small disabled={disabled} onClick={() => void begin()}>
      {say('panels.sound.record')}
    </Small>
  );
}
