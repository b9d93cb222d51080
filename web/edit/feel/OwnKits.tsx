import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, at, reply } from '../../api/client';
import type { OwnKit, SavedKit } from '../../api/types';
import { isPlayedWith, kitOf, ownInPlace, withKit } from '../../music/kits';
import { Notice } from '../../ui/states';
import { useTask } from '../../ui/useTask';
import { useSay } from '../../words/words';
import type { Editor } from '../Editor';
import { Small } from '../panels/parts';
import { keptKits } from './useOwnKit';

const MOST_NAME = 40;
/** Kits that stand side by side; more are chosen from a list. */
const FEW = 4;

/** Kits that one has put together, and those that a teacher has lent: choosing one gives its sounds to the rows. */
export function OwnKits({ editor }: { editor: Editor }) {
  const say = useSay();
  const queries = useQueryClient();
  const { data } = useQuery(keptKits);
  const [typed, setTyped] = useState('');
  const [removed, setRemoved] = useState<SavedKit | null>(null);
  const { busy, error, run } = useTask();
  const { pattern } = editor.store;
  const kits = [...(data?.kits ?? [])].sort(
    (a, b) => Number(b.own) - Number(a.own) || a.name.localeCompare(b.name, undefined, { numeric: true }),
  );
  const play = (kit: SavedKit) => editor.store.change(say('panels.kit.play', { name: kit.name }), (old) => withKit(old, kit));
  const chosen = kits.find((kit) => isPlayedWith(pattern, kit));
  // Only a kit that is lent can hold a sound of somebody else.
  const isLent = chosen?.own === false && chosen.pieces.some(({ sound }) => sound !== null && !sound.includes('/'));
  const { data: heard } = useQuery({ queryKey: ['sounds'], queryFn: () => reply(api.GET('/api/sounds')), enabled: isLent });
  const mine = heard?.sounds.filter(({ own }) => own).map((sound) => sound.name) ?? [];
  const name = typed.trim();
  const renew = () => queries.invalidateQueries({ queryKey: keptKits.queryKey });
  const put = (kit: OwnKit) => reply(api.PUT('/api/kits', { body: kit }));
  const lend = (kit: SavedKit, courses: string[]) =>
    run(async () => {
      await reply(api.PUT('/api/kits/{id}/classes', { ...at({ id: kit.id }), body: { courses } }));
      await renew();
    });
  const keep = () =>
    run(async () => {
      await put(kitOf(pattern, name));
      await renew();
      setTyped('');
      editor.say(say('panels.ownKits.kept', { name }));
    });
  const remove = (kit: SavedKit) =>
    run(async () => {
      await reply(api.DELETE('/api/kits/{id}', at({ id: kit.id })));
      await renew();
      setRemoved(kit);
      editor.say(say('panels.ownKits.removed', { name: kit.name }));
    });
  const bringBack = (kit: SavedKit) =>
    run(async () => {
      const { id } = await put({ name: kit.name, base: kit.base, pieces: kit.pieces });
      if (kit.sharedWith.length > 0) await reply(api.PUT('/api/kits/{id}/classes', { ...at({ id }), body: { courses: kit.sharedWith } }));
      await renew();
      setRemoved(null);
    });
  return (
    <fieldset aria-label={say('panels.ownKits')} className="flex w-full min-w-0 flex-wrap items-center gap-1.5">
      {kits.length <= FEW ? (
        kits.map((kit) => (
          <button
            key={kit.id}
            type="button"
            className="button"
            aria-pressed={kit === chosen}
            title={kit.own ? say('panels.ownKits.mine') : say('panels.ownKits.lent', { name: kit.by })}
            onClick={() => play(kit)}
          >
            {kit.name}
          </button>
        ))
      ) : (
        <select
          aria-label={say('panels.ownKits.play')}
          className="field field-small w-56"
          value={chosen?.id ?? ''}
          onChange={({ target }) => kits.filter(({ id }) => id === target.value).map(play)}
        >
          <option value="" disabled>
            {say('panels.ownKits')}
          </option>
          {kits.map((kit) => (
            <option key={kit.id} value={kit.id}>
              {kit.name}
              {kit.own ? '' : say('panels.ownKits.lentIn', { name: kit.by })}
            </option>
          ))}
        </select>
      )}
      <input
        aria-label={say('panels.ownKits.name')}
        placeholder={say('panels.ownKits.nameHint')}
        className="field field-small w-44"
        maxLength={MOST_NAME}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <Small disabled={busy || name === '' || pattern.sections.every(({ rows }) => rows.length === 0)} onClick={() => void keep()}>
        {kits.some((kit) => kit.own && kit.name === name) ? say('panels.ownKits.replace') : say('panels.ownKits.keep')}
      </Small>
      {chosen?.own && (
        <>
          <a className="quiet-link text-sm" href={`/api/kits/${chosen.id}/file`} download>
            {say('panels.ownKits.download', { name: chosen.name })}
          </a>
          <Small disabled={busy} onClick={() => void remove(chosen)}>
            {say('panels.ownKits.remove', { name: chosen.name })}
          </Small>
          {data?.courses.map((course) => (
            <label key={course.id} className="flex items-center gap-1 text-sm">
              <input
                type="checkbox"
                disabled={busy}
                checked={chosen.sharedWith.includes(course.id)}
                onChange={({ target }) =>
                  void lend(chosen, target.checked ? [...chosen.sharedWith, course.id] : chosen.sharedWith.filter((id) => id !== course.id))
                }
              />
              {say('panels.ownKits.may', { name: course.name })}
            </label>
          ))}
        </>
      )}
      {removed && (
        <Small disabled={busy} onClick={() => void bringBack(removed)}>
          {say('panels.ownKits.back', { name: removed.name })}
        </Small>
      )}
      {isLent &&
        ownInPlace(chosen, mine).map((sound) => (
          <p key={sound} className="w-full text-sm">
            {say('panels.ownKits.mineInstead', { sound })}
          </p>
        ))}
      {error && <Notice>{error}</Notice>}
    </fieldset>
  );
}
