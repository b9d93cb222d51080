import { describe, expect, it } from 'vitest';
import { byName, fromNow, swingWords, when } from './words';

const now = new Date(2026, 10, 26, 10, 0);
const at = (...date: [number, number, number, number, number]) => new Date(...date).toISOString();

describe('times as people say them', () => {
  it('counts minutes, hours, then days from midnight to midnight', () => {
    expect(fromNow(at(2026, 10, 26, 10, 20), now)).toBe('in 20 minutes');
    expect(fromNow(at(2026, 10, 26, 7, 0), now)).toBe('3 hours ago');
    expect(fromNow(at(2026, 10, 27, 23, 0), now)).toBe('tomorrow');
    expect(fromNow(at(2026, 10, 25, 9, 0), now)).toBe('yesterday');
    expect(fromNow(at(2026, 11, 2, 1, 0), now)).toBe('in 6 days');
  });

  it('names the year where it is not this one', () => {
    const year = new Date().getFullYear();
    expect(when(at(year - 1, 5, 1, 9, 0))).toContain(String(year - 1));
    expect(when(at(year, 5, 1, 9, 0))).not.toContain(String(year));
    expect(when(null)).toBe('');
  });
});

it('says a swing as it stands over music', () => {
  expect(swingWords()).toBe('straight');
  expect(swingWords({ percent: 58 })).toBe('swung 58 %');
  expect(swingWords({ percent: 66.67 })).toBe('triplet swing');
});

it('sorts names as people do', () => {
  const names = ['Zoë', 'Élodie', 'Anh', 'elm', 'Łukasz', 'Bo', 'Kwame'].map((name) => ({ name }));
  expect(byName(names).map(({ name }) => name)).toEqual(['Anh', 'Bo', 'elm', 'Élodie', 'Kwame', 'Łukasz', 'Zoë']);
});
