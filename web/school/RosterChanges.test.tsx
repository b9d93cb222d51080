// @vitest-environment happy-dom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { RosterLook } from '../api/types';
import { RosterChanges } from './RosterChanges';

afterEach(cleanup);

const NOTHING: RosterLook = {
  schools: [],
  newTeachers: 0,
  newStudents: 0,
  known: 27,
  changed: [],
  changedCount: 0,
  disabled: [],
  enabled: 0,
  others: 0,
  classes: [],
  renamed: [],
  enter: 0,
  end: 0,
  moved: 0,
  teach: 0,
  leave: 0,
  over: 0,
  delta: false,
  nothing: true,
  faults: [],
  faultCount: 0,
};

describe('what a OneRoster set would change', () => {
  it('says that all of it is here already', () => {
    render(<RosterChanges look={NOTHING} />);
    expect(screen.getByText('Everything in this zip is here already.')).toBeTruthy();
    expect(screen.queryByRole('list')).toBeNull();
  });

  it('names who is called otherwise, who leaves and what is not taken', () => {
    const changed = [{ from: 'Ada Marsh', to: 'Ada Reed' }];
    render(
      <RosterChanges
        look={{
          ...NOTHING,
          nothing: false,
          changed,
          changedCount: 1,
          end: 3,
          moved: 2,
          teach: 2,
          leave: 1,
          disabled: ['Kit Holm'],
          others: 1,
        }}
      />,
    );
    const lines = screen.getAllByRole('listitem').map((one) => one.textContent?.replace(/\s+/g, ' ').trim());
    expect(lines).toContain('27 people are here already.');
    expect(lines).toContain('1 person with another name or address: Ada Marsh → Ada Reed');
    expect(lines).toContain('3 students leave a class, 2 of them for another class. Their work stays, and you can restore them.');
    expect(lines).toContain('2 teachers join a class.');
    expect(lines).toContain('1 teacher leaves a class of somebody else.');
    expect(lines).toContain('1 account is disabled there, and will be here: Kit Holm');
    expect(lines).toContain('1 person is neither a student nor a teacher (parents, aides and others), and not imported.');
  });

  it('shows forty names of many and counts the rest', () => {
    const changed = Array.from({ length: 50 }, (_, i) => ({ from: `From ${i}`, to: `To ${i}` }));
    render(<RosterChanges look={{ ...NOTHING, nothing: false, changed, changedCount: 120 }} />);
    expect(screen.getByText(/From 39 → To 39 and 80 more/)).toBeTruthy();
  });
});
