import { lazy, Suspense } from 'react';
import type { Catalogue } from '../../api/types';
import { withKit } from '../../music/kits';
import { builtKit } from '../../sound/Kits';
import type { Player } from '../../sound/Player';
import { say, useSay, withWords } from '../../words/words';
import type { Editor } from '../Editor';
import { kitLabel } from './kitLabel';
import { useOwnKit } from './useOwnKit';

const OwnKits = lazy(() => withWords(import('./OwnKits'), 'panels').then((one) => ({ default: one.OwnKits })));

/** The kits to choose from, each to be heard before. What plays plays on, and goes over to the new one as its sounds come. */
export function KitField({ editor, player }: { editor: Editor; player: Player }) {
  const say = useSay();
  const { catalogue } = editor;
  const own = useOwnKit(editor.store.pattern);
  const chosen = own ? null : editor.store.pattern.kit;
  const choose = (name: string, label: string) => {
    editor.store.change(say('panels.kit.play', { name: label }), (pattern) => {
      // What came with a kit of one's own goes with it.
      if (own) return withKit(pattern, { name: label, base: name, pieces: [] });
      return pattern.kit === name ? pattern : { ...pattern, kit: name };
    });
  };
  return (
    <fieldset aria-label={say('edit.sign.Kit')} className="flex min-w-0 flex-wrap gap-1.5">
      {catalogue.kits.map(({ name, label, about, url }) => (
        <span key={name} className="joined flex-nowrap">
          <button
            type="button"
            className="button"
            aria-pressed={chosen === name}
            title={about}
            disabled={url === null && editor.store.pattern.kit !== name}
            onClick={() => choose(name, label)}
          >
            {label}
          </button>
          <button
            type="button"
            className="button px-2"
            aria-label={say('panels.kit.hear', { name: label })}
            title={say('panels.kit.hearAbout', { about })}
            disabled={url === null}
            onClick={() => void player.sample(name)}
          >
            <svg aria-hidden="true" viewBox="0 0 14 12" className="h-3 fill-none stroke-current stroke-[1.5]">
              <path d="M1 4h3l3-3v10l-3-3H1zM9.5 3.5a4 4 0 0 1 0 5M11.5 1.8a7 7 0 0 1 0 8.4" />
            </svg>
          </button>
        </span>
      ))}
      <p className="self-center ps-1 text-faint">
        {own
          ? say('panels.kit.made', { name: own.name, kit: kitLabel(catalogue, own.base) })
          : kitSays(catalogue, editor.store.pattern.kit)}
      </p>
      <Suspense>
        <OwnKits editor={editor} />
      </Suspense>
    </fieldset>
  );
}

function kitSays(catalogue: Catalogue, name: string): string {
  const kit = catalogue.kits.find((one) => one.name === name);
  if (kit?.url) return kit.about;
  return say('panels.kit.notHere', { kit: builtKit(catalogue, name)?.label ?? say('panels.kit.nothing') });
}
