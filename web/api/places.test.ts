import { expect, it } from 'vitest';
import { inWords } from './places';

it('names rows and hits, and no paths', () => {
  expect(inWords('sections[0].rows[1].hits[2].velocity: 200 is too much; use 1 to 127.')).toBe(
    'Section 1, row 2, hit 3, velocity: 200 is too much; use 1 to 127.',
  );
  expect(inWords('parts[0].start.tempo: the task asks for ♩ = 100 to 120; choose one between.')).toBe(
    'Part 1, what students begin with, tempo: the task asks for ♩ = 100 to 120; choose one between.',
  );
  expect(inWords('parts[1].requirements[0].notes: too few.')).toBe('Part 2, rule 1, notes: too few.');
});

it('leaves sentences alone', () => {
  for (const sentence of ['Sign in first.', 'Snare: every hit is late.', 'Not saved: try again.', 'The time is over: 18:00 has passed.'])
    expect(inWords(sentence)).toBe(sentence);
});
