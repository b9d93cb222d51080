import type { CameAbout, Catalogue, Pattern, Played } from '../api/types';
import { soon } from '../ui/soon';
import { useSay, withWords } from '../words/words';

const Lay = soon(() => withWords(import('./Lay'), 'play'));

/** How much of a beat that was handed in was struck, and how far that was drawn to the grid. */
export function HowItCame({ came }: { came: CameAbout }) {
  const say = useSay();
  const { hits, struck, drawn } = came;
  return (
    <p className="text-sm">
      {say(struck === 0 ? 'mark.came.clicked' : struck === hits ? 'mark.came.all' : 'mark.came', { hits, struck })}
      {struck > 0 && drawn !== null && drawn > 0 && <> {say('mark.came.drawn', { drawn })}</>}
    </p>
  );
}

/** How a beat that was handed in was played, to be unfolded. */
export function PlayedBeat({ played, pattern, catalogue }: { played: Played; pattern: Pattern; catalogue: Catalogue }) {
  const say = useSay();
  const name = (row: number, section: number) => {
    const one = pattern.sections[section]?.rows[row];
    return one?.name ?? catalogue.instruments.find(({ name: of }) => of === one?.instrument)?.label ?? '';
  };
  return (
    <details className="text-sm" data-played>
      <summary className="quiet-link w-fit">{say('mark.played')}</summary>
      <Lay played={played} pattern={pattern} name={name} />
    </details>
  );
}
