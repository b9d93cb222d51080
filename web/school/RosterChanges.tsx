import type { RosterLook } from '../api/types';
import { plural } from '../ui/words';

const MOST_NAMES = 40;

/** What a OneRoster set would change, a line a kind, the people by name. */
export function RosterChanges({ look }: { look: RosterLook }) {
  if (look.nothing) {
    return <p className="mt-2 font-bold">Everything of this set is here already.</p>;
  }
  const names = (list: string[], count = list.length) =>
    list.slice(0, MOST_NAMES).join(' · ') + (count > MOST_NAMES ? ` and ${count - MOST_NAMES} more` : '');
  const pairs = (list: RosterLook['changed']) => list.map((one) => (one.from === one.to ? one.to : `${one.from} → ${one.to}`));
  return (
    <>
      <ul className="mt-2 list-disc ps-5">
        <li>
          New: {plural(look.newTeachers, 'teacher')}, {plural(look.newStudents, 'student')},{' '}
          {plural(look.classes.length, 'class', 'classes')}
          {look.classes.length > 0 && <span className="text-faint"> ({names(look.classes)})</span>}.
        </li>
        {look.known > 0 && <li>{plural(look.known, 'person is', 'people are')} here already.</li>}
        {look.changedCount > 0 && (
          <li>
            {plural(look.changedCount, 'person', 'people')} with another name or address:{' '}
            <span className="text-faint">{names(pairs(look.changed), look.changedCount)}</span>
          </li>
        )}
        {look.renamed.length > 0 && (
          <li>
            {plural(look.renamed.length, 'class has', 'classes have')} another name, or {look.renamed.length === 1 ? 'was' : 'were'} made
            here: <span className="text-faint">{names(pairs(look.renamed))}</span>
          </li>
        )}
        {look.enter > 0 && <li>{plural(look.enter, 'student comes', 'students come')} into a class.</li>}
        {look.end > 0 && (
          <li>
            {plural(look.end, 'student leaves', 'students leave')} a class
            {look.moved > 0 && `, ${look.moved} of them for another class`}. Their work stays, and you can put them back.
          </li>
        )}
        {look.teach > 0 && <li>{plural(look.teach, 'teacher comes', 'teachers come')} into a class.</li>}
        {look.leave > 0 && <li>{plural(look.leave, 'teacher leaves', 'teachers leave')} a class that is somebody else’s.</li>}
        {look.disabled.length > 0 && (
          <li>
            {plural(look.disabled.length, 'account is', 'accounts are')} disabled there, and will be here:{' '}
            <span className="text-faint">{names(look.disabled)}</span>
          </li>
        )}
        {look.enabled > 0 && <li>{plural(look.enabled, 'account is', 'accounts are')} enabled again.</li>}
        {look.others > 0 && (
          <li className="text-faint">
            {plural(look.others, 'person is', 'people are')} neither a student nor a teacher (parents, aides and others), and not taken.
          </li>
        )}
        {look.over > 0 && (
          <li className="text-faint">
            {plural(look.over, 'class or place is', 'classes or places are')} over or not begun, and not taken.
          </li>
        )}
      </ul>
      {look.delta && <p className="text-faint">This set tells only what has changed: who is not in it stays.</p>}
    </>
  );
}
