import { type Language, locale, NAMES, useSay } from '../words/words';

type Props = {
  /** null for that of the school, or of the browser. */
  chosen: Language | null;
  choose: (language: Language | null) => void;
  /** Whether that of the school may be chosen. */
  school?: boolean;
};

/** The language of the page; each is called by its own name. */
export function LanguageChoice({ chosen, choose, school = false }: Props) {
  const say = useSay();
  return (
    <label className="inline-flex items-center gap-2 text-sm">
      {say('frame.language')}
      <select
        className="field field-small w-auto"
        value={school ? (chosen ?? '') : locale()}
        onChange={(event) => choose((event.target.value || null) as Language | null)}
      >
        {school && <option value="">{say('frame.language.school')}</option>}
        {Object.entries(NAMES).map(([tag, name]) => (
          <option key={tag} value={tag} lang={tag}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
