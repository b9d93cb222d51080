// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Lesson, lessonsFrom } from './lessons';
import { TimeField, unfinished } from './TimeField';
import { setZone } from './zone';

const TUESDAYS: Lesson = { day: 2, time: '14:30' };

function Field({ lesson = null, told }: { lesson?: Lesson; told: (value: string | null) => void }) {
  const [value, setValue] = useState<string | null>(null);
  const change = (next: string | null) => {
    setValue(next);
    told(next);
  };
  return <TimeField label="Due" value={value} change={change} lesson={lesson} />;
}

const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

beforeEach(() => setZone('Europe/London'));
afterEach(() => {
  cleanup();
  setZone(undefined);
});

it('waits until a year is typed out', () => {
  const told = vi.fn();
  render(<Field told={told} />);
  for (const year of ['0002', '0020', '0202', '2026']) type('Due: day', `${year}-12-02`);
  expect(told.mock.calls).toEqual([['2026-12-02T23:59:00Z']]);
  type('Due: day', '0202-12-02');
  expect(told).toHaveBeenLastCalledWith(null);
  expect((screen.getByLabelText('Due: day') as HTMLInputElement).value).toBe('0202-12-02');
});

describe('a day without a time', () => {
  it('is the end of that day, and says so', () => {
    const told = vi.fn();
    render(<Field told={told} />);
    type('Due: day', '2026-12-02');
    expect(told).toHaveBeenLastCalledWith('2026-12-02T23:59:00Z');
    expect((screen.getByLabelText('Due: time') as HTMLInputElement).value).toBe('23:59');
  });

  it('is the lesson where the class meets on that day', () => {
    const told = vi.fn();
    render(<Field told={told} lesson={TUESDAYS} />);
    type('Due: day', '2026-12-01');
    expect(told).toHaveBeenLastCalledWith('2026-12-01T14:30:00Z');
    type('Due: day', '2026-12-02');
    expect(told).toHaveBeenLastCalledWith('2026-12-02T14:30:00Z'); // the time that stands there stays
  });
});

it('does not take a time without a day for nothing', () => {
  const told = vi.fn();
  render(<Field told={told} />);
  type('Due: time', '18:00');
  expect(told).not.toHaveBeenCalled();
  screen.getByText('Choose a day too, or clear the time.');
  expect(unfinished()).toBe(true);
  fireEvent.click(screen.getByText('Clear'));
  expect(unfinished()).toBe(false);
});

it('offers the next lessons, also over the change of the clocks', () => {
  expect(lessonsFrom({ day: 2, time: '14:30' }, new Date('2027-03-22T09:00:00Z'))).toEqual([
    '2027-03-23T14:30:00Z',
    '2027-03-30T13:30:00Z',
    '2027-04-06T13:30:00Z',
  ]);
  expect(lessonsFrom({ day: 2, time: '14:30' }, new Date('2027-03-23T14:30:00Z'))[0], 'not the one that begins now').toBe(
    '2027-03-30T13:30:00Z',
  );
});
