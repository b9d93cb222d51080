import type { RosterLook } from '../api/types';
import { useSay } from '../words/words';

const MOST_NAMES = 40;

/** What a OneRoster set would change, a line a kind, the people by name. */
export function RosterChanges({ look }: { look: RosterLook }) {
  const say = useSay();
  if (look.nothing) {
    return <p className="mt-2 font-bold">{say('school.set.nothing')}</p>;
  }
  const names = (list: string[], count = list.length) =>
    list.slice(0, MOST_NAMES).join(' · ') + (count > MOST_NAMES ? ` ${say('school.more', { count: count - MOST_NAMES })}` : '');
  const pairs = (list: RosterLook['changed']) => list.map((one) => (one.from === one.to ? one.to : `${one.from} → ${one.to}`));
  return (
    <>
      <ul className="mt-2 list-disc ps-5">
        <li>
          {say('school.set.new', { teachers: look.newTeachers, students: look.newStudents, classes: look.classes.length })}
          {look.classes.length > 0 && <span className="text-faint"> ({names(look.classes)})</span>}
        </li>
        {look.known > 0 && <li>{say('school.set.known', { count: look.known })}</li>}
        {look.changedCount > 0 && (
          <li>
            {say('school.set.changed', { count: look.changedCount })}{' '}
            <span className="text-faint">{names(pairs(look.changed), look.changedCount)}</span>
          </li>
        )}
        {look.renamed.length > 0 && (
          <li>
            {say('school.set.renamed', { count: look.renamed.length })} <span className="text-faint">{names(pairs(look.renamed))}</span>
          </li>
        )}
        {look.enter > 0 && <li>{say('school.set.enter', { count: look.enter })}</li>}
        {look.end > 0 && <li>{say('school.set.end', { count: look.end, moved: look.moved })}</li>}
        {look.teach > 0 && <li>{say('school.set.teach', { count: look.teach })}</li>}
        {look.leave > 0 && <li>{say('school.set.leave', { count: look.leave })}</li>}
        {look.disabled.length > 0 && (
          <li>
            {say('school.set.disabled', { count: look.disabled.length })} <span className="text-faint">{names(look.disabled)}</span>
          </li>
        )}
        {look.enabled > 0 && <li>{say('school.set.enabled', { count: look.enabled })}</li>}
        {look.others > 0 && <li className="text-faint">{say('school.set.others', { count: look.others })}</li>}
        {look.over > 0 && <li className="text-faint">{say('school.set.over', { count: look.over })}</li>}
      </ul>
      {look.delta && <p className="text-faint">{say('school.set.delta')}</p>}
    </>
  );
}
