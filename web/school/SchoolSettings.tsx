import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, reply, session } from '../api/client';
import type { SchoolPeople } from '../api/types';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/states';
import { useTask } from '../ui/useTask';
import { setZone } from '../ui/zone';
import { type Language, NAMES, speak, useSay } from '../words/words';

const ZONES = Intl.supportedValuesOf('timeZone');

/** What holds for the whole school, and how long it keeps archived classes. */
export function SchoolSettings({ school, changed }: { school: SchoolPeople; changed: () => void }) {
  const say = useSay();
  const queries = useQueryClient();
  const [name, setName] = useState(school.name);
  const [zone, setTheZone] = useState(school.zone);
  const [counting, setCounting] = useState(school.counting);
  const [points, setPoints] = useState(school.points);
  const [sortBy, setSortBy] = useState(school.sortBy);
  const [language, setLanguage] = useState(school.language);
  const [keepYears, setKeepYears] = useState(school.keepYears);
  const [said, setSaid] = useState('');
  const kept = useQuery({ queryKey: ['school', 'kept', school.keepYears], queryFn: () => reply(api.GET('/api/school/kept')) });
  const { busy, error, run } = useTask();
  const settle = () =>
    run(async () => {
      setSaid('');
      await reply(api.PUT('/api/school', { body: { name, zone, language, counting, points, keepYears, sortBy } }));
      setZone(zone);
      // Who has chosen no language of their own reads the school's from here on.
      const now = await session();
      queries.setQueryData(['session'], now);
      await speak(now.language);
      setSaid(say('school.settings.saved'));
      changed();
    });
  return (
    <form
      className="card mt-3 flex flex-col gap-3 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        void settle();
      }}
    >
      <h2>{say('school.settings')}</h2>
      <div className="flex flex-wrap gap-3">
        <label className="min-w-56 flex-1">
          {say('school.settings.name')}
          <input className="field mt-1" value={name} maxLength={120} required onChange={(event) => setName(event.target.value)} />
        </label>
        <label>
          {say('school.settings.zone')}
          <input className="field mt-1" list="zones" value={zone} required onChange={(event) => setTheZone(event.target.value)} />
          <datalist id="zones">
            {ZONES.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
        </label>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <label>
          {say('school.settings.language')}
          <select className="field mt-1" value={language} onChange={(event) => setLanguage(event.target.value as Language)}>
            {Object.entries(NAMES).map(([tag, words]) => (
              <option key={tag} value={tag} lang={tag}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label>
          {say('school.settings.counting')}
          <select className="field mt-1" value={counting} onChange={(event) => setCounting(event.target.value as SchoolPeople['counting'])}>
            <option value="syllables">{say('school.settings.syllables')}</option>
            <option value="steps">{say('school.settings.steps')}</option>
            <option value="bar-beat">{say('school.settings.barBeat')}</option>
          </select>
        </label>
        <label>
          {say('school.settings.sort')}
          <select className="field mt-1" value={sortBy} onChange={(event) => setSortBy(event.target.value as SchoolPeople['sortBy'])}>
            <option value="given">{say('school.settings.given')}</option>
            <option value="family">{say('school.settings.family')}</option>
          </select>
        </label>
        <span className="flex items-center gap-1.5">
          {say('school.settings.points')}
          <NumberField
            label={say('school.settings.pointsLabel')}
            value={points}
            low={1}
            high={1000}
            take={(number) => setPoints(Math.round(number))}
          />
        </span>
      </div>
      <div>
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={keepYears !== null} onChange={(event) => setKeepYears(event.target.checked ? 3 : null)} />
          {say('school.settings.delete')}
        </label>
        {keepYears !== null && (
          <span className="flex items-center gap-1.5">
            {say('school.settings.after')}
            <NumberField
              label={say('school.settings.yearsLabel')}
              value={keepYears}
              low={1}
              high={30}
              take={(number) => setKeepYears(Math.round(number))}
            />
            {say('school.settings.years')}
          </span>
        )}
        {kept.data && kept.data.classes.length > 0 && (
          <table className="glance mt-2" aria-label={say('school.settings.when')}>
            <thead>
              <tr>
                <th scope="col">{say('school.settings.class')}</th>
                <th scope="col">{say('school.settings.goes')}</th>
                <th scope="col">{say('school.settings.with')}</th>
              </tr>
            </thead>
            <tbody>
              {kept.data.classes.map((one) => (
                <tr key={one.id}>
                  <td>
                    {one.name} {one.year}
                  </td>
                  <td>{one.goes}</td>
                  <td>{say('school.settings.withWhat', { beats: one.attempts, accounts: one.students })}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
      {error && <Notice>{error}</Notice>}
      <p className="flex items-center gap-3">
        <button type="submit" className="button button-main" disabled={busy}>
          {say('school.settings.save')}
        </button>
        <span role="status">{said}</span>
      </p>
    </form>
  );
}
